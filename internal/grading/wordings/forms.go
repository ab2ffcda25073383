package wordings

import "strings"

// form is how a move is typed. Read is Python that sets cell to 0 to 8, row by row, or raises
// ValueError for what cannot be read and IndexError for what is off the board; ask(text) prints a
// prompt and returns a line.
type form struct {
	name  string
	typed string   // the same as text: r, c and n stand for the label of the row, the column and the cell, | divides lines
	what  []string // how it is announced; in the reserve the second half
	read  string
	rows  string // the labels that fit beside the board, of "123", "012", "abc", "ABC" or ""
	cols  string
	cells string // what may stand in free cells, nine characters, or ""
}

// move is how a cell is typed.
func (f form) move(row, col int) string {
	var s strings.Builder
	for _, sign := range f.typed {
		switch sign {
		case 'r':
			s.WriteByte(f.rows[row])
		case 'c':
			s.WriteByte(f.cols[col])
		case 'n':
			s.WriteByte(f.cells[row*3+col])
		case '|':
			s.WriteByte('\n')
		default:
			s.WriteRune(sign)
		}
	}
	return s.String()
}

const off = "if not (0 <= r < 3 and 0 <= c < 3): raise IndexError\ncell = r * 3 + c"

var forms = []form{
	{"row and column", "r c", []string{"row and column (1-3), for example 2 3", "row and column from 1 to 3, divided by a blank", "first the row, a space, then the column, each 1 to 3", "row column (1..3 1..3)"},
		"r, c = ask(prompt).split()\nr = int(r) - 1\nc = int(c) - 1\n" + off, "123", "123", ""},
	{"a number", "n", []string{"a number from 1 to 9", "1-9", "a square between 1 and 9", "number of a square, 1..9"},
		"n = int(ask(prompt)) - 1\nif not 0 <= n < 9: raise IndexError\ncell = n", "", "", "123456789"},
	{"row, then column", "r|c", []string{"your row (1-3)|your column (1-3)", "row, 1 to 3|column, 1 to 3", "which row (1, 2, 3)|which column (1, 2, 3)", "line 1..3|and column 1..3"},
		"r = int(ask(prompt)) - 1\nif not 0 <= r < 3: raise IndexError\nc = int(ask(second)) - 1\n" + off, "123", "123", ""},
	{"letter and number", "cr", []string{"a cell such as b2", "column letter and row number, like a1", "a field (for example c3)", "letter a-c and digit 1-3, e.g. b3"},
		"t = ask(prompt).strip().lower()\nif len(t) != 2: raise ValueError\nc = ord(t[0]) - 97\nr = int(t[1]) - 1\nif not t[0].isalpha(): raise ValueError\n" + off, "123", "abc", ""},
	{"row,column", "r,c", []string{"row,column (1-3)", "row,col e.g. 1,3", "two numbers 1-3 with a comma, row first", "like 2,1 for second row, first column"},
		"r, c = ask(prompt).split(',')\nr = int(r) - 1\nc = int(c) - 1\n" + off, "123", "123", ""},
	{"from zero", "r c", []string{"row and column (0-2)", "row and column, 0 to 2", "row col, counted from 0 to 2", "row and column, where 0 0 is the upper left"},
		"r, c = map(int, ask(prompt).split())\n" + off, "012", "012", ""},
	{"a number from zero", "n", []string{"a number from 0 to 8", "0-8", "square 0..8", "a square, 0 (upper left) to 8"},
		"n = int(ask(prompt))\nif not 0 <= n < 9: raise IndexError\ncell = n", "", "", "012345678"},
	{"column and row", "c r", []string{"column and row (1-3), as in 1 3", "x and y from 1 to 3 (x is the column)", "column first, then row, both 1-3, with a blank", "col row, each 1..3"},
		"c, r = ask(prompt).split()\nr = int(r) - 1\nc = int(c) - 1\n" + off, "123", "123", ""},
	// The reserve.
	{"row and column as well", "r c", []string{"", "", "give row and column numbers (1 to 3), space between", "row/column 1-3 with a space, e.g. 3 1"},
		"r, c = [int(x) for x in ask(prompt).split()]\nr -= 1\nc -= 1\n" + off, "123", "123", ""},
	{"a keypad", "n", []string{"", "", "a key of the number pad (7 is the upper left, 3 the lower right)", "1-9 as on the number pad: 7 8 9 on top"},
		"n = int(ask(prompt))\nif not 1 <= n <= 9: raise IndexError\ncell = (2 - (n - 1) // 3) * 3 + (n - 1) % 3", "", "", "789456123"},
	{"two digits", "rc", []string{"", "", "two digits, row and column, as 23", "row and column together, e.g. 13"},
		"t = ask(prompt).strip()\nif len(t) != 2: raise ValueError\nr = int(t[0]) - 1\nc = int(t[1]) - 1\n" + off, "123", "123", ""},
	{"letters for cells", "n", []string{"", "", "a letter from a to i", "a letter (a-i)"},
		"t = ask(prompt).strip().lower()\nif len(t) != 1 or not t.isalpha(): raise ValueError\nn = ord(t) - 97\nif not 0 <= n < 9: raise IndexError\ncell = n", "", "", "abcdefghi"},
	{"row letter and column", "rc", []string{"", "", "row letter and column number, e.g. A3", "A-C for the row and 1-3 for the column, like B1"},
		"t = ask(prompt).strip().upper()\nif len(t) != 2 or not t[0].isalpha(): raise ValueError\nr = ord(t[0]) - 65\nc = int(t[1]) - 1\n" + off, "ABC", "123", ""},
	{"column, then row", "c|r", []string{"", "", "a column (1-3)|a row (1-3)", "column 1..3|row 1..3"},
		"c = int(ask(prompt)) - 1\nif not 0 <= c < 3: raise IndexError\nr = int(ask(second)) - 1\n" + off, "123", "123", ""},
	{"number and letter", "rc", []string{"", "", "row number and column letter, like 2b", "e.g. 3a: row 3, column a"},
		"t = ask(prompt).strip().lower()\nif len(t) != 2 or not t[1].isalpha(): raise ValueError\nr = int(t[0]) - 1\nc = ord(t[1]) - 97\n" + off, "123", "abc", ""},
	{"a number, once more", "n", []string{"", "", "your square, 1 to 9", "1..9"},
		"n = int(ask(prompt))\nif n < 1 or n > 9: raise IndexError\ncell = n - 1", "", "", "123456789"},
}

