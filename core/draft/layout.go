package draft

import (
	"regexp"
	"slices"
	"strings"
)

// fieldNames are what programs call the fields of a ship that they read, by the placeholder of the field.
var fieldNames = map[string]*regexp.Regexp{
	"{name}":   regexp.MustCompile(`^(?:name|ship|shipname|kind|type|typ|naam|nom|nombre|nome)$`),
	"{row}":    regexp.MustCompile(`^(?:r|y|row|line|zeile|reihe|fila|ligne|riga|linha|rij)\d*$`),
	"{col}":    regexp.MustCompile(`^(?:c|x|col|column|spalte|columna|colonne|colonna|coluna|kolom)\d*$`),
	"{way}":    regexp.MustCompile(`^(?:d|o|h|v|hv|dir|direction|orient|orientation|way|horizontal|vertical|richtung|direccion|sens|verso)$`),
	"{length}": regexp.MustCompile(`^(?:n|l|len|length|size|cells|laenge|länge|groesse|longitud|taille|lengte)$`),
}

var (
	identifier = regexp.MustCompile(`\pL[\pL\pN]*`)
	divides    = regexp.MustCompile(`(?i)split|scan|>>|fields|strtok|next|parse|unpack|\[\s*0\s*\]`)
)

// mostLayouts bounds the layouts that are returned.
const mostLayouts = 4

// Layouts are the orders in which a program may read the fields of a ship, as placeholders, by what its
// source calls them: on one line, or on lines that follow each other. Those where something is divided or
// scanned come first. Each has a row and a column, and a direction.
func Layouts(source string) (layouts [][]string) {
	lines := strings.Split(source, "\n")
	roles := make([][]string, len(lines))
	for i, line := range lines {
		if to, _, assigns := strings.Cut(line, " = "); assigns && strings.Contains(to, ",") {
			line = to // several variables are set
		}
		for _, word := range identifier.FindAllString(line, -1) {
			for field, names := range fieldNames {
				if names.MatchString(strings.ToLower(word)) && !slices.Contains(roles[i], field) {
					roles[i] = append(roles[i], field)
				}
			}
		}
	}
	put := func(fields []string) {
		for _, needed := range []string{"{row}", "{col}", "{way}"} {
			if !slices.Contains(fields, needed) {
				return
			}
		}
		if !slices.ContainsFunc(layouts, func(l []string) bool { return slices.Equal(l, fields) }) {
			layouts = append(layouts, fields)
		}
	}
	for _, wanted := range []bool{true, false} {
		for i, line := range lines {
			if divides.MatchString(line) != wanted {
				continue
			}
			put(roles[i])
			var each []string // one field a line
			for k := i; k < len(lines) && len(roles[k]) > 0 && !slices.Contains(each, roles[k][0]); k++ {
				each = append(each, roles[k][0])
			}
			put(each)
		}
	}
	return layouts[:min(len(layouts), mostLayouts)]
}
