package server

import (
	"net/http"
	"regexp"

	"evenladder/core/base/fault"
	"evenladder/server/api"
)

// The router's own words for a parameter that it can't read.
var (
	badParameter = regexp.MustCompile(`Invalid format for parameter ([\w-]+): (.*)`)
	notParsed    = regexp.MustCompile(`strconv\.Parse(\w+): parsing ("(?:[^"\\]|\\.)*")`)
	needed       = regexp.MustCompile(`(?:query parameter|Query argument|Header parameter) '?([\w-]+)'? is required`)
)

// wantedOf are the kinds of values as they are said.
var wantedOf = map[string]string{"Int": "a whole number", "Uint": "a whole number", "Bool": "true or false", "Float": "a number"}

// badRequest says in our own words what is wrong with a request that the router refused.
func badRequest(err error) api.Problem {
	field, message := "request", "it can't be read: give what api/openapi.yaml says"
	words := err.Error()
	if m := badParameter.FindStringSubmatch(words); m != nil {
		field, message = m[1], "it can't be read: give what api/openapi.yaml says"
		if m := notParsed.FindStringSubmatch(words); m != nil && wantedOf[m[1]] != "" {
			message = fault.Clip(m[2]) + " was given: give " + wantedOf[m[1]]
		}
	}
	if m := needed.FindStringSubmatch(words); m != nil {
		field, message = m[1], "nothing was given: it's needed"
	}
	return problem(http.StatusBadRequest, "Something needs fixing", fault.List{{Field: field, Message: message}})
}
