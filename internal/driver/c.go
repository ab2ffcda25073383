package driver

import (
	"fmt"
	"regexp"
	"strings"

	"durchgang/core/calls"
)

// c generates the calls of a program in C from how its functions are declared.
func (m maker) c(text string) string {
	all := strings.Join(m.all(), "\n")
	var prototypes, cases strings.Builder
	for i, c := range m.settings.Calls {
		d, found := declared(all, c.Name)
		if !found {
			fmt.Fprintf(&cases, "        case %d: fputs(\"? %s\\n\", out); break;\n", i, c.Name)
			continue
		}
		fmt.Fprintf(&prototypes, "%s %s();\n", d.returns, c.Name)
		call, err := m.call(c, d)
		if err != nil {
			call = fmt.Sprintf("fputs(\"! %s has another signature: %s\\n\", out);", c.Name, err)
		}
		fmt.Fprintf(&cases, "        case %d: { %s break; }\n", i, call)
	}
	cells := make([]string, len(m.settings.Cells))
	for i, cell := range m.settings.Cells {
		cells[i] = code(cell)
	}
	return strings.NewReplacer("@cols@", fmt.Sprint(m.settings.Cols), "@cells@", strings.Join(cells, ", "),
		"@prototypes@", prototypes.String(), "@calls@", cases.String()).Replace(text)
}

// code is a cell's value as a number.
func code(cell any) string {
	switch c := cell.(type) {
	case string:
		if c == "" {
			return "0"
		}
		return fmt.Sprint([]rune(c)[0])
	case nil:
		return "0"
	}
	return fmt.Sprint(cell)
}

// declaration is how a function is declared.
type declaration struct {
	returns string // int, char, bool or const char *
	takes   []parameter
}

// parameter is one that a function takes.
type parameter struct {
	element string // int, char or const char *
	dims    int    // pointers and brackets
}

var (
	comments = regexp.MustCompile(`(?s)/\*.*?\*/|//[^\n]*`)
	array    = regexp.MustCompile(`\[[^\]]*\]`)
)

// declared finds a function's definition in the text of a program.
func declared(text, name string) (declaration, bool) {
	text = comments.ReplaceAllString(text, " ")
	m := regexp.MustCompile(`(?m)^[ \t]*([A-Za-z_][\w \t*]*?[ \t*])` + name + `\s*\(([^)]*)\)\s*\{`).FindStringSubmatch(text)
	if m == nil {
		return declaration{}, false
	}
	d := declaration{returns: kindOf(text, m[1])}
	if strings.Contains(m[1], "*") {
		d.returns = "const char *"
	}
	for part := range strings.SplitSeq(m[2], ",") {
		if part = strings.TrimSpace(part); part != "" && part != "void" {
			p := parameter{
				element: kindOf(text, array.ReplaceAllString(part, "")),
				dims:    strings.Count(part, "*") + len(array.FindAllString(part, -1)),
			}
			d.takes = append(d.takes, p)
		}
	}
	return d, true
}

// kindOf is the simple type that a declaration names; typedefs are looked up.
func kindOf(text, declared string) string {
	for word := range strings.FieldsSeq(strings.ReplaceAll(declared, "*", " ")) {
		switch word {
		case "char", "bool", "int":
			return word
		case "_Bool":
			return "bool"
		}
		if m := regexp.MustCompile(`typedef\s+(char|int|bool|_Bool)\s+` + regexp.QuoteMeta(word) + `\s*;`).FindStringSubmatch(text); m != nil {
			return strings.TrimPrefix(m[1], "_")
		}
	}
	return "int"
}

// call generates the code of one call, whose words lie in word[1] and after.
func (m maker) call(c calls.Function, d declaration) (string, error) {
	var before, values []string
	k := 0
	next := func() (parameter, bool) {
		k++
		if k > len(d.takes) {
			return parameter{}, false
		}
		return d.takes[k-1], true
	}
	for i, what := range c.Takes {
		p, given := next()
		if !given {
			return "", fmt.Errorf("it takes %d values", len(d.takes))
		}
		v, w := fmt.Sprintf("v%d", i), fmt.Sprintf("word[%d]", i+1)
		switch {
		case what == "board" && p.dims == 0, what != "board" && what != "word" && what != "letters" && what != "hand" && p.dims > 0:
			return "", fmt.Errorf("value %d is of another type", i+1)
		case what == "board":
			before = append(
				before,
				fmt.Sprintf(
					"static %s %s[DG_MOST]; size_t n%d = strlen(%s); for (size_t j = 0; j < n%d && j < DG_MOST - 1; j++) %s[j] = dg_cell[%s[j] - '0']; %s[n%d] = 0;",
					p.element, v, i, w, i, v, w, v, i,
				),
			)
			values = append(values, v)
		case what == "player":
			values = append(values, fmt.Sprintf("dg_cell[%s[0] - '0']", w))
		case what == "word":
			before = append(before, fmt.Sprintf("dg_decode(%s);", w))
			values = append(values, w)
		case what == "letters" && p.element == "char" && p.dims == 1:
			before = append(
				before,
				fmt.Sprintf(
					"static char %s[DG_MOST]; { int k = 0; for (char *t = strtok(%s + 1, \",\"); t && k < DG_MOST - 1; t = strtok(NULL, \",\")) { dg_decode(t); %s[k++] = *t; } %s[k] = 0; }",
					v, w, v, v,
				),
			)
			values = append(values, v)
		case what == "hand" || what == "letters":
			element, item := "char *", "t"
			if p.element == "int" {
				element, item = "int ", `(*t == 'A' ? 1 : *t == 'J' ? 11 : *t == 'Q' ? 12 : *t == 'K' ? 13 : atoi(t))`
			}
			before = append(
				before,
				fmt.Sprintf(
					"static %s%s[64]; int n%d = 0; for (char *t = strtok(%s + 1, \",\"); t && n%d < 63; t = strtok(NULL, \",\")) { dg_decode(t); %s[n%d++] = %s; }",
					element, v, i, w, i, v, i, item,
				),
			)
			values = append(values, v)
			if len(d.takes) > len(c.Takes) {
				if _, counted := next(); counted {
					values = append(values, fmt.Sprintf("n%d", i))
				}
			}
		default:
			values = append(values, fmt.Sprintf("atoi(%s)", w))
		}
	}
	if k != len(d.takes) {
		return "", fmt.Errorf("it takes %d values", len(d.takes))
	}
	call := fmt.Sprintf("%s(%s)", c.Name, strings.Join(values, ", "))
	switch d.returns {
	case "const char *":
		call = "dg_text(out, " + call + ");"
	case "char":
		call = "char r[2] = {" + call + ", 0}; dg_text(out, r);"
	case "bool":
		call = "fputs(" + call + " ? \"= true\\n\" : \"= false\\n\", out);"
	default:
		call = "fprintf(out, \"= %d\\n\", (int)" + call + ");"
	}
	return strings.Join(append(before, call), " "), nil
}
