package main

// choose looks at every game that can follow.
func choose(board [3][3]string, player string) int {
	other := "X"
	if player == "X" {
		other = "O"
	}
	best, most := -1, -2
	for cell := range 9 {
		if board[cell/3][cell%3] != "" {
			continue
		}
		board[cell/3][cell%3] = player
		if value := -worth(board, other, player); value > most {
			best, most = cell, value
		}
		board[cell/3][cell%3] = ""
	}
	return best
}

// worth is 1 when the player to move wins, -1 when it loses, and 0 for a draw.
func worth(board [3][3]string, player, other string) int {
	if lined(board, other) {
		return -1
	}
	most, full := -2, true
	for cell := range 9 {
		if board[cell/3][cell%3] != "" {
			continue
		}
		full = false
		board[cell/3][cell%3] = player
		most = max(most, -worth(board, other, player))
		board[cell/3][cell%3] = ""
	}
	if full {
		return 0
	}
	return most
}

func lined(b [3][3]string, p string) bool {
	for i := range 3 {
		if b[i][0] == p && b[i][1] == p && b[i][2] == p || b[0][i] == p && b[1][i] == p && b[2][i] == p {
			return true
		}
	}
	return b[1][1] == p && (b[0][0] == p && b[2][2] == p || b[0][2] == p && b[2][0] == p)
}
