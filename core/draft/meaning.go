package draft

import (
	"regexp"
	"slices"
	"strings"

	"durchgang/core/game"
)

// What programs say of a guess is learned from when they say it, and so would be a program's that has higher and lower swapped.
// What the words mean decides: words for much and for little, which mean the opposite where they are about the guess, as in "too
// low" and "your number is smaller than mine".
var (
	much   = wordList(`high\pL* big\pL* larg\pL* great\pL* more up above gr(?:öß|oß|oss|oess|öss)\pL* höher hoch hoh\pL* mehr grand\pL* élevé\pL* haut\pL* plus mayor\pL* grande alt[oa] más sub[ei]\pL* maior\pL* mais maggior\pL* più groter groot hoger hoog meer større højere więcej większ\pL* wyż\pL*`)
	little = wordList(`low\pL* small\pL* less little down below klein\pL* niedrig\pL* tief\pL* wenig\pL* petit\pL* bas moins menor\pL* pequeñ\pL* bajo baj[ae]\pL* menos minor\pL* piccol\pL* bass[oa] meno lager laag minder mindre lavere mniej\pL* niż\pL*`)
	toward = wordList(`too zu trop demasiad\pL* troppo muito te for zbyt za`)
	yours  = wordList(`your yours you dein\pL* ihr\pL* eure?\pL* votre ton ta tu tus su tuo tua jouw je din twoj\pL* twój`)
	ours   = wordList(`my mine mein\pL* mon ma mi mío mía meu minha mio mia mijn min moj\pL* mój it its secret hidden number zahl nombre número numero getal es er sie`)
	aGuess = regexp.MustCompile(`(?i)\b(?:that|this|the|your|dein\pL*|der|ta|votre|tu)\W+(?:guess|tipp|proposition|intento|gok)\b`)
)

// comparative finds words by which adjectives are compared, which say nothing beside one.
var comparative = regexp.MustCompile(`(?i)\b(?:plus|más|mais|più|more|much|mehr|meer)\b(\W+\pL+)`)

func wordList(words string) *regexp.Regexp {
	return regexp.MustCompile(`(?i)(?:^|[^\pL])(?:` + strings.Join(strings.Fields(words), "|") + `)(?:$|[^\pL])`)
}

// meansOf is where a number is by what is said of a guess, as far as the words are understood; empty else.
func meansOf(said string) string {
	said = strings.NewReplacer(wholeLine, " ", `\W+`, " ", `\W*`, " ").Replace(said)
	up, down := much.MatchString(said), little.MatchString(said)
	if up && down { // as "plus petit" is both
		said = comparative.ReplaceAllString(said, "$1")
		up, down = much.MatchString(said), little.MatchString(said)
	}
	if up == down {
		return ""
	}
	about := func(p *regexp.Regexp) int {
		if at := p.FindStringIndex(said); at != nil {
			return at[0]
		}
		return len(said) + 1
	}
	guess := min(about(yours), about(aGuess))
	if toward.MatchString(said) || guess < about(ours) && guess < min(about(much), about(little)) {
		up = !up
	}
	if up {
		return game.HigherText
	}
	return game.LowerText
}

// mean puts what is said of guesses where its words belong, whenever it is said: rules by which it is said otherwise explain
// nothing. What is not understood cannot be told from its opposite.
func (w *Wording) mean() {
	keys := map[string]string{game.HigherText: "guesses.higher", game.LowerText: "guesses.lower"}
	moved := map[string][]string{}
	for _, text := range []string{game.HigherText, game.LowerText} {
		for _, l := range w.Learned {
			if l.About != keys[text] || l.Text == "" || slices.ContainsFunc(w.Learned, func(end Learned) bool {
				return end.Text == l.Text && (end.About == "solo.won" || end.About == "solo.lost") // it stands beside the last answer
			}) {
				continue
			}
			means := meansOf(l.Text)
			switch means {
			case "":
				means, w.Uncertain = text, []string{"answer"}
			case text:
			default:
				w.Explained, w.Ends = 0, 0
			}
			if key := keys[means]; !slices.Contains(moved[key], pattern(l.Text)) {
				moved[key] = append(moved[key], pattern(l.Text))
			}
		}
	}
	for _, key := range keys {
		delete(w.Phrases, key)
		if len(moved[key]) > 0 {
			w.Phrases[key] = moved[key]
		}
	}
}
