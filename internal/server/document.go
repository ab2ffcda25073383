package server

import (
	"encoding/json"
	"fmt"
	"net/http"
	"path"
	"reflect"
	"strings"

	"github.com/swaggest/jsonschema-go"
	"github.com/swaggest/openapi-go"
	"github.com/swaggest/openapi-go/openapi31"

	"durchgang/core/suite"
	"durchgang/internal/record"
)

// Document returns the OpenAPI 3.1 document of the API, made from the routes.
func Document() ([]byte, error) {
	r := openapi31.NewReflector()
	r.Spec.Info.WithTitle("Durchgang").WithVersion("1").
		WithDescription("Grades programs that play classroom games.")
	r.Spec.Servers = append(r.Spec.Servers, openapi31.Server{URL: prefix})
	r.DefaultOptions = append(r.DefaultOptions,
		jsonschema.InterceptProp(require),
		jsonschema.InterceptNullability(notNull),
		jsonschema.InterceptDefName(names{}.of),
	)
	r.AddTypeMapping(suite.Points(0), float64(0))
	for _, route := range routes() {
		if err := describe(r, route); err != nil {
			return nil, fmt.Errorf("describe %s %s: %w", route.method, route.path, err)
		}
	}
	return json.MarshalIndent(r.Spec, "", "  ")
}

// ResultSchema returns the JSON Schema of a result, as reports give it (JSON Schema
// 2020-12).
func ResultSchema() ([]byte, error) {
	var r jsonschema.Reflector
	r.DefaultOptions = append(r.DefaultOptions,
		jsonschema.InterceptProp(require),
		jsonschema.InterceptNullability(notNull),
		jsonschema.InterceptDefName(names{}.of),
	)
	r.AddTypeMapping(suite.Points(0), float64(0))
	schema, err := r.Reflect(record.Result{})
	if err != nil {
		return nil, fmt.Errorf("describe a result: %w", err)
	}
	schema.WithSchema("https://json-schema.org/draft/2020-12/schema").WithTitle("A result of Durchgang")
	return json.MarshalIndent(schema, "", "  ")
}

func describe(r *openapi31.Reflector, route route) error {
	op, err := r.NewOperationContext(route.method, route.path)
	if err != nil {
		return err
	}
	op.SetID(route.id)
	op.SetSummary(route.summary)
	if route.request != nil {
		op.AddReqStructure(route.request)
	}
	if t := reflect.TypeOf(route.answer); route.method == http.MethodGet && t != nil && t.Kind() == reflect.Slice {
		op.AddReqStructure(inPages{})
	}
	if u, found := uploads[route.id]; found {
		op.AddReqStructure([]byte{}, openapi.WithContentType(u.content))
	}
	answer := route.answer
	op.AddRespStructure(answer, func(u *openapi.ContentUnit) {
		u.HTTPStatus = route.status
		if route.content != "" {
			u.ContentType = route.content
		}
	})
	op.AddRespStructure(Problem{}, func(u *openapi.ContentUnit) {
		u.IsDefault = true
		u.ContentType = "application/problem+json"
		u.Description = "What went wrong: " + http.StatusText(http.StatusBadRequest) + " and the like"
	})
	return r.AddOperation(op)
}

// require marks every property as required that is always written.
func require(p jsonschema.InterceptPropParams) error {
	if !p.Processed || strings.Contains(p.Field.Tag.Get("json"), "omit") || p.Field.Tag.Get("json") == "-" {
		return nil
	}
	for _, name := range p.ParentSchema.Required {
		if name == p.Name {
			return nil
		}
	}
	p.ParentSchema.Required = append(p.ParentSchema.Required, p.Name)
	return nil
}

// notNull says that lists are never null: an empty one is written as such.
func notNull(p jsonschema.InterceptNullabilityParams) {
	if p.NullAdded && p.Type != nil && p.Type.Kind() == reflect.Slice {
		p.Schema.RemoveType(jsonschema.Null)
	}
}

// names are what types are called in the document: by their own name the one that comes first, and others of that name with
// their package's before it.
type names map[string]string

func (n names) of(t reflect.Type, _ string) string {
	title := func(s string) string { return strings.ToUpper(s[:1]) + s[1:] }
	name := title(t.Name())
	if first, taken := n[name]; taken && first != t.PkgPath() {
		return title(path.Base(t.PkgPath())) + name
	}
	n[name] = t.PkgPath()
	return name
}
