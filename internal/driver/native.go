package driver

import (
	"bytes"
	"debug/dwarf"
	"debug/elf"
	"errors"
	"fmt"
	"path"
	"slices"
	"strings"

	"durchgang/core/calls"
)

// native is what a compiler says of a program in C or C++, read from the debugging information of what it has built.
type native struct {
	outline   calls.Outline
	functions []nativeFunction
	structs   []*nativeStruct
	enums     []nativeEnum
	variables []nativeVariable

	data    *dwarf.Data
	files   map[string]bool // sources of the program
	byEntry map[dwarf.Offset]*nativeStruct
	names   map[dwarf.Offset][]string // of parameters, by the declaration that a definition belongs to
}

type nativeFunction struct {
	name    string // as people call it, with its namespace
	symbol  string // as the linker calls it
	returns dwarf.Type
	takes   []nativeParameter
}

type nativeParameter struct {
	name     string
	kind     dwarf.Type
	optional bool
}

type nativeStruct struct {
	name         string // with its namespace
	fields       []nativeParameter
	methods      []nativeFunction
	constructors [][]nativeParameter
	abstract     bool
	kind         *dwarf.StructType
}

type nativeEnum struct {
	name   string
	values []*dwarf.EnumValue
}

type nativeVariable struct {
	name string
	kind dwarf.Type
}

// readNative reads the debugging information of object files.
func readNative(objects [][]byte, sources []string) (*native, error) {
	n := &native{files: map[string]bool{}}
	for _, s := range sources {
		n.files[path.Base(s)] = true
	}
	for _, object := range objects {
		file, err := elf.NewFile(bytes.NewReader(object))
		if err != nil {
			return nil, fmt.Errorf("read what the compiler has built: %w", err)
		}
		if n.data, err = file.DWARF(); err != nil {
			return nil, fmt.Errorf("read what the compiler has built: %w", err)
		}
		n.byEntry, n.names = map[dwarf.Offset]*nativeStruct{}, map[dwarf.Offset][]string{}
		if err := n.units(); err != nil {
			return nil, fmt.Errorf("read what the compiler has built: %w", err)
		}
	}
	n.describe()
	return n, nil
}

func (n *native) units() error {
	for pass := range 2 { // the names of parameters stand with the definitions, which come later
		reader := n.data.Reader()
		for {
			unit, err := reader.Next()
			if err != nil || unit == nil {
				if err != nil {
					return err
				}
				break
			}
			if unit.Tag != dwarf.TagCompileUnit {
				reader.SkipChildren()
				continue
			}
			lines, err := n.data.LineReader(unit)
			if err != nil || lines == nil {
				return errors.Join(err, errors.New("there is no table of lines"))
			}
			files := lines.Files()
			own := func(e *dwarf.Entry) bool {
				i, is := e.Val(dwarf.AttrDeclFile).(int64)
				return is && int(i) < len(files) && files[i] != nil && n.files[path.Base(files[i].Name)]
			}
			if err := n.scope(reader, "", own, pass == 1); err != nil {
				return err
			}
		}
	}
	return nil
}

// scope reads what stands in a unit or a namespace.
func (n *native) scope(reader *dwarf.Reader, prefix string, own func(*dwarf.Entry) bool, keep bool) error {
	for {
		e, err := reader.Next()
		if err != nil {
			return err
		}
		if e == nil || e.Tag == 0 {
			return nil
		}
		name, _ := e.Val(dwarf.AttrName).(string)
		switch e.Tag {
		case dwarf.TagNamespace:
			inner := prefix
			if name != "" {
				inner += name + "::"
			}
			if !e.Children {
				continue
			}
			if strings.HasPrefix(inner, "std::") || strings.HasPrefix(inner, "__") {
				reader.SkipChildren()
				continue
			}
			if err := n.scope(reader, inner, own, keep); err != nil {
				return err
			}
			continue
		case dwarf.TagSubprogram:
			if err := n.function(reader, e, prefix, own, keep); err != nil {
				return err
			}
			continue
		case dwarf.TagStructType, dwarf.TagClassType:
			if keep && own(e) && e.Children {
				if err := n.class(reader, e, prefix, name); err != nil {
					return err
				}
				continue
			}
		case dwarf.TagTypedef:
			if keep && own(e) {
				n.alias(e, name)
			}
		case dwarf.TagEnumerationType:
			if keep && own(e) {
				n.enum(e, prefix+name)
			}
		case dwarf.TagVariable:
			if keep && own(e) && name != "" && e.Val(dwarf.AttrDeclaration) == nil {
				if kind, err := n.typeOf(e); err == nil && !strings.HasPrefix(name, "_") {
					n.variables = append(n.variables, nativeVariable{prefix + name, kind})
				}
			}
		}
		if e.Children {
			reader.SkipChildren()
		}
	}
}

