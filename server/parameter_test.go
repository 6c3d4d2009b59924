package server

import (
	"errors"
	"testing"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/assert"
)

// No words of the router's own reach anybody.
func TestParametersThatCannotBeRead(t *testing.T) {
	for _, c := range []struct{ words, field, message string }{
		{`Invalid format for parameter choruses: error binding string parameter: strconv.ParseInt: parsing "abc": invalid syntax`, "choruses", `"abc" was given: give a whole number`},
		{`Invalid format for parameter countIn: error binding string parameter: strconv.ParseBool: parsing "maybe": invalid syntax`, "countIn", `"maybe" was given: give true or false`},
		{`Invalid format for parameter format: query parameter 'format' is required`, "format", "nothing was given: it's needed"},
		{`Invalid format for parameter at: something else`, "at", "it can't be read: give what api/openapi.yaml says"},
		{`unexpected EOF`, "request", "it can't be read: give what api/openapi.yaml says"},
	} {
		got := problemOf(echo.NewHTTPError(400, c.words))
		assert.Equal(t, 400, got.Status)
		assert.Equal(t, []string{c.field, c.message}, []string{got.Errors[0].Field, got.Errors[0].Message}, c.words)
		assert.NotContains(t, got.Detail, "strconv")
	}
	assert.Equal(t, 500, problemOf(errors.New("x")).Status)
}
