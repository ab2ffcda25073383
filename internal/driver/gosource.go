package driver

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"go/types"
	"regexp"
	"strings"

	"durchgang/core/calls"
)

var goPackage = regexp.MustCompile(`(?m)^package\s+\w+`)

// goSource reads what a program in Go defines, and makes its driver. Sources become part of the package main.
func (m maker) goSource(text string) (driver string, o calls.Outline, err error) {
	var functions, methods, kinds, variables, constants strings.Builder
	hasMain := false
	classes := map[string]int{}
	class := func(name string) *calls.Class {
		if _, is := classes[name]; !is {
			classes[name] = len(o.Classes)
			o.Classes = append(o.Classes, calls.Class{Name: name})
		}
		return &o.Classes[classes[name]]
	}
	for _, file := range m.files {
		parsed, err := parser.ParseFile(token.NewFileSet(), file, m.texts[file], parser.SkipObjectResolution)
		if err != nil {
			return "", o, err
		}
		for _, d := range parsed.Decls {
			switch d := d.(type) {
			case *ast.FuncDecl:
				name := d.Name.Name
				hasMain = hasMain || d.Recv == nil && name == "main"
				if d.Type.TypeParams != nil || d.Recv == nil && (name == "main" || name == "init") || name == "_" {
					continue
				}
				c := calls.Callable{Name: name, Takes: goTakes(d.Type.Params)}
				if d.Recv == nil {
					o.Functions = append(o.Functions, c)
					fmt.Fprintf(&functions, "\t\t%q: %s,\n", name, name)
					continue
				}
				of := strings.TrimPrefix(types.ExprString(d.Recv.List[0].Type), "*")
				if strings.ContainsAny(of, "[]") {
					continue
				}
				class(of).Methods = append(class(of).Methods, c)
				fmt.Fprintf(&methods, "\t\t%q: (*%s).%s,\n", of+"."+name, of, name)
			case *ast.GenDecl:
				for _, s := range d.Specs {
					switch s := s.(type) {
					case *ast.TypeSpec:
						fields, is := s.Type.(*ast.StructType)
						if s.TypeParams != nil {
							continue
						}
						made := class(s.Name.Name)
						if _, abstract := s.Type.(*ast.InterfaceType); !abstract {
							made.New = [][]calls.Parameter{{}}
							fmt.Fprintf(&kinds, "\t\t%q: func() any { return new(%s) },\n", s.Name.Name, s.Name.Name)
						}
						if is {
							for _, f := range fields.Fields.List {
								for _, n := range f.Names {
									made.Fields = append(made.Fields, n.Name)
								}
							}
						}
					case *ast.ValueSpec:
						for _, n := range s.Names {
							if n.Name == "_" {
								continue
							}
							if d.Tok == token.CONST {
								fmt.Fprintf(&constants, "\t\t%q: %s,\n", n.Name, n.Name)
								continue
							}
							o.Values = append(o.Values, n.Name)
							fmt.Fprintf(&variables, "\t\t%q: &%s,\n", n.Name, n.Name)
						}
					}
				}
			}
		}
	}
	text = strings.NewReplacer("@functions@", functions.String(), "@methods@", methods.String(), "@types@", kinds.String(),
		"@variables@", variables.String(), "@constants@", constants.String()).Replace(text)
	if !hasMain {
		text += "\nfunc main() {}\n"
	}
	return text, o, nil
}

func goTakes(list *ast.FieldList) []calls.Parameter {
	var takes []calls.Parameter
	for _, f := range list.List {
		kind := types.ExprString(f.Type)
		if len(f.Names) == 0 {
			takes = append(takes, calls.Parameter{Type: kind})
		}
		for _, n := range f.Names {
			takes = append(takes, calls.Parameter{Name: n.Name, Type: kind})
		}
	}
	return takes
}