func (n *native) typeOf(e *dwarf.Entry) (dwarf.Type, error) {
	at, is := e.Val(dwarf.AttrType).(dwarf.Offset)
	if !is {
		return nil, nil
	}
	reader := n.data.Reader()
	reader.Seek(at)
	target, err := reader.Next()
	if err == nil && target != nil && (target.Tag == dwarf.TagReferenceType || target.Tag == dwarf.TagRvalueReferenceType) {
		return n.typeOf(target) // what is given by reference can be given as it is
	}
	return n.data.Type(at)
}

// function reads a function, or notes the names of what a method takes whose definition this is.
func (n *native) function(reader *dwarf.Reader, e *dwarf.Entry, prefix string, own func(*dwarf.Entry) bool, keep bool) error {
	takes, err := n.parameters(reader, e)
	if err != nil {
		return err
	}
	if of, is := e.Val(dwarf.AttrSpecification).(dwarf.Offset); is {
		for _, p := range takes {
			n.names[of] = append(n.names[of], p.name)
		}
		return nil
	}
	name, _ := e.Val(dwarf.AttrName).(string)
	if !keep || !own(e) || name == "" || name == "student_main" || e.Val(dwarf.AttrAbstractOrigin) != nil {
		return nil
	}
	returns, err := n.typeOf(e)
	if err != nil {
		return nil // of a type that is not known
	}
	f := nativeFunction{name: prefix + name, symbol: name, returns: returns, takes: takes}
	if linkage, is := e.Val(dwarf.AttrLinkageName).(string); is {
		f.symbol = linkage
	}
	n.functions = append(n.functions, f)
	return nil
}

func (n *native) parameters(reader *dwarf.Reader, e *dwarf.Entry) ([]nativeParameter, error) {
	var takes []nativeParameter
	if !e.Children {
		return nil, nil
	}
	for {
		child, err := reader.Next()
		if err != nil {
			return nil, err
		}
		if child == nil || child.Tag == 0 {
			return takes, nil
		}
		if child.Tag == dwarf.TagFormalParameter && child.Val(dwarf.AttrArtificial) == nil {
			name, _ := child.Val(dwarf.AttrName).(string)
			kind, err := n.typeOf(child)
			if err != nil {
				kind = nil
			}
			takes = append(takes, nativeParameter{name: name, kind: kind})
		}
		if child.Children {
			reader.SkipChildren()
		}
	}
}

// class reads a struct or a class with what is public of its methods.
func (n *native) class(reader *dwarf.Reader, e *dwarf.Entry, prefix, name string) error {
	s := &nativeStruct{name: prefix + name}
	kind, err := n.data.Type(e.Offset)
	if err == nil {
		s.kind, _ = kind.(*dwarf.StructType)
	}
	n.byEntry[e.Offset] = s
	public := func(child *dwarf.Entry) bool {
		access, given := child.Val(dwarf.AttrAccessibility).(int64)
		return given && access == 1 || !given && e.Tag == dwarf.TagStructType
	}
	for {
		child, err := reader.Next()
		if err != nil {
			return err
		}
		if child == nil || child.Tag == 0 {
			break
		}
		inner, _ := child.Val(dwarf.AttrName).(string)
		switch child.Tag {
		case dwarf.TagMember:
			if kind, err := n.typeOf(child); err == nil && inner != "" && child.Val(dwarf.AttrExternal) == nil &&
				child.Val(dwarf.AttrDeclaration) == nil {
				s.fields = append(s.fields, nativeParameter{name: inner, kind: kind})
			}
		case dwarf.TagSubprogram:
			takes, err := n.parameters(reader, child)
			if err != nil {
				return err
			}
			if v, is := child.Val(dwarf.AttrVirtuality).(int64); is && v == 2 {
				s.abstract = true
			}
			if !public(child) || child.Val(dwarf.AttrArtificial) != nil || strings.HasPrefix(inner, "~") ||
				strings.HasPrefix(inner, "operator") {
				continue
			}
			for i, given := range n.names[child.Offset] {
				if i < len(takes) {
					takes[i].name = given
				}
			}
			if inner == name {
				s.constructors = append(s.constructors, takes)
				continue
			}
			returns, err := n.typeOf(child)
			if err == nil {
				f := nativeFunction{name: inner, returns: returns, takes: takes}
				if child.Val(dwarf.AttrObjectPointer) == nil {
					f.symbol = "static"
				}
				s.methods = append(s.methods, f)
			}
			continue
		case dwarf.TagEnumerationType:
			n.enum(child, prefix+name+"::"+inner)
		}
		if child.Children {
			reader.SkipChildren()
		}
	}
	if !slices.ContainsFunc(n.structs, func(o *nativeStruct) bool { return o.name == s.name && s.name != prefix }) {
		n.structs = append(n.structs, s)
	}
	return nil
}

