package battleship

import (
	"errors"
	"fmt"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// Errors of a fleet and its placement, for errors.Is.
var (
	ErrFleet    = errors.New("a fleet is the lengths of 1 to 10 ships, each from 1 to 26, as in 5+4+3+3+2")
	ErrNames    = errors.New("there is one name for each ship, as in carrier+patrol_boat, where _ stands for a blank, without commas or signs")
	ErrNoRoom   = errors.New("the fleet does not fit on the board")
	ErrShips    = errors.New("a placement names each ship of the fleet in order, as in a1>,c3v")
	ErrOffBoard = errors.New("it leaves the board")
	ErrOverlap  = errors.New("it lies on another ship")
	ErrTouches  = errors.New("it touches another ship")
)

const mostShips = 10

// Ship is one ship of a fleet.
type Ship struct {
	Name   string
	Length int
}

// usualNames are given to the ships of the usual fleet; others are called by their
// lengths.
var usualNames = []string{"carrier", "battleship", "cruiser", "submarine", "destroyer"}

const usualFleet = "5+4+3+3+2"

func checkFleet(text string) error {
	_, err := parseLengths(text)
	return err
}

func parseLengths(text string) ([]int, error) {
	parts := strings.Split(text, "+")
	if len(parts) > mostShips {
		return nil, ErrFleet
	}
	lengths := make([]int, len(parts))
	for i, part := range parts {
		n, err := strconv.Atoi(part)
		if err != nil || n < 1 || n > 26 {
			return nil, ErrFleet
		}
		lengths[i] = n
	}
	return lengths, nil
}

func checkNames(text string) error {
	if text == "" {
		return nil
	}
	seen := map[string]bool{}
	for part := range strings.SplitSeq(text, "+") {
		if part == "" || seen[part] || strings.ContainsAny(part, " ,=;:\t") {
			return ErrNames
		}
		seen[part] = true
	}
	return nil
}

// fleet makes the ships of lengths and names; without names the usual ones, or the
// lengths, which a letter tells apart where two are equal.
func fleet(lengths, names string) ([]Ship, error) {
	sizes, err := parseLengths(lengths)
	if err != nil {
		return nil, err
	}
	var given []string
	switch {
	case names != "":
		given = strings.Split(strings.ReplaceAll(names, "_", " "), "+")
	case lengths == usualFleet:
		given = usualNames
	default:
		for i, n := range sizes {
			given = append(given, fmt.Sprintf("%d%c", n, 'a'+i))
		}
	}
	if len(given) != len(sizes) {
		return nil, ErrNames
	}
	ships := make([]Ship, len(sizes))
	for i, n := range sizes {
		ships[i] = Ship{given[i], n}
	}
	return ships, nil
}

// Berth is where a ship lies: from its cell to the right, or down.
type Berth struct {
	Cell game.Cell
	Down bool
}

func parseBerth(text string) (Berth, error) {
	head, across := strings.CutSuffix(text, ">")
	down := false
	if !across {
		head, down = strings.CutSuffix(text, "v")
	}
	c, err := game.ParseCell(head)
	if err != nil || across == down {
		return Berth{}, fmt.Errorf("%q: a ship is placed as b3> (to the right) or b3v (down)", text)
	}
	return Berth{c, down}, nil
}

func (b Berth) String() string {
	if b.Down {
		return b.Cell.String() + "v"
	}
	return b.Cell.String() + ">"
}

// Cells lists the cells of a ship of that length.
func (b Berth) Cells(length int) []game.Cell {
	list := make([]game.Cell, length)
	for i := range list {
		list[i] = b.Cell
		if b.Down {
			list[i].Row += int16(i)
		} else {
			list[i].Col += int16(i)
		}
	}
	return list
}
