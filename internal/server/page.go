package server

import (
	"fmt"
	"net/http"
	"net/url"
	"reflect"
	"strconv"

	"github.com/gofiber/fiber/v3"
)

// pageSize is how many items of a list are answered at once.
const pageSize = 1000

// inPages is the part of a request for a list.
type inPages struct {
	Page int `query:"page" json:"-" minimum:"1" description:"Which part of a long list, from 1. The header Link names the next one as rel=next (RFC 8288)."`
}

// page is the part of a list that a request asks for, and names the next one in the header
// Link. What is no list stays whole.
func page(c fiber.Ctx, answer any) (any, error) {
	list := reflect.ValueOf(answer)
	if c.Method() != http.MethodGet || list.Kind() != reflect.Slice {
		return answer, nil
	}
	n, err := strconv.Atoi(c.Query("page", "1"))
	if err != nil || n < 1 || n > largestCount/pageSize {
		return nil, fiber.NewError(http.StatusBadRequest, "page is not the number of a page, from 1")
	}
	from, to := min((n-1)*pageSize, list.Len()), min(n*pageSize, list.Len())
	if to < list.Len() {
		query, err := url.ParseQuery(string(c.Request().URI().QueryString()))
		if err != nil {
			return nil, fiber.NewError(http.StatusBadRequest, "the query cannot be read: "+err.Error())
		}
		query.Set("page", strconv.Itoa(n+1))
		c.Set(fiber.HeaderLink, fmt.Sprintf(`<%s?%s>; rel="next"`, c.Path(), query.Encode()))
	}
	return list.Slice(from, to).Interface(), nil
}