// board is how the board is drawn: what stands in a free cell ("#" is its name in the form, where
// it has one), before, between and behind cells, the line between rows, and the frame.
type board struct {
	free, left, between, right, rule, frame string
	labels                                  bool
}

var boards = []board{
	{".", "", " ", "", "", "", false}, {" ", "", "|", "", "-+-+-", "", false}, {" ", " ", " | ", "", "---+---+---", "", false}, {"-", "", " ", "", "", "", true},
	{"#", "", " ", "", "", "", false}, {"#", "", "|", "", "-----", "", false}, {"_", "|", "|", "|", "", "", false}, {" ", "| ", " | ", " |", "+---+---+---+", "+---+---+---+", false},
	{" ", "[", "][", "]", "", "", false}, {".", "", "  ", "", "", "", true}, {" ", "", "|", "", "-+-+-", "", true}, {"*", "", " ", "", "", "", false},
	{"#", " ", " | ", " ", "---|---|---", "", false}, {" ", "║", "║", "║", "", "═══════", false}, {"0", "", " ", "", "", "", false},
	// The reserve.
	{"·", "", " ", "", "", "", false}, {" ", "", " ! ", "", "=========", "", false}, {"?", "( ", " ) ( ", " )", "", "", false}, {".", "", ",", "", "", "", true},
	{"#", "<", "> <", ">", "", "", false}, {" ", "│ ", " │ ", " │", "├───┼───┼───┤", "┌───┬───┬───┐", false}, {"+", "", " ", "", "", "", false}, {" ", "", "/", "", "~~~~~", "", true},
	{"#", "", "   ", "", "", "", false}, {"-", "[", ", ", "]", "", "", false}, {" ", "'", "' '", "'", "", "", false}, {"~", "", "", "", "", "", true},
	{"#", "| ", " | ", " |", "-------------", "-------------", false}, {".", "  ", " : ", "", "", "", true}, {"_", "", " ", "", "", "*****", false},
}

// pair is what players put on the board, and how they are called: by {mark} or otherwise.
type pair struct {
	marks [2]string
	call  [2]string
}

// ordered reports whether the names or the marks tell who is the first player.
func (p pair) ordered() bool {
	return strings.EqualFold(p.marks[0], "X") && strings.EqualFold(p.marks[1], "O") || strings.Contains(p.call[0], "1") || strings.Contains(p.call[0], "first")
}

var pairs = []pair{
	{[2]string{"X", "O"}, [2]string{"X", "O"}}, {[2]string{"X", "O"}, [2]string{"Player 1 (X)", "Player 2 (O)"}}, {[2]string{"x", "o"}, [2]string{"x", "o"}}, {[2]string{"X", "O"}, [2]string{"1", "2"}},
	// The reserve.
	{[2]string{"X", "O"}, [2]string{"Crosses", "Noughts"}}, {[2]string{"@", "%"}, [2]string{"@", "%"}}, {[2]string{"X", "O"}, [2]string{"Red", "Blue"}}, {[2]string{"A", "B"}, [2]string{"A", "B"}},
}

const offColumns = "if not 0 <= c < COLS: raise IndexError"

// columns are the ways to type a column, by part.
var columns = [...][]form{
	{
		{"a column", "c", []string{"a column (1-7)", "column 1 to 7", "1-7"}, "c = int(ask(prompt)) - 1\n" + offColumns, "", "1234567", ""},
		{"a letter", "c", []string{"a column (a-g)", "a letter from a to g"}, "t = ask(prompt).strip().lower()\nif len(t) != 1 or not t.isalpha(): raise ValueError\nc = ord(t) - 97\n" + offColumns, "", "abcdefg", ""},
	},
	{
		{"from zero", "c", []string{"a slot, 0 to 6", "0-6"}, "c = int(ask(prompt))\n" + offColumns, "", "0123456", ""},
		{"a column", "c", []string{"the slot to use, 1..7"}, "c = int(ask(prompt)) - 1\n" + offColumns, "", "1234567", ""},
	},
	{
		{"a capital", "c", []string{"one of A to G", "the shaft's letter (A-G)"}, "t = ask(prompt).strip().upper()\nif len(t) != 1 or not t.isalpha(): raise ValueError\nc = ord(t) - 65\n" + offColumns, "", "ABCDEFG", ""},
		{"a number", "c", []string{"which shaft, from 1 on the left to 7 on the right", "number of the pile (1 to 7)"}, "c = int(ask(prompt)) - 1\n" + offColumns, "", "1234567", ""},
		{"from zero", "c", []string{"shaft 0, 1, 2, 3, 4, 5 or 6"}, "c = int(ask(prompt))\n" + offColumns, "", "0123456", ""},
	},
}
