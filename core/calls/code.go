package calls

import (
	"fmt"
	"path"
	"slices"
	"strconv"
	"strings"
)

// writer writes calls in a programming language.
type writer struct {
	Program
	words dialect
}

// dialect is how a language writes values and statements.
type dialect struct {
	null, yes, no string
	list          [2]string // what stands around the elements of a list
	char          bool      // a text of one character is one
	method        string    // between an object and its method
	make          string    // how an object is made, %s its class and %s what it takes
	end           string    // of a statement
	equal         string    // what says that %s is %s
	raises        string    // what says that %s fails
	declare       string    // before a variable that is made
	around        [2]string // a test: its head, with %s the name, and its foot
	indent        string
	comment       string
}

var dialects = map[string]dialect{
	"Python": {
		null: "None", yes: "True", no: "False", list: [2]string{"[", "]"}, method: ".", make: "%s(%s)", equal: "self.assertEqual(%s, %s)",
		raises: "with self.assertRaises(Exception):\n            %s", indent: "        ", comment: "# ",
		around: [2]string{
			"import unittest\n\n%s\n\n\nclass Shortest(unittest.TestCase):\n    def test_it(self):\n",
			"\n\nif __name__ == \"__main__\":\n    unittest.main()\n",
		},
	},
	"JavaScript": {
		null: "null", yes: "true", no: "false", list: [2]string{"[", "]"}, method: ".", make: "new %s(%s)", end: ";", declare: "let ",
		equal: "assert.deepEqual(%s, %s)", raises: "assert.throws(() => %s)", indent: "  ", comment: "// ",
		around: [2]string{
			"const test = require('node:test');\nconst assert = require('node:assert');\n%s\n\ntest('shortest', () => {\n",
			"});\n",
		},
	},
	"Java": {
		null: "null", yes: "true", no: "false", list: [2]string{"{", "}"}, char: true, method: ".", make: "new %s(%s)", end: ";", declare: "var ",
		equal: "assertEquals(%[2]s, %[1]s)", raises: "assertThrows(Exception.class, () -> %s)", indent: "        ", comment: "// ",
		around: [2]string{
			"import static org.junit.jupiter.api.Assertions.*;\n\nimport org.junit.jupiter.api.Test;\n%s\nclass ShortestTest {\n    @Test\n    void shortest() {\n",
			"    }\n}\n",
		},
	},
	"C": {
		null: "0", yes: "1", no: "0", list: [2]string{"{", "}"}, char: true, method: ".", make: "%s(%s)", end: ";", equal: "assert(%s == %s)",
		raises: "%s /* must be refused */", indent: "    ", comment: "// ", around: [2]string{"#include <assert.h>\n%s\n\nint main(void)\n{\n", "    return 0;\n}\n"},
	},
	"Go": {
		null: "nil", yes: "true", no: "false", list: [2]string{"{", "}"}, char: true, method: ".", make: "%s(%s)",
		equal:   "if got := %s; got != %s {\n\t\tt.Errorf(\"got %%v\", got)\n\t}",
		raises:  "if err := %s; err == nil {\n\t\tt.Error(\"it must be refused\")\n\t}",
		declare: "", indent: "\t", comment: "// ", around: [2]string{"package main\n\nimport \"testing\"\n%s\nfunc TestShortest(t *testing.T) {\n", "}\n"},
	},
	"C#": {
		null: "null", yes: "true", no: "false", list: [2]string{"{", "}"}, char: true, method: ".", make: "new %s(%s)", end: ";", declare: "var ",
		equal: "Assert.Equal(%[2]s, %[1]s)", raises: "Assert.ThrowsAny<Exception>(() => %s)", indent: "        ", comment: "// ",
		around: [2]string{
			"using System;\nusing Xunit;\n%s\npublic class ShortestTest\n{\n    [Fact]\n    public void Shortest()\n    {\n",
			"    }\n}\n",
		},
	},
	"Ruby": {
		null: "nil", yes: "true", no: "false", list: [2]string{"[", "]"}, method: ".", make: "%s.new(%s)", equal: "assert_equal %[2]s, %[1]s",
		raises: "assert_raises(StandardError) { %s }", indent: "    ", comment: "# ",
		around: [2]string{"require 'minitest/autorun'\n%s\n\nclass ShortestTest < Minitest::Test\n  def test_it\n", "  end\nend\n"},
	},
	"Lua": {
		null: "nil", yes: "true", no: "false", list: [2]string{"{", "}"}, method: ":", make: "%s(%s)", declare: "local ", equal: "assert(%s == %s)",
		raises: "assert(not pcall(function() return %s end))", comment: "-- ", around: [2]string{"%s\n", ""},
	},
	"Pascal": {
		null: "' '", yes: "True", no: "False", list: [2]string{"[", "]"}, char: true, method: ".", make: "%s.Create(%s)", end: ";", equal: "Assert(%s = %s)",
		raises: "%s { must be refused }", indent: "  ", comment: "// ", around: [2]string{"program Shortest;\n\n{$assertions on}\n\nuses %s;\n\nbegin\n", "end.\n"},
	},
}