// alias names a struct or an enumeration that has no name of its own.
func (n *native) alias(e *dwarf.Entry, name string) {
	at, is := e.Val(dwarf.AttrType).(dwarf.Offset)
	if !is {
		return
	}
	if s := n.byEntry[at]; s != nil && (s.name == "" || strings.HasSuffix(s.name, "::")) {
		s.name += name
	}
	for i, e := range n.enums {
		if e.name == "" && i == len(n.enums)-1 {
			n.enums[i].name = name
		}
	}
}

func (n *native) enum(e *dwarf.Entry, name string) {
	kind, err := n.data.Type(e.Offset)
	enum, is := kind.(*dwarf.EnumType)
	if err != nil || !is || slices.ContainsFunc(n.enums, func(o nativeEnum) bool { return o.name == name && name != "" }) {
		return
	}
	n.enums = append(n.enums, nativeEnum{name, enum.Val})
}

// describe makes the outline.
func (n *native) describe() {
	n.structs = slices.DeleteFunc(n.structs, func(s *nativeStruct) bool { return s.name == "" || strings.HasSuffix(s.name, "::") })
	n.enums = slices.DeleteFunc(n.enums, func(e nativeEnum) bool { return e.name == "" })
	seen := map[string]bool{}
	n.functions = slices.DeleteFunc(n.functions, func(f nativeFunction) bool {
		twice := seen[f.symbol]
		seen[f.symbol] = true
		return twice
	})
	for _, f := range n.functions {
		n.outline.Functions = append(n.outline.Functions, calls.Callable{Name: f.name, Takes: described(f.takes)})
	}
	for _, s := range n.structs {
		c := calls.Class{Name: dotted(s.name)}
		for _, f := range s.fields {
			c.Fields = append(c.Fields, f.name)
		}
		for _, m := range s.methods {
			c.Methods = append(c.Methods, calls.Callable{Name: m.name, Takes: described(m.takes), Static: m.symbol == "static"})
		}
		for _, takes := range s.constructors {
			c.New = append(c.New, described(takes))
		}
		if len(s.constructors) == 0 && !s.abstract {
			c.New = [][]calls.Parameter{{}}
		}
		n.outline.Classes = append(n.outline.Classes, c)
	}
	for _, e := range n.enums {
		c := calls.Class{Name: dotted(e.name)}
		for _, v := range e.values {
			c.Values = append(c.Values, v.Name)
		}
		n.outline.Classes = append(n.outline.Classes, c)
	}
	for _, v := range n.variables {
		n.outline.Values = append(n.outline.Values, v.name)
	}
}

func dotted(name string) string { return strings.ReplaceAll(name, "::", ".") }

func described(takes []nativeParameter) []calls.Parameter {
	list := make([]calls.Parameter, len(takes))
	for i, p := range takes {
		kind := ""
		if p.kind != nil {
			kind = p.kind.String()
		}
		list[i] = calls.Parameter{Name: p.name, Type: kind, Optional: p.optional}
	}
	return list
}

// declares writes how a function is declared, for messages.
func declares(name string, takes []nativeParameter) string {
	parts := make([]string, len(takes))
	for i, p := range described(takes) {
		kind := strings.NewReplacer("basic_string<char, std::char_traits<char>, std::allocator<char> >", "string").Replace(p.Type)
		parts[i] = strings.TrimSpace(strings.TrimPrefix(kind, "struct ") + " " + p.Name)
	}
	return fmt.Sprintf("%s(%s)", name, strings.Join(parts, ", "))
}
