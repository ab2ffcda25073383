package driver

import (
	"debug/dwarf"
	"fmt"
	"regexp"
	"slices"
	"strings"
)

// cpp is the driver of a program in C++, whose sources it includes, so that whatever they define can be called.
func (n *native) cpp(sources []string) string {
	var b strings.Builder
	b.WriteString("#include \"" + header + "\"\n#define main student_main\n")
	for _, s := range sources {
		fmt.Fprintf(&b, "#include %q\n", s)
	}
	b.WriteString("#undef main\n")
	named := slices.DeleteFunc(slices.Clone(n.structs), func(s *nativeStruct) bool { return strings.Contains(s.name, "<") })
	b.WriteString("namespace durchgang {\n")
	n.enumNames(&b)
	for _, s := range named {
		n.fieldsOf(&b, s, s.name, func(name string) string { return name })
	}
	b.WriteString("void declare()\n{\n")
	for _, f := range n.functions {
		if n.overloaded(f.name) {
			continue
		}
		fmt.Fprintf(&b, "    functions.emplace(%q, wrap(%q, &::%s));\n", dotted(f.name), declares(f.name, f.takes), f.name)
	}
	for _, s := range named {
		for _, takes := range s.makers() {
			kinds := append([]string{"::" + s.name}, spelled(takes)...)
			if slices.Contains(kinds, "") {
				continue
			}
			fmt.Fprintf(&b, "    if constexpr (std::is_constructible_v<%s>) makers.emplace(%q, make<%s>(%q));\n",
				strings.Join(kinds, ", "), dotted(s.name), strings.Join(kinds, ", "), declares(s.name, takes))
		}
		for _, m := range s.methods {
			count := 0
			for _, o := range s.methods {
				if o.name == m.name {
					count++
				}
			}
			full := dotted(s.name) + "." + m.name
			switch {
			case count > 1:
			case m.symbol == "static":
				fmt.Fprintf(&b, "    functions.emplace(%q, wrap(%q, &::%s::%s));\n", full, declares(m.name, m.takes), s.name, m.name)
			default:
				fmt.Fprintf(&b, "    methods.emplace(%q, method(%q, &::%s::%s));\n", s.name+"."+m.name, declares(m.name, m.takes), s.name, m.name)
			}
		}
		fmt.Fprintf(&b, "    games.emplace(%q, [] { return Fields<::%s>::of(*(::%s *)game, 0); });\n", s.name, s.name, s.name)
		if slices.ContainsFunc(n.functions, func(f nativeFunction) bool { return strings.HasSuffix(f.name, "operator<<") }) {
			fmt.Fprintf(&b, "    texts.emplace(%q, [] { return printed(*(::%s *)game); });\n", s.name, s.name)
		}
	}
	for _, v := range n.variables {
		fmt.Fprintf(&b, "    variables.emplace(%q, [] { return out(::%s); });\n", dotted(v.name), v.name)
	}
	b.WriteString("}\n}\n")
	return b.String()
}

func (n *native) overloaded(name string) bool {
	count := 0
	for _, f := range n.functions {
		if f.name == name {
			count++
		}
	}
	return count > 1 || strings.Contains(name, "operator") || strings.Contains(name, "<")
}

// makers are the lists of arguments by which an object may be made: those of each constructor, and each with fewer at
// the end, since the debugging information does not say which of them may be left out.
func (s *nativeStruct) makers() [][]nativeParameter {
	list := [][]nativeParameter{}
	have := map[string]bool{}
	for _, takes := range append(slices.Clone(s.constructors), nil) {
		for k := len(takes); k >= 0; k-- {
			key := strings.Join(spelled(takes[:k]), ",")
			if !have[key] && !s.abstract {
				have[key] = true
				list = append(list, takes[:k])
			}
		}
	}
	return list
}

// enumNames says what the values of enumerations are called.
func (n *native) enumNames(b *strings.Builder) {
	for _, e := range n.enums {
		fmt.Fprintf(b, "template <> struct Names<::%s> {\n    static constexpr bool known = true;\n", e.name)
		b.WriteString("    static auto &all()\n    {\n        static const std::vector<std::pair<std::string, long>> list = {")
		for _, v := range e.values {
			fmt.Fprintf(b, "{%q, %d}, ", lastName(e.name)+"."+v.Name, v.Val)
		}
		b.WriteString("};\n        return list;\n    }\n};\n")
	}
}

