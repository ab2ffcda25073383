package server

import (
	"fmt"
	"math"
	"net/http"
	"net/url"
	"reflect"
	"strconv"
	"strings"
	"unicode/utf8"

	"github.com/gofiber/fiber/v3"
)

// The bounds of what a request says, in characters and for whole numbers. A field with another
// bound has it in its tag maxLength, which stands in the API's document too.
const (
	longestText  = 4000
	largestCount = math.MaxInt32
)

// checkAddress refuses a path or query that holds what no record can: no other place that
// text from outside comes in by is checked later than here or in checkTexts.
func checkAddress(c fiber.Ctx) error {
	path, err := url.PathUnescape(c.Path())
	if err != nil {
		return fiber.NewError(http.StatusBadRequest, "the path has a % that no two hexadecimal digits follow")
	}
	if err := checkText("path", path, longestText); err != nil {
		return err
	}
	query, err := url.ParseQuery(string(c.Request().URI().QueryString()))
	if err != nil {
		return fiber.NewError(http.StatusBadRequest, "the query cannot be read: "+err.Error())
	}
	for name, values := range query {
		for _, value := range append(values, name) {
			most := longestText
			if name == "decisions" {
				most = textBody
			}
			if err := checkText("query", value, most); err != nil {
				return err
			}
		}
	}
	return nil
}

// checkText refuses a text that is not UTF-8, has a NUL or is too long.
func checkText(field, text string, most int) error {
	switch {
	case !utf8.ValidString(text):
		return fiber.NewError(http.StatusBadRequest, field+": this text is not UTF-8")
	case strings.ContainsRune(text, 0):
		return fiber.NewError(http.StatusBadRequest, field+": this text has a NUL character in it, which no text can have")
	case len(text) > most && utf8.RuneCountInString(text) > most:
		return fiber.NewError(http.StatusBadRequest, fmt.Sprintf("%s: this text is too long: at most %d characters", field, most))
	}
	return nil
}

// checkTexts checks all texts and whole numbers of a request's body.
func checkTexts(field string, v reflect.Value, most int) error {
	switch v.Kind() {
	case reflect.String:
		return checkText(field, v.String(), most)
	case reflect.Int, reflect.Int64:
		if n := v.Int(); n > largestCount || n < -largestCount {
			return fiber.NewError(http.StatusBadRequest, fmt.Sprintf("%s: %d is too large a number", field, n))
		}
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			return checkTexts(field, v.Elem(), most)
		}
	case reflect.Slice, reflect.Array:
		if v.Type().Elem().Kind() == reflect.Uint8 {
			return nil // a file
		}
		for i := range v.Len() {
			if err := checkTexts(fmt.Sprintf("%s[%d]", field, i), v.Index(i), most); err != nil {
				return err
			}
		}
	case reflect.Map:
		for _, name := range v.MapKeys() {
			if err := checkTexts(field, name, most); err != nil {
				return err
			}
			if err := checkTexts(field, v.MapIndex(name), most); err != nil {
				return err
			}
		}
	case reflect.Struct:
		return checkFields(field, v)
	}
	return nil
}

func checkFields(field string, v reflect.Value) error {
	for i := range v.NumField() {
		f := v.Type().Field(i)
		if !f.IsExported() && !f.Anonymous {
			continue
		}
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		if name == "" {
			name = field
		}
		most, err := strconv.Atoi(f.Tag.Get("maxLength"))
		if err != nil {
			most = longestText
		}
		if err := checkTexts(name, v.Field(i), most); err != nil {
			return err
		}
	}
	return nil
}
