package driver

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/calls"
)

var (
	pascalComment  = regexp.MustCompile(`(?s)\{[^$].*?\}|\(\*.*?\*\)|//[^\n]*`)
	pascalUnit     = regexp.MustCompile(`(?is)^.*?\bunit\s+(\w+)\s*;(.*?)\binterface\b(.*?)\bimplementation\b`)
	pascalClass    = regexp.MustCompile(`(?is)(\w+)\s*=\s*class\b(?:\s*\([^)]*\))?(.*?)\bend\s*;`)
	pascalEnum     = regexp.MustCompile(`(?is)(\w+)\s*=\s*\(([\w\s,]+)\)\s*;`)
	pascalRoutine  = regexp.MustCompile(`(?is)\b(procedure|function|constructor)\s+(\w+)\s*(?:\(([^)]*)\))?\s*(?::\s*(\w+))?\s*;`)
	pascalProperty = regexp.MustCompile(`(?is)\bproperty\s+(\w+)\s*:\s*(\w+)\s+read\b`)
	pascalVariable = regexp.MustCompile(`(?im)^\s*(\w+(?:\s*,\s*\w+)*)\s*:\s*(\w+)\s*(?:=[^;]*)?;`)
	pascalHidden   = regexp.MustCompile(`(?is)\b(strict\s+)?(private|protected)\b.*?(\bpublic\b|\bpublished\b|$)`)
)

// pascal reads what the units of a program define, and makes their driver.
func (m maker) pascal(text string) (driver string, o calls.Outline) {
	var units, answers, routines strings.Builder
	declared := map[string]string{}
	enums := map[string]bool{}
	for _, file := range m.files {
		unit := pascalUnit.FindStringSubmatch(pascalComment.ReplaceAllString(m.texts[file], " "))
		if unit == nil {
			continue
		}
		units.WriteString(", " + unit[1])
		part := unit[3]
		for _, e := range pascalEnum.FindAllStringSubmatch(part, -1) {
			enums[strings.ToLower(e[1])] = true
			values := strings.FieldsFunc(e[2], func(r rune) bool { return r == ',' || r == ' ' || r == '\n' || r == '\r' || r == '\t' })
			o.Classes = append(o.Classes, calls.Class{Name: e[1], Values: values})
			fmt.Fprintf(&routines, "function Arg%s(i: Integer): %s;\nbegin\n  ReadStr(ArgS(i), Result);\nend;\n\n", e[1], e[1])
			fmt.Fprintf(&routines, "function Out%s(v: %s): AnsiString;\nbegin\n  WriteStr(Result, v);\n  Result := Quoted(Result);\nend;\n\n", e[1], e[1])
		}
		for _, c := range pascalClass.FindAllStringSubmatch(part, -1) {
			class, kinds := calls.Class{Name: c[1]}, map[string]string{}
			body := pascalHidden.ReplaceAllString(c[2], " ")
			for _, r := range pascalRoutine.FindAllStringSubmatch(body, -1) {
				takes, line, fits := pascalCall(r, enums)
				if !fits {
					continue
				}
				guard, target := fmt.Sprintf("IsOn and (Game is %s) and (Name = '%s')", c[1], r[2]), fmt.Sprintf("%s(Game).%s", c[1], r[2])
				declared[r[2]] = pascalDeclared(r)
				if strings.EqualFold(r[1], "constructor") {
					class.New = append(class.New, takes)
					declared[c[1]] = pascalDeclared(r)
					guard, target = fmt.Sprintf("(not IsOn) and (Name = '%s')", c[1]), fmt.Sprintf("%s.%s", c[1], r[2])
				} else {
					class.Methods = append(class.Methods, calls.Callable{Name: r[2], Takes: takes})
				}
				fmt.Fprintf(&answers, "  if (Act = 'call') and %s then\n  begin\n    Need(%d);\n    %s\n  end;\n", guard, len(takes), line(target))
			}
			if len(class.New) == 0 {
				class.New = [][]calls.Parameter{{}}
				fmt.Fprintf(&answers, "  if (Act = 'call') and (not IsOn) and (Name = '%s') then\n  begin\n    Need(0);\n    Game := %s.Create;\n    Exit('true');\n  end;\n", c[1], c[1])
			}
			for _, p := range pascalProperty.FindAllStringSubmatch(body, -1) {
				if out := pascalKind(p[2], enums); out != "" {
					class.Fields, kinds[p[1]] = append(class.Fields, p[1]), out
					fmt.Fprintf(&answers, "  if (Act = 'get') and IsOn and (Game is %s) and (Name = '%s') then\n    Exit(Out%s(%s(Game).%s));\n", c[1], p[1], out, c[1], p[1])
				}
			}
			if len(class.Fields) > 0 {
				fmt.Fprintf(&answers, "  if (Act = 'get') and IsOn and (Game is %s) and ((Name = '*') or (Name = '')) then\n    Exit('{'", c[1])
				for i, p := range class.Fields {
					comma := ""
					if i > 0 {
						comma = ","
					}
					fmt.Fprintf(&answers, " + '%s\"%s\":' + Out%s(%s(Game).%s)", comma, p, kinds[p], c[1], p)
				}
				answers.WriteString(" + '}');\n")
			}
			o.Classes = append(o.Classes, class)
		}
		part = pascalClass.ReplaceAllString(part, " ")
		for _, r := range pascalRoutine.FindAllStringSubmatch(part, -1) {
			takes, line, fits := pascalCall(r, enums)
			if !fits {
				continue
			}
			declared[r[2]] = pascalDeclared(r)
			o.Functions = append(o.Functions, calls.Callable{Name: r[2], Takes: takes})
			fmt.Fprintf(&answers, "  if (Act = 'call') and (not IsOn) and (Name = '%s') then\n  begin\n    Need(%d);\n    %s\n  end;\n",
				r[2], len(takes), line(unit[1]+"."+r[2]))
		}
		if at := regexp.MustCompile(`(?i)\bvar\b`).FindStringIndex(part); at != nil {
			for _, v := range pascalVariable.FindAllStringSubmatch(part[at[1]:], -1) {
				for name := range strings.SplitSeq(v[1], ",") {
					name = strings.TrimSpace(name)
					if out := pascalKind(v[2], enums); out != "" && name != "" {
						o.Values = append(o.Values, name)
						fmt.Fprintf(&answers, "  if (Act = 'get') and (not IsOn) and (Name = '%s') then\n    Exit(Out%s(%s));\n", name, out, name)
					}
				}
			}
		}
	}
	routines.WriteString("function Declared(const Name: AnsiString): AnsiString;\nbegin\n  Result := Name;\n")
	names := make([]string, 0, len(declared))
	for name := range declared {
		names = append(names, name)
	}
	slices.Sort(names)
	for _, name := range names {
		fmt.Fprintf(&routines, "  if Name = '%s' then\n    Exit('%s');\n", name, strings.ReplaceAll(declared[name], "'", "''"))
	}
	routines.WriteString("end;\n")
	return strings.NewReplacer("@units@", units.String(), "@answers@", answers.String(), "@routines@", routines.String()).Replace(text), o
}

