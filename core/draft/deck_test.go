package draft

import (
	"maps"
	"slices"
	"testing"
)

func TestDeckIn(t *testing.T) {
	german := map[string]string{"10": "10", "J": "Bube", "Q": "Dame", "K": "König", "A": "Ass"}
	signs := map[string]string{"10": "T", "J": "J", "Q": "Q", "K": "K", "A": "A"}
	tests := []struct {
		name, source string
		ranks        map[string]string
		suits        []string
	}{
		{"a list with the ace last", `werte = {'2': 2, '3': 3, '4': 4, '5': 5, '6': 6, '7': 7, '8': 8, '9': 9, '10': 10, 'Bube': 10, 'Dame': 10, 'König': 10, 'Ass': 11}`, german, nil},
		{"a list with the ace first", `["Ass", "2", "3", "4", "5", "6", "7", "8", "9", "10", "Bube", "Dame", "König"]; ["Pik", "Herz", "Karo", "Kreuz"]`, german, []string{"Pik", "Herz", "Karo", "Kreuz"}},
		{"names of numbers", `case 1: return "Ass"; case 11: return "Bube"; case 12: return "Dame"; case 13: return "König";`, german, nil},
		{"names of signs", `B = { "A" => "Ass", "J" => "Bube", "Q" => "Dame", "K" => "König" }; F = { "S" => "Pik", "H" => "Herz", "D" => "Karo", "C" => "Kreuz" }`, german, []string{"Pik", "Herz", "Karo", "Kreuz"}},
		{"a sign for each", `static const string r = "?A23456789TJQK";`, signs, nil},
		{"signs with the ace last", `for r in "23456789TJQKA":`, signs, nil},
		{"no deck", `print("2", "3"); "Ass"; x = "0123456789"`, nil, nil},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			if d := DeckIn(tt.source); !maps.Equal(d.Ranks, tt.ranks) || !slices.Equal(d.Suits, tt.suits) {
				t.Errorf("DeckIn = %v", d)
			}
		})
	}
}

func TestCardNames(t *testing.T) {
	tests := []struct {
		name, source string
		want         []string // the ace, 2 and king of each
	}{
		{"a map", `const RANKS = { ace: 11, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10, jack: 10, queen: 10, king: 10 };`, []string{"ace two king"}},
		{"a map with the ace last", `{"zwei"=>2,"drei"=>3,"vier"=>4,"fünf"=>5,"sechs"=>6,"sieben"=>7,"acht"=>8,"neun"=>9,"zehn"=>10,"Bube"=>10,"Dame"=>10,"König"=>10,"Ass"=>11}`, []string{"Ass zwei König"}},
		{"words", `%w[Ace Two Three Four Five Six Seven Eight Nine Ten Jack Queen King]`, []string{"Ace Two King"}},
		{"either end", `["a1","a2","a3","a4","a5","a6","a7","a8","a9","b1","b2","b3","b4"]`, []string{"b4 a1 b3", "a1 a2 b4"}},
		{"signs", `["A","2","3","4","5","6","7","8","9","10","J","Q","K"]`, nil},
		{"not a deck", `{ "a": 1, "b": 2 }`, nil},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			var got []string
			for _, names := range CardNames(tt.source) {
				got = append(got, names["A"]+" "+names["2"]+" "+names["K"])
			}
			if !slices.Equal(got, tt.want) {
				t.Errorf("CardNames = %q, want %q", got, tt.want)
			}
		})
	}
}