func lastName(name string) string { return name[strings.LastIndex(name, ":")+1:] }

// fieldsOf says what a struct holds and how it is made; kind is what it is called in the driver, and field how its fields are.
func (n *native) fieldsOf(b *strings.Builder, s *nativeStruct, kind string, field func(string) string) {
	fmt.Fprintf(b, "template <> struct Fields<::%s> {\n    static constexpr bool known = true;\n", kind)
	fmt.Fprintf(b, "    static const char *name() { return %q; }\n    static J of(const ::%s &v, int depth)\n    {\n        J j = J::object();\n", s.name, kind)
	for _, f := range s.fields {
		fmt.Fprintf(b, "        j.put(%q, out(v.%s, depth));\n", f.name, field(f.name))
	}
	b.WriteString("        (void)v; (void)depth;\n        return j;\n    }\n")
	fmt.Fprintf(b, "    static ::%s make(const J &args)\n    {\n", kind)
	kinds := make([]string, len(s.fields))
	for i, f := range s.fields {
		kinds[i] = spell(f.kind)
	}
	if len(s.constructors) > 0 {
		kinds = spelled(s.constructors[0])
	}
	if len(kinds) > 0 && !slices.Contains(kinds, "") && !slices.ContainsFunc(kinds, func(k string) bool { return strings.HasSuffix(k, "]") }) {
		values := make([]string, len(kinds))
		for i, k := range kinds {
			values[i] = fmt.Sprintf("in<std::decay_t<%s>>(args.list[%d])", k, i)
		}
		fmt.Fprintf(b, "        if (args.list.size() == %d) return ::%s{%s};\n", len(kinds), kind, strings.Join(values, ", "))
	}
	b.WriteString("        (void)args;\n        throw Misfit();\n    }\n};\n")
}

func spelled(takes []nativeParameter) []string {
	list := make([]string, len(takes))
	for i, p := range takes {
		list[i] = spell(p.kind)
	}
	return list
}

// spell writes a type in C++; it is empty for one that cannot be written.
func spell(t dwarf.Type) string {
	switch t := t.(type) {
	case nil:
		return "void"
	case *dwarf.QualType:
		inner := spell(t.Type)
		if t.Qual == "const" && inner != "" {
			return inner + " const"
		}
		return inner
	case *dwarf.PtrType:
		if inner := spell(t.Type); inner != "" {
			return inner + " *"
		}
		return ""
	case *dwarf.TypedefType:
		return standard(strings.TrimPrefix(t.Name, "struct "))
	case *dwarf.StructType:
		return standard(t.StructName)
	case *dwarf.EnumType:
		return t.EnumName
	case *dwarf.UnsupportedType: // a reference, of which the reader knows no more
		return ""
	case *dwarf.ArrayType:
		return ""
	}
	return t.String()
}

// standard writes the name of a type of the standard library with its namespace, which debugging information leaves out.
func standard(name string) string {
	for _, known := range []string{"basic_string", "string", "vector", "array", "optional", "pair", "set", "map", "list", "deque", "unordered_", "function", "tuple", "mersenne", "mt19937", "unique_ptr", "shared_ptr"} {
		if strings.HasPrefix(name, known) {
			return "std::" + name
		}
	}
	return name
}

