package channel_test

import (
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"durchgang/internal/channel"
	"durchgang/internal/toolchain"
)

// scouted is a program that reads a move as reads says, and draws the board.
func scouted(asks, reads, show string) string {
	return asks + `
g, t = [None] * 9, 0
def show():
    ` + show + `
while True:
    show()
    try:
        ` + reads + `
        if not (0 <= r < 3 and 0 <= c < 3): raise ValueError
        if g[r * 3 + c] is not None: raise ValueError
    except ValueError:
        print("ojojoj"); continue
    g[r * 3 + c] = t; t = 1 - t
`
}

// How a move is typed, where the board is and what is asked first follow from what changes on
// the screen, whatever is said.
func TestScout(t *testing.T) {
	const plain = `for r in range(3): print("<" + "~".join(" *+"[0 if x is None else x + 1] for x in g[r*3:r*3+3]) + ">")`
	tests := []struct {
		name, source string
		move         []string
		base         int
		board        []string
		marks        string
		answers      int
		against      bool
	}{
		{"two digits", scouted("", "s = input('zz? '); r, c = int(s[0]) - 1, int(s[1]) - 1; s[2:] == '' or int('x')", plain), []string{"{row}{col}"}, 1, []string{"<{}~{}~{}>", "<{}~{}~{}>", "<{}~{}~{}>"}, "*+", 0, false},
		{"the column first, from zero", scouted("", "c, r = map(int, input('zz? ').split())", plain), []string{"{col} {row}"}, 0, []string{"<{}~{}~{}>", "<{}~{}~{}>", "<{}~{}~{}>"}, "*+", 0, false},
		{"as on a keypad", scouted("", "n = int(input('zz? ')) - 1; r, c = 2 - n // 3, n % 3", plain), []string{"{number-from-bottom}"}, 1, []string{"<{}~{}~{}>", "<{}~{}~{}>", "<{}~{}~{}>"}, "*+", 0, false},
		{"two prompts, the column's first, after names and a menu",
			scouted("input('Wie? '); input('Und? ')\nwhile input('[k] oder [l]? ') != 'l': pass", "c = int(input('yy? ')) - 1; r = int(input('zz? ')) - 1", `print("\n".join("r%d|%s" % (r, "|".join("." if x is None else "AB"[x] for x in g[r*3:r*3+3])) + "\n==" for r in range(3)))`),
			[]string{"{col}", "{row}"}, 1, []string{"r0|{}|{}|{}", "", "r1|{}|{}|{}", "", "r2|{}|{}|{}"}, "AB", 3, false},
		{"two players where a menu has both", scouted("import sys\nsolo = input('(1) or (2) players? ') == '1'",
			"s = input('zz? ') if not (solo and t) else '%d%d' % divmod(g.index(None), 3); r, c = (int(s[0]) - 1, int(s[1]) - 1) if not (solo and t) else (int(s[0]), int(s[1]))", plain),
			[]string{"{row}{col}"}, 1, []string{"<{}~{}~{}>", "<{}~{}~{}>", "<{}~{}~{}>"}, "*+", 1, false},
		{"all rows on one line", scouted("", "s = input('zz? '); r, c = int(s[0]) - 1, int(s[1]) - 1", `print([" *+"[0 if x is None else x + 1] for x in g])`),
			[]string{"{row}{col}"}, 1, []string{"['{}', '{}', '{}', '{}', '{}', '{}', '{}', '{}', '{}']"}, "*+", 0, false},
		{"from zero although it says one", scouted("print('1-3')", "r, c = map(int, input('1 to 3? ').split())", plain), []string{"{row} {col}"}, 1, []string{"<{}~{}~{}>", "<{}~{}~{}>", "<{}~{}~{}>"}, "*+", 0, true},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			p, err := toolchain.Prepare(t.Context(), fstest.MapFS{"a.py": {Data: []byte(tt.source), Mode: 0o644}}, toolchain.Cache{})
			if err != nil {
				t.Fatal(err)
			}
			defer p.Close()
			got, ok, err := channel.Scout{Rows: 3, Cols: 3, Patience: channel.DefaultPatience()}.Find(t.Context(), p.Spec)
			if err != nil || !ok {
				t.Fatalf("nothing was found: %v", err)
			}
			if !slices.Equal(got.Move, tt.move) || got.Base != tt.base || !slices.Equal(got.Board, tt.board) || strings.Join(got.Marks[:], "") != tt.marks || len(got.Answers) != tt.answers || (got.Against != "") != tt.against {
				t.Errorf("found %+v", got)
			}
		})
	}
}
