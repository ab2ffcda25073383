package game

import (
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// Arranges is implemented by rules of games in which a position can be given as it looks, so that moves are found that
// lead to it.
type Arranges interface {
	Rules
	// Parts says as what a position is given.
	Parts() []Part
	// Arrange reads the parts, one text each, upon a set-up. The error says which part cannot come about, and why.
	Arrange(s Setup, parts []string) (Arrangement, error)
}

// Gives is implemented by rules of games that may begin with any position, for programs that can be shown one.
type Gives interface {
	Arranges
	// Given is the set-up with which a game begins with a position, which need not come about in play.
	Given(a Arrangement) Setup
}

// GivesPosition reports whether a set-up is a position.
func GivesPosition(rules Rules, s Setup) bool {
	_, is := rules.(Gives)
	return is && s != ""
}

// Part is one of the texts that make up a position: a drawing of a board, or words.
type Part struct {
	Title string   `json:"title"`
	Board bool     `json:"board" description:"It is a drawing of a board; else a line of words."`
	Marks []string `json:"marks" description:"What a cell of the drawing may hold, without the free cell."`
}

// Arrangement is a position by the moves that were made, in no order.
type Arrangement struct {
	Setup Setup
	Moves [Second + 1][]Move // by player
	Cells map[Cell]Player    // what the board holds; nil where it is not looked at
}

// ErrDrawing means that a text is no drawing of the board.
var ErrDrawing = errors.New("a board is drawn with one line for each row, or is written as a list of lists")

var (
	innermost = regexp.MustCompile(`[\[{(]([^\[\](){}]*)[\]})]`)
	ruled     = regexp.MustCompile(`^[-+=|_─│┼━┃╋┌┐└┘├┤┬┴═║╬\s]*[-+=_─┼━╋┬┴═╬][-+=|_─│┼━┃╋┌┐└┘├┤┬┴═║╬\s]*$`)
	label     = regexp.MustCompile(`^\s*(\d+|[A-Za-z])(?:[ :.)]|\|)?`)
	bars      = strings.NewReplacer("│", "|", "┃", "|", "║", "|", "\t", " ", "\r", "")
	free      = []string{"", ".", "_", "-", "·", "*", "~", "none", "null", "nil", "empty", "free", "undefined", "e"}
)

// ReadBoard reads a board of rows × columns from a text in which people draw one: lines with or without bars, labels and
// rules between, or nested or flat lists as programming languages write them. Free cells are "".
func ReadBoard(text string, rows, cols int) ([][]string, error) {
	board, found := readLists(text, rows, cols)
	if found == 0 {
		board, found = readDrawing(text, rows, cols)
	}
	if board == nil {
		return nil, fmt.Errorf("%w: %d rows of %d cells are wanted, and %d such rows were found", ErrDrawing, rows, cols, found)
	}
	for _, row := range board {
		for col := range row {
			row[col] = strings.TrimSpace(row[col])
		}
	}
	labelled := true // cells that are numbered from 1 are free
	for i := range rows * cols {
		if cell := board[i/cols][i%cols]; cell != strconv.Itoa(i+1) && isNumber(cell) {
			labelled = false
		}
	}
	ones := slices.ContainsFunc(board, func(row []string) bool { return slices.Contains(row, "1") || slices.Contains(row, "2") })
	for _, row := range board {
		for col, cell := range row {
			cell = strings.Trim(cell, `'"`+"`")
			cell = strings.TrimSpace(cell[strings.LastIndex(cell, ".")+1:]) // Mark.X
			if slices.Contains(free, strings.ToLower(cell)) || labelled && isNumber(cell) || cell == "0" && ones {
				cell = ""
			}
			row[col] = cell
		}
	}
	return board, nil
}

func isNumber(text string) bool { _, err := strconv.Atoi(text); return err == nil }

// readLists reads lists of cells, and reports how many rows it found; 0 where there are no lists.
func readLists(text string, rows, cols int) (board [][]string, found int) {
	for _, list := range innermost.FindAllStringSubmatch(text, -1) {
		cells := strings.Split(strings.TrimRight(strings.TrimSpace(list[1]), ","), ",")
		switch texts := textRows(cells, cols); {
		case len(cells) == rows && texts != nil:
			board = append(board, texts...)
		case len(cells) == rows*cols && rows > 1:
			for row := range rows {
				board = append(board, cells[row*cols:(row+1)*cols])
			}
		case len(cells) == cols:
			board = append(board, cells)
		}
	}
	if len(board) != rows {
		return nil, len(board)
	}
	return board, len(board)
}

// textRows divides texts into their signs; nil where one has another number of them than a row has cells.
func textRows(texts []string, cols int) (rows [][]string) {
	for _, text := range texts {
		signs := strings.Split(strings.Trim(strings.TrimSpace(text), `'"`), "")
		if len(signs) != cols || cols == 1 {
			return nil
		}
		rows = append(rows, signs)
	}
	return rows
}

// readDrawing reads lines of cells, and reports how many rows it found. Labels beside the rows and over the columns are told from
// cells by what leaves as many rows as the board has.
func readDrawing(text string, rows, cols int) (board [][]string, found int) {
	lines := strings.Split(strings.Trim(bars.Replace(text), "\n"), "\n")
	for _, attempt := range []struct{ rules, labels bool }{{false, false}, {true, false}, {false, true}, {true, true}} {
		var board [][]string
		for _, line := range lines {
			if attempt.rules && ruled.MatchString(line) {
				continue
			}
			if attempt.labels {
				line = label.ReplaceAllStringFunc(line, func(l string) string { return strings.Repeat(" ", len(l)) })
			}
			if cells := cellsOf(line, cols); cells != nil {
				board = append(board, cells)
			}
		}
		if len(board) == rows+1 && isHeader(board[0]) {
			board = board[1:]
		}
		if len(board) == rows+1 && isHeader(board[rows]) {
			board = board[:rows]
		}
		if len(board) == rows && plausible(board) {
			return board, rows
		}
		found = max(found, min(len(board), rows-1))
	}
	return nil, found
}

// plausible reports whether the numbers in cells may stand there: all are the numbers of their cells from 1, or marks.
func plausible(board [][]string) bool {
	numbers, marks, n := true, true, 0
	for _, row := range board {
		for _, cell := range row {
			n++
			if isNumber(cell) {
				numbers = numbers && cell == strconv.Itoa(n)
				marks = marks && (cell == "0" || cell == "1" || cell == "2")
			}
		}
	}
	return numbers || marks
}

// cellsOf divides a line into that many cells; nil where it cannot be.
func cellsOf(line string, cols int) []string {
	if parts := strings.Split(strings.TrimSpace(line), "|"); len(parts) > 1 {
		if len(parts) > cols && strings.TrimSpace(parts[0]) == "" {
			parts = parts[1:]
		}
		if len(parts) == cols+1 && strings.TrimSpace(parts[cols]) == "" {
			parts = parts[:cols]
		}
		for i := range parts {
			if parts[i] = strings.TrimSpace(parts[i]); strings.Contains(parts[i], " ") {
				return nil
			}
		}
		if len(parts) == cols {
			return parts
		}
		return nil
	}
	words := strings.Fields(line)
	if len(words) == cols {
		return words
	}
	if len(words) == 1 && len(strings.Split(words[0], "")) == cols {
		return strings.Split(words[0], "")
	}
	signs := strings.Split(line, "")
	switch {
	case len(signs) == cols && cols > 1:
		return signs
	case len(words) > cols || len(signs) == 0:
		return nil
	}
	cells := make([]string, cols) // free cells are blanks, and blanks stand between
	for i, sign := range signs {
		switch {
		case sign != " " && (i%2 == 1 || i/2 >= cols):
			return nil
		case i%2 == 0 && i/2 < cols:
			cells[i/2] = sign
		}
	}
	return cells
}

// isHeader reports whether cells are the labels of columns: numbers or letters one after another.
func isHeader(cells []string) bool {
	for i, cell := range cells {
		if i == 0 || cell == "" {
			if cell == "" || strings.EqualFold(cell, "x") || strings.EqualFold(cell, "o") && len(cells) < 15 {
				return false
			}
			continue
		}
		a, errA := strconv.Atoi(cells[i-1])
		b, errB := strconv.Atoi(cell)
		letters := len(cell) == 1 && len(cells[i-1]) == 1 && cell[0] == cells[i-1][0]+1
		if !letters && (errA != nil || errB != nil || b != a+1) {
			return false
		}
	}
	return len(cells) > 1
}

// MarkOf is the player to whom a mark in a drawing belongs: by the name of the player, or 1 and 2; nobody for a free cell.
func MarkOf(rules Rules, mark string) (Player, error) {
	for p := First; p <= Second; p++ {
		if strings.EqualFold(mark, rules.PlayerName(p)) || mark == strconv.Itoa(int(p)) {
			return p, nil
		}
	}
	if mark == "" {
		return Nobody, nil
	}
	if mark == "0" { // a round mark
		return Second, nil
	}
	return Nobody, fmt.Errorf("%q is not a mark: write %s and %s", mark, rules.PlayerName(First), rules.PlayerName(Second))
}