// pascalKind is the ending of the routines that read and write values of a type; it is empty for other types.
func pascalKind(kind string, enums map[string]bool) string {
	switch k := strings.ToLower(kind); {
	case slices.Contains([]string{"integer", "longint", "smallint", "shortint", "byte", "word", "cardinal", "int64", "longword", "qword"}, k):
		return "I"
	case slices.Contains([]string{"string", "ansistring", "shortstring", "unicodestring"}, k):
		return "S"
	case k == "char":
		return "C"
	case k == "boolean":
		return "B"
	case enums[k]:
		return kind
	}
	return ""
}

// pascalCall is what a routine takes, and the statements that call it; fits is false for one of other types.
func pascalCall(r []string, enums map[string]bool) (takes []calls.Parameter, line func(target string) string, fits bool) {
	takes = []calls.Parameter{}
	var values []string
	for group := range strings.SplitSeq(r[3], ";") {
		names, kind, typed := strings.Cut(group, ":")
		if strings.TrimSpace(group) == "" {
			continue
		}
		words := strings.Fields(strings.ReplaceAll(names, ",", " "))
		if len(words) > 1 && slices.Contains([]string{"const", "constref"}, strings.ToLower(words[0])) {
			words = words[1:]
		}
		in := pascalKind(strings.TrimSpace(strings.Split(kind, "=")[0]), enums)
		if !typed || in == "" || slices.Contains([]string{"var", "out"}, strings.ToLower(words[0])) {
			return nil, nil, false
		}
		for _, w := range words {
			values = append(values, fmt.Sprintf("Arg%s(%d)", in, len(takes)))
			takes = append(takes, calls.Parameter{Name: w, Type: strings.TrimSpace(kind)})
		}
	}
	arguments := ""
	if len(values) > 0 {
		arguments = "(" + strings.Join(values, ", ") + ")"
	}
	out := pascalKind(r[4], enums)
	switch {
	case strings.EqualFold(r[1], "constructor"):
		return takes, func(t string) string { return fmt.Sprintf("Game := %s%s;\n    Exit('true');", t, arguments) }, true
	case strings.EqualFold(r[1], "procedure"):
		return takes, func(t string) string { return fmt.Sprintf("%s%s;\n    Exit('null');", t, arguments) }, true
	case out == "":
		return nil, nil, false
	}
	return takes, func(t string) string { return fmt.Sprintf("Exit(Out%s(%s%s));", out, t, arguments) }, true
}

func pascalDeclared(r []string) string {
	return fmt.Sprintf("%s(%s)", r[2], strings.Join(strings.Fields(r[3]), " "))
}