// languages that write as another one does.
var like = map[string]string{"TypeScript": "JavaScript", "C++": "C"}

func writerFor(p Program) writer {
	name := p.Language
	if other, is := like[name]; is {
		name = other
	}
	w := writer{p, dialects[name]}
	switch {
	case dialects[name].list[0] == "":
		w.words = dialects["Python"]
	case p.Language == "C++":
		w.words.null, w.words.yes, w.words.no, w.words.declare = "nullptr", "true", "false", "auto "
		w.words.around[0] = "#include <cassert>\n%s\n\nint main()\n{\n"
	case p.Language == "Go":
		w.words.declare = ""
	}
	return w
}

// value writes a value.
func (w writer) value(v any) string {
	switch v := v.(type) {
	case nil:
		return w.words.null
	case bool:
		if v {
			return w.words.yes
		}
		return w.words.no
	case string:
		return w.text(v)
	case []any:
		return w.array(v) + w.row(v)
	case map[string]any:
		return w.object(v)
	}
	if n, is := whole(v); is {
		return strconv.Itoa(n)
	}
	return fmt.Sprint(v)
}

// row writes a list without what stands before a whole one.
func (w writer) row(l []any) string {
	parts := make([]string, len(l))
	for i, x := range l {
		if inner, is := x.([]any); is {
			parts[i] = w.row(inner)
		} else {
			parts[i] = w.value(x)
		}
	}
	return w.words.list[0] + strings.Join(parts, ", ") + w.words.list[1]
}

// array is what stands before a list in languages in which its type does.
func (w writer) array(l []any) string {
	depth, width := 1, len(l)
	var leaf any = nil
	for at := l; len(at) > 0; depth++ {
		inner, is := at[0].([]any)
		if !is {
			for _, x := range at {
				leaf = x
				if x != nil && x != "" {
					break
				}
			}
			width = len(at)
			break
		}
		at = inner
	}
	kind := map[string]string{"Java": "Object", "C#": "object", "Go": "any", "C": "int", "C++": "int"}[w.Language]
	switch leaf.(type) {
	case string:
		kind = map[string]string{"Java": "char", "C#": "char", "Go": "rune", "C": "char", "C++": "char"}[w.Language]
	case int, float64:
		kind = "int"
	case bool:
		kind = map[string]string{"Java": "boolean", "C#": "bool", "Go": "bool", "C": "bool", "C++": "bool"}[w.Language]
	}
	switch w.Language {
	case "Java", "C#":
		return "new " + kind + strings.Repeat("[]", depth) + " "
	case "Go":
		return strings.Repeat("[]", depth) + kind
	case "C", "C++":
		return "(" + kind + "[]" + strings.Repeat(fmt.Sprintf("[%d]", width), depth-1) + ")"
	}
	return ""
}

func (w writer) values(l []any) string {
	parts := make([]string, len(l))
	for i, x := range l {
		parts[i] = w.value(x)
	}
	return strings.Join(parts, ", ")
}

func (w writer) text(v string) string {
	quoted := strconv.Quote(v)
	one := len([]rune(v)) == 1
	switch {
	case w.Language == "Pascal":
		return "'" + strings.ReplaceAll(v, "'", "''") + "'"
	case w.words.char && one && v != "'" && v != "\\":
		return "'" + v + "'"
	case w.words.char && v == "":
		return "' '"
	case (w.Language == "JavaScript" || w.Language == "TypeScript") && !strings.ContainsAny(v, "'\\\n"):
		return "'" + v + "'"
	}
	return quoted
}

