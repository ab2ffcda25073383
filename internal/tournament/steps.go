package tournament

import (
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/play"
	"durchgang/internal/record"
)

// Steps replays a game.
func Steps(b record.PlayedBout) ([]record.ReplayStep, error) {
	rules, err := games.All().Rules(string(b.Record.Variant))
	if err != nil {
		return nil, err
	}
	worth := map[int]*record.Worth{}
	for i := range b.Worth {
		worth[b.Worth[i].Ply] = &b.Worth[i]
	}
	steps := []record.ReplayStep{}
	err = play.Replay(rules, &b.Record, func(ply int, pos game.Position, m *game.Move) {
		viewer := game.Nobody
		if rules.Solo() {
			viewer = game.First
		}
		view := rules.View(pos, viewer, nil)
		s := record.ReplayStep{Boards: game.Boards(rules, view), Lines: game.Lines(rules, view), Seat: int(pos.Turn()), Worth: worth[ply]}
		if t := pos.Turn(); t != game.Nobody {
			s.Turn = rules.PlayerName(t)
		}
		if m != nil {
			s.Move = rules.FormatMove(*m)
			s.Millis = float64(b.Record.Plies[ply].Took.Microseconds()) / 1000
		}
		steps = append(steps, s)
	})
	return steps, err
}
