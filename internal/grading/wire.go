package grading

import (
	"context"
	"errors"
	"io/fs"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/toolchain"
)

// errNotAsked means that something was wanted of a channel that it has declared not to do.
var errNotAsked = errors.New("this channel cannot do that")

// speechless is what the ways have in common in which programs do not speak to people.
type speechless struct{}

func (speechless) probe(context.Context, Grader, *playing) error { return nil }

func (speechless) join(
	context.Context,
	Grader,
	*playing,
	suite.Script,
	int,
	func(channel.Sitter) (channel.Performance, error),
) (channel.Performance, error) {
	return channel.Performance{}, errNotAsked
}

func (speechless) teach(*playing, string, string, game.Player) (way, error) {
	return nil, errNotAsked
}

// wire drives programs that speak the protocol.
type wire struct{ speechless }

// openWire reads the phrasebook, which is kept for when the channel changes.
func openWire(file, text string, _ *suite.Suite) (way, error) {
	_, err := phrasebook.Parse(file, text)
	return wire{}, err
}

func (wire) prepare(ctx context.Context, g Grader, p *playing, folder fs.FS) error {
	return g.build(ctx, p, folder, func(*toolchain.Program) error { return nil })
}

func (wire) play(ctx context.Context, g Grader, p *playing, script suite.Script, moments []suite.Moment) (channel.Performance, error) {
	return channel.Wire{Rules: g.Suite.Rules, Setup: script.Setup, Patience: p.patience()}.Play(ctx, p.spec(), moments)
}

func (wire) shows(s *suite.Suite) *suite.Suite { return s }