func (w writer) object(m map[string]any) string {
	if name, is := m[nameKey].(string); is {
		if w.Language == "C++" {
			return strings.ReplaceAll(name, ".", "::")
		}
		if w.Language == "Go" {
			return name[strings.LastIndex(name, ".")+1:]
		}
		return name
	}
	if class, is := m["$new"].(string); is {
		args, _ := m["args"].([]any)
		return fmt.Sprintf(w.words.make, class, w.values(args))
	}
	if l, is := m["$tuple"].([]any); is {
		if w.Language == "Python" {
			return "(" + w.values(l) + ")"
		}
		return w.value(l)
	}
	if fields, is := m["fields"].(map[string]any); is {
		var parts []string
		for k := range fields {
			parts = append(parts, k)
		}
		slices.Sort(parts)
		for i, k := range parts {
			parts[i] = k + ": " + w.value(fields[k])
		}
		return "{" + strings.Join(parts, ", ") + "}"
	}
	if l, is := m["list"].([]any); is {
		return w.value(l)
	}
	if m["$game"] != nil {
		if w.Language == "C" {
			return "&game"
		}
		return "game"
	}
	if l, is := m[mapKey].([]any); is {
		var parts []string
		for _, p := range l {
			if pair, is := p.([]any); is && len(pair) == 2 {
				parts = append(parts, w.value(pair[0])+": "+w.value(pair[1]))
			}
		}
		return "{" + strings.Join(parts, ", ") + "}"
	}
	return say(m)
}

// request writes a call.
func (w writer) request(r Request) string {
	name := r.Name
	if r.On {
		name = "game" + w.words.method + name
		if r.Name == "" {
			name = "game"
		}
		if r.Do == "get" {
			name = strings.Replace(name, ":", ".", 1)
		}
	}
	if r.Do != "call" {
		return name
	}
	if w.Language == "Pascal" && len(r.Args) == 0 {
		return name
	}
	return name + "(" + w.values(r.Args) + ")"
}

// making writes what makes a game.
func (w writer) making(r Request) string {
	declare := w.words.declare
	assign := " = "
	switch {
	case w.Language == "Go":
		assign = " := "
	case w.Language == "Pascal":
		assign = " := "
	case w.Language == "C" && r.Do == "call" && len(r.Args) == 0 && r.Keep && !strings.Contains(r.Name, "_"):
		return "struct " + r.Name + " game"
	}
	made := w.request(Request{Do: r.Do, Name: r.Name, Args: r.Args})
	if class := r.Name[strings.LastIndex(r.Name, ".")+1:]; r.Do == "call" && class != "" && class[:1] == strings.ToUpper(class[:1]) &&
		class[:1] != strings.ToLower(class[:1]) &&
		w.Language != "Go" {
		made = fmt.Sprintf(w.words.make, strings.ReplaceAll(r.Name, ".", w.words.method), w.values(r.Args))
	}
	return declare + "game" + assign + made
}

// head says where what is called comes from.
func (w writer) head() string {
	if len(w.Files) == 0 {
		return ""
	}
	file := w.Files[len(w.Files)-1]
	stem := strings.TrimSuffix(path.Base(file), path.Ext(file))
	switch w.Language {
	case "Python":
		return "from " + stem + " import *"
	case "JavaScript", "TypeScript":
		return "const program = require('./" + stem + "');\n" +
			"Object.assign(globalThis, typeof program === 'function' ? { [program.name]: program } : program);"
	case "C", "C++":
		return "#include \"" + path.Base(file) + "\""
	case "Ruby":
		return "require_relative '" + stem + "'"
	case "Lua":
		return "local " + stem + " = require(\"" + stem + "\")"
	case "Pascal":
		return stem
	}
	return ""
}

// test writes a test: the calls that lead to another one, and what that one should do.
func (w writer) test(acts []Call, last Call, want *wanted, refuses bool, role Role) string {
	var b strings.Builder
	fmt.Fprintf(&b, w.words.around[0], w.head())
	line := func(text string) { b.WriteString(w.words.indent + text + w.words.end + "\n") }
	made := false
	for _, c := range acts {
		r := c.Request
		switch {
		case r.Keep && (c.Role == Make || made):
			text := w.making(r)
			if made {
				text = strings.TrimPrefix(strings.Replace(text, " := ", " = ", 1), w.words.declare)
			}
			made = true
			line(text)
		default:
			line(w.request(r))
		}
	}
	call := w.request(last.Request)
	part := ""
	switch {
	case refuses && want == nil:
		line(fmt.Sprintf(w.words.raises, call))
	case want != nil:
		line(fmt.Sprintf(w.words.equal, call+part, w.value(want.value)))
	case last.Do == "call" && roles[role].does:
		line(call)
	default:
		line(w.words.comment + "look at " + call)
	}
	b.WriteString(w.words.around[1])
	return b.String()
}
