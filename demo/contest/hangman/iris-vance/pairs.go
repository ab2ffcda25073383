package main

import "slices"

// choose guesses what often stands beside the letters that are shown.
func choose(word string, letters []string) string {
	beside := map[rune]string{'q': "u", 't': "hre", 's': "thc", 'e': "rnsd", 'i': "nst", 'a': "nrt", 'o': "nur", 'n': "dgt"}
	for i, c := range word {
		if i+1 < len(word) && word[i+1] == '_' {
			for _, next := range beside[c] {
				if !slices.Contains(letters, string(next)) {
					return string(next)
				}
			}
		}
	}
	for _, c := range "eariotnslcudpmhgbfywkvxzjq" {
		if !slices.Contains(letters, string(c)) {
			return string(c)
		}
	}
	return "?"
}
