package server

import (
	"fmt"
	"net/http"
	"unicode/utf8"

	"evenladder/core/plan"
	"evenladder/server/api"
)

func valueOr[T any](p *T, fallback T) T {
	if p == nil {
		return fallback
	}
	return *p
}

func checkedText(field, text string, low, high int) plan.Errors {
	if n := utf8.RuneCountInString(text); n < low || n > high {
		return plan.Errors{{Field: field, Message: fmt.Sprintf("%d characters were given: give %d to %d", n, low, high)}}
	}
	return nil
}

func checkedVersion(v *int) (int, error) {
	if v == nil {
		return 0, plan.Errors{{Field: "version", Message: "no version was given: give the one that was read"}}
	}
	return *v, nil
}

func prefixed(prefix string, errs plan.Errors) plan.Errors {
	out := make(plan.Errors, len(errs))
	for i, e := range errs {
		out[i] = plan.FieldError{Field: prefix + e.Field, Message: e.Message}
	}
	return out
}

func orNil(errs plan.Errors) error {
	if len(errs) == 0 {
		return nil
	}
	return errs
}

func conflictProblem(given, current int) api.Problem {
	return problem(http.StatusConflict, "It was changed in between", plan.Errors{{
		Field: "version", Message: fmt.Sprintf("version %d was given, version %d is stored: read it and give that version", given, current),
	}})
}

func clipped(s string, n int) string {
	if r := []rune(s); len(r) > n {
		return string(r[:n])
	}
	return s
}