// c is the driver of a program in C: it declares what the program's object files hold, under names of its own.
func (n *native) c() string {
	var b, calls strings.Builder
	b.WriteString("#include \"" + header + "\"\n")
	w := &spelling{of: map[dwarf.Type]string{}, structs: n.structs}
	for i, f := range n.functions {
		takes := make([]string, len(f.takes))
		for k, p := range f.takes {
			takes[k] = w.kind(p.kind, "")
		}
		returns := w.kind(f.returns, "")
		if strings.Contains(strings.Join(append(takes, returns), " "), unknown) {
			continue
		}
		fmt.Fprintf(&calls, "extern \"C\" %s dg_function%d(%s) __asm__(%q);\n", returns, i, strings.Join(takes, ", "), f.symbol)
		fmt.Fprintf(&w.body, "    functions.emplace(%q, wrap(%q, dg_function%d));\n", f.name, declares(f.name, f.takes), i)
	}
	for i, v := range n.variables {
		kind := w.kind(v.kind, fmt.Sprintf("dg_variable%d", i))
		if strings.Contains(kind, unknown) {
			continue
		}
		fmt.Fprintf(&calls, "extern \"C\" %s __asm__(%q);\n", kind, v.name)
		fmt.Fprintf(&w.body, "    variables.emplace(%q, [] { return out(dg_variable%d); });\n", v.name, i)
	}
	for _, s := range n.structs {
		if kind := w.named(s); kind != unknown {
			fmt.Fprintf(&w.body, "    makers.emplace(%q, [](const J &) { game = std::calloc(1, sizeof(::%s)); game_type = %q; return J::boolean(true); });\n",
				s.name, kind, s.name)
			fmt.Fprintf(&w.body, "    games.emplace(%q, [] { return Fields<::%s>::of(*(::%s *)game, 0); });\n", s.name, kind, kind)
		}
	}
	b.WriteString(w.declared.String())
	b.WriteString(calls.String())
	b.WriteString("namespace durchgang {\n")
	for _, s := range n.structs {
		if kind := w.named(s); kind != unknown {
			n.fieldsOf(&b, &nativeStruct{name: s.name, fields: s.fields}, kind, func(name string) string { return "f_" + name })
		}
	}
	b.WriteString("void declare()\n{\n" + w.body.String() + "}\n}\n")
	return b.String()
}

// spelling declares the types of a program in C for a driver in C++.
type spelling struct {
	of             map[dwarf.Type]string
	structs        []*nativeStruct
	declared, body strings.Builder
	count          int
}

const unknown = "?"

func (w *spelling) named(s *nativeStruct) string {
	if s.kind == nil {
		return unknown
	}
	return w.kind(s.kind, "")
}

// kind writes a type, or how something of that type is declared.
func (w *spelling) kind(t dwarf.Type, name string) string {
	join := func(kind string) string { return strings.TrimSpace(kind + " " + name) }
	switch t := t.(type) {
	case nil:
		return join("void")
	case *dwarf.VoidType:
		return join("void")
	case *dwarf.QualType:
		return w.kind(t.Type, name)
	case *dwarf.TypedefType:
		return w.kind(t.Type, name)
	case *dwarf.BoolType:
		return join("bool")
	case *dwarf.CharType:
		return join("char")
	case *dwarf.UcharType:
		return join("unsigned char")
	case *dwarf.EnumType:
		return join("int")
	case *dwarf.IntType, *dwarf.UintType:
		return join(regexp.MustCompile(`\b__int128\b`).ReplaceAllString(t.String(), "long"))
	case *dwarf.FloatType:
		return join(t.String())
	case *dwarf.PtrType:
		if _, is := t.Type.(*dwarf.FuncType); is {
			return join("void *")
		}
		if _, is := t.Type.(*dwarf.ArrayType); is {
			return w.kind(t.Type, "(*"+name+")")
		}
		return w.kind(t.Type, "*"+name)
	case *dwarf.ArrayType:
		size := ""
		if t.Count >= 0 {
			size = fmt.Sprint(t.Count)
		}
		return w.kind(t.Type, name+"["+size+"]")
	case *dwarf.StructType:
		if made, is := w.of[t]; is {
			return join(made)
		}
		i := slices.IndexFunc(w.structs, func(s *nativeStruct) bool { return s.kind == t || s.name == t.StructName && s.name != "" })
		if i < 0 || t.Kind != "struct" || slices.ContainsFunc(t.Field, func(f *dwarf.StructField) bool { return f.BitSize > 0 || f.Name == "" }) {
			return join(unknown)
		}
		w.count++
		made := fmt.Sprintf("dg_struct%d", w.count)
		w.of[t] = made
		if k := w.structs[i].kind; k != nil {
			w.of[k] = made
			t = k
		}
		var fields strings.Builder
		for _, f := range t.Field {
			kind := w.kind(f.Type, "f_"+f.Name)
			if strings.Contains(kind, unknown) {
				w.of[t] = unknown
				return join(unknown)
			}
			fmt.Fprintf(&fields, " %s;", kind)
		}
		fmt.Fprintf(&w.declared, "struct %s;\n", made)
		text := w.declared.String()
		w.declared.Reset()
		fmt.Fprintf(&w.declared, "%sstruct %s {%s };\n", text, made, fields.String())
		return join(made)
	}
	return join(unknown)
}
