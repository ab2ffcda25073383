package phrasebook

import (
	"regexp"
	"slices"
	"strings"
)

// verb finds what is typed for a thing to do, by how a program asks for it. A program may
// ask with numbers (1 for hit), letters ((h)it), yes and no, or words.
type verb struct {
	named    *regexp.Regexp   // the word itself
	whole    *regexp.Regexp   // a word that is nothing else
	announce []*regexp.Regexp // on one line, with what is typed as the group key
}

func newVerb(names string) verb {
	names = "(?:" + names + ")"
	return verb{
		named: regexp.MustCompile(`(?i)\b` + names + `\b`),
		whole: regexp.MustCompile(`(?i)^` + names + `$`),
		announce: []*regexp.Regexp{
			regexp.MustCompile(`(?i)[\[(<'"](?P<key>[a-z0-9])[\])>'"][ \t]*(?:[.:=-]+>?)?[ \t]*(?:to |for )?` + names + `\b`),
			regexp.MustCompile(`(?i)(?:^|[\s,;/|])(?P<key>[a-z0-9])[ \t]*(?:[).:=-]+>?|\bto\b|\bfor\b|\bis\b)[ \t]*` + names + `\b`),
			regexp.MustCompile(`(?i)\b` + names + `[ \t]*(?:[\[(=:-]+|\bis\b)[ \t]*['"]?(?P<key>[a-z0-9])['"]?(?:$|[^a-z0-9])`),
		},
	}
}

var (
	cut     = regexp.MustCompile(`(?i)[\[(<]([a-z])[\])>]([a-z]+)`)                    // (h)it
	letters = regexp.MustCompile(`(?i)[\[(<]\s*([a-z](?:\s*[/,|]\s*[a-z])+)\s*[\])>]`) // (h/s)
	eitherY = regexp.MustCompile(`(?i)\by\s*(?:/|or|,|\|)\s*n\b`)
	quoted  = regexp.MustCompile(`(?i)['"‘“]([a-z])['"’”]`) // 'h' or 's'
	yesOrNo = regexp.MustCompile(`(?i)\byes\s*(?:/|or|,|\|)\s*no\b`)
)

// Word returns what to type to do a thing, by the texts in which a program may say so, the
// weightiest first: its prompt, the screen, what it said before. It is the verb itself
// when nothing is said.
func (b *Book) Word(name string, said ...string) string {
	if own, settled := b.words[name]; settled {
		return own
	}
	v, known := b.verbs[name]
	if !known {
		return name
	}
	for _, text := range said {
		if key, found := v.asked(text); found {
			return key
		}
	}
	for _, text := range said {
		if key, found := b.yesOrNo(name, text); found {
			return key
		}
	}
	for _, text := range said {
		if called := v.named.FindString(text); called != "" {
			return strings.ToLower(called)
		}
	}
	return name
}

// asked looks for the key that a text announces.
func (v verb) asked(text string) (key string, found bool) {
	for _, m := range cut.FindAllStringSubmatch(text, -1) {
		if v.whole.MatchString(m[1] + m[2]) {
			return strings.ToLower(m[1]), true
		}
	}
	for _, p := range v.announce {
		if m := p.FindStringSubmatch(text); m != nil {
			return m[p.SubexpIndex("key")], true
		}
	}
	called := v.named.FindString(text)
	if called == "" {
		return "", false
	}
	for _, m := range slices.Concat(letters.FindAllStringSubmatch(text, -1), quoted.FindAllStringSubmatch(text, -1)) {
		for _, letter := range strings.FieldsFunc(m[1], func(r rune) bool { return strings.ContainsRune(" /,|", r) }) {
			if strings.EqualFold(letter, called[:1]) {
				return letter, true
			}
		}
	}
	return "", false
}

// yesOrNo answers the last question of a text that is answered by yes or no and names one thing to do: yes to do it, no for what
// the question does not name. A question stands on one line, or on the one before its answers.
func (b *Book) yesOrNo(name, text string) (key string, found bool) {
	lines := strings.FieldsFunc(text, func(r rune) bool { return r == '\n' || r == '\r' })
	for i := len(lines) - 1; i >= 0; i-- {
		yes, no := "y", "n"
		switch {
		case yesOrNo.MatchString(lines[i]):
			yes, no = "yes", "no"
		case !eitherY.MatchString(lines[i]):
			continue
		}
		for k := i; k >= max(0, i-1); k-- {
			question := eitherY.ReplaceAllString(yesOrNo.ReplaceAllString(lines[k], ""), "")
			if b.verbs[name].named.MatchString(question) {
				return yes, true
			}
			for _, other := range b.verbs {
				if other.named.MatchString(question) {
					return no, true
				}
			}
		}
	}
	return "", false
}
