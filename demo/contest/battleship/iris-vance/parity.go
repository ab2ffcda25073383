package main

// choose goes on beside hits, and else shoots at every second cell, from the middle outwards.
func choose(board [10][10]string) int {
	free := func(r, c int) bool { return r >= 0 && r < 10 && c >= 0 && c < 10 && board[r][c] == "" }
	for cell := range 100 {
		r, c := cell/10, cell%10
		if board[r][c] != "X" {
			continue
		}
		for _, d := range [][2]int{{0, 1}, {1, 0}, {0, -1}, {-1, 0}} {
			if free(r+d[0], c+d[1]) {
				return (r+d[0])*10 + c + d[1]
			}
		}
	}
	best, least := -1, 1000
	for cell := range 100 {
		r, c := cell/10, cell%10
		away := (2*r-9)*(2*r-9) + (2*c-9)*(2*c-9)
		if (r+c)%2 == 0 {
			away += 500
		}
		if free(r, c) && away < least {
			best, least = cell, away
		}
	}
	return best
}
