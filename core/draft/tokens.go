package draft

import (
	"maps"
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"durchgang/core/game"
)

// token is a word, a number, or a sign that stands alone and may stand for something, as marks do.
var token = regexp.MustCompile(`[\pL\pN]+(?:'[\pL\pN]+)*|[^\pL\pN\s.,:;!?()\[\]{}'"|<>=_-]`)

func tokensOf(line string) []string { return token.FindAllString(line, -1) }

var number = regexp.MustCompile(`[0-9]+`)

func sortedKeys[V any](m map[string]V) []string { return slices.Sorted(maps.Keys(m)) }

// said are the phrases that stand on a screen.
type said map[string]naming

// naming is whom a phrase names where it stands: nobody, the one, or the other player, whether a player's
// name is taken as a word, and whose.
type naming [7]bool

const (
	wordly = 3
	hidden = 4 // and the player
)

// says reports whether a phrase stands there that names nobody but a player; whoever is named
// where that is Nobody.
func (s said) says(phrase string, p game.Player) bool {
	n, there := s[phrase]
	return there && (p == game.Nobody || n[game.Nobody] || n[p])
}

// The parts of a phrase that are not words.
const (
	slotName  = "{player}"
	slotWord  = "wordthatisguessed" // a token like others, for any word
	slotShip  = "shipthatisnamed"   // for the name of any ship, which may have several words
	anyNumber = "#"
	wholeLine = "^" // the phrase is all that stands on its line
)

const longest = 4 // words of a phrase that is not a whole line

// item is a token as phrases have it: a word, or a player's name.
type item struct {
	word   string // in small letters, numbers as #; empty for a sign
	player game.Player
}

// itemsOf are those of a line. A number that is a player's mark is not a name on a line that names a player in
// letters, as in "player 2 1:0".
func itemsOf(line string, names [3][]string) []item {
	tokens := tokensOf(line)
	var list []item
	inLetters := namedInLetters(tokens, names)
	for i := 0; i < len(tokens); {
		p, n := nameAt(tokens[i:], names)
		words := tokens[i : i+max(n, 1)]
		if inLetters && number.MatchString(words[0]) && !slices.ContainsFunc(words, lettered) {
			p = game.Nobody
		}
		text := strings.ToLower(words[0])
		if p != game.Nobody {
			text = strings.ToLower(join(words))
		}
		if !strings.ContainsFunc(text, func(r rune) bool { return unicode.IsLetter(r) || unicode.IsDigit(r) }) {
			text = ""
		}
		if text != "" || p != game.Nobody {
			list = append(list, item{number.ReplaceAllString(text, anyNumber), p})
		}
		i += len(words)
	}
	return list
}

// namedInLetters reports whether a name that has letters stands among the tokens.
func namedInLetters(tokens []string, names [3][]string) bool {
	for i := range tokens {
		if p, n := nameAt(tokens[i:], names); p != game.Nobody && slices.ContainsFunc(tokens[i:i+n], lettered) {
			return true
		}
	}
	return false
}

// nameAt is the player whose name the tokens begin with, and of how many words it is. Names of one
// letter are told from words by their case.
func nameAt(tokens []string, names [3][]string) (p game.Player, words int) {
	for who := game.First; who <= game.Second; who++ {
		for _, name := range names[who] {
			parts := tokensOf(name)
			if len(parts) <= words || len(parts) > len(tokens) {
				continue
			}
			same := true
			for i, part := range parts {
				text := strings.TrimSuffix(tokens[i], "'s")
				if same = text == part || utf8.RuneCountInString(name) > 1 && strings.EqualFold(text, part); !same {
					break
				}
			}
			if same {
				p, words = who, len(parts)
			}
		}
	}
	return p, words
}

// phrasesIn are the runs of words on a screen that may tell of a subject, with names as {player} and
// numbers as #. A name that is a word as well is taken as both. Of a line that names somebody, what
// tells of a win has the name in it.
// After the end of a game the prompt is about another one, and says nothing of this one.
func phrasesIn(s Seen, names [3][]string, about string) said {
	found := said{}
	prompt := -1
	if !strings.HasSuffix(about, ".refused") && s.Over && s.Waits {
		prompt = s.Screen.Asks()
	}
	named := func(run []item) bool {
		return slices.ContainsFunc(run, func(it item) bool { return it.player != game.Nobody })
	}
	for i, line := range s.Screen {
		if i == prompt {
			continue
		}
		items := itemsOf(line, names)
		whose := about == "says.won" && named(items)
		for i := range items {
			for n := 1; n <= longest && i+n <= len(items); n++ {
				if run := items[i : i+n]; !whose || named(run) {
					found.add(run, "", n > 1 || len(items) == 1)
				}
			}
		}
		if len(items) > 0 {
			found.add(items, wholeLine+" ", true)
		}
	}
	return found
}

// add adds a run of words, once for each way to take its names as names or as words.
func (s said) add(run []item, before string, several bool) {
	var named []int
	for i, it := range run {
		if it.player != game.Nobody {
			named = append(named, i)
		}
	}
	ways := 1 << min(len(named), 2)
	for way := range ways {
		words := make([]string, len(run))
		var who naming
		slots, letters, long, short, digits := 0, 0, 0, 0, false
		for i, it := range run {
			k := slices.Index(named, i)
			if k >= 0 && (it.word == "" || way>>min(k, 1)&1 == 0) {
				words[i], who[it.player] = slotName, true
				slots++
				digits = digits || it.word == anyNumber
				continue
			}
			words[i] = it.word
			if k >= 0 {
				who[hidden+int(it.player)] = true
			}
			n := utf8.RuneCountInString(it.word)
			switch {
			case !lettered(it.word):
			case n > 3 || n > 2 && several:
				long++
			case n > 1:
				short++
			default:
				letters++
			}
		}
		numbers := len(run) - slots - long - short - letters
		says := long > 0 || slots == 1 && short > 0 ||
			before != "" && (short > 0 || slots <= 1 && numbers > 0 && !digits) // else it may be a row of a board
		if !says {
			continue
		}
		if slots == 0 {
			who[game.Nobody] = true
		}
		if slots < len(named) {
			who[wordly] = true
		}
		if who[game.First] && who[game.Second] {
			continue // it says of neither
		}
		text := before + strings.Join(words, " ")
		n := s[text]
		for p := range n {
			n[p] = n[p] || who[p]
		}
		s[text] = n
	}
}

// lettered reports whether a word has a letter.
func lettered(word string) bool { return strings.ContainsFunc(word, unicode.IsLetter) }

// pattern is a regular expression that finds a phrase whatever stands between its words.
func pattern(phrase string) string {
	phrase, whole := strings.CutPrefix(phrase, wholeLine+" ")
	words := strings.Fields(phrase)
	for i, w := range words {
		if w != slotName {
			words[i] = strings.NewReplacer(anyNumber, `\d+`, slotWord, `[\pL\pN]+`, slotShip, `\pL+(?:[ -]\pL+){0,2}`).Replace(regexp.QuoteMeta(w))
		}
	}
	text := strings.Join(words, `\W+`)
	for _, end := range []struct{ from, to string }{{`{player}\W+`, `{player}\W*(?:'s\W+)?`}, {`\W+{player}`, `\W*{player}`}} {
		text = strings.ReplaceAll(text, end.from, end.to)
	}
	if strings.HasSuffix(text, slotName) {
		text += `(?:'?s\b)?`
	}
	if whole {
		return `^\W*` + text + `\W*$`
	}
	return text
}
