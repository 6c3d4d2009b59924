package plan

import (
	"bytes"
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"reflect"
	"sort"
	"strings"
)

// ParseBrief reads a brief as JSON. Every fault comes back as Errors: broken
// JSON under the field "brief", a wrong type or an unknown field under its own
// path.
func ParseBrief(data []byte) (Brief, error) {
	var b fields
	if err := decodeOne(data, &b); err != nil {
		var wrong *json.UnmarshalTypeError
		if errors.As(err, &wrong) && wrong.Field != "" {
			return Brief{}, Errors{{wrong.Field, fmt.Sprintf("a %s was given: give %s", wrong.Value, typeWords(wrong.Type))}}
		}
		return Brief{}, Errors{{"brief", "this is not a brief in JSON (" + plainJSONError(err) + `): give an object such as {"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "dorian"}}`}}
	}
	var shape map[string]any
	if err := json.Unmarshal(data, &shape); err == nil {
		if unknown := unknownFields("", shape, reflect.TypeFor[Brief]()); len(unknown) > 0 {
			return Brief{}, unknown
		}
	}
	return Brief(b), nil
}

// fields is a Brief that decodes by its fields alone.
type fields Brief

// UnmarshalJSON reads a brief as ParseBrief does, wherever it stands.
func (b *Brief) UnmarshalJSON(data []byte) (err error) {
	*b, err = ParseBrief(data)
	return err
}

func decodeOne(data []byte, into any) error {
	d := json.NewDecoder(bytes.NewReader(data))
	if err := d.Decode(into); err != nil {
		return err
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return errors.New("more follows after the object")
	}
	return nil
}

func plainJSONError(err error) string {
	switch {
	case errors.Is(err, io.EOF):
		return "it is empty"
	case errors.Is(err, io.ErrUnexpectedEOF):
		return "it ends too early"
	}
	return strings.TrimPrefix(err.Error(), "json: ")
}

func typeWords(t reflect.Type) string {
	switch t.Kind() {
	case reflect.Int:
		return "a whole number"
	case reflect.Float64:
		return "a number"
	case reflect.Bool:
		return "true or false"
	case reflect.Slice:
		return "a list"
	case reflect.Struct:
		return "an object"
	}
	return "a text"
}

// unknownFields compares what was given with the names that a struct reads.
func unknownFields(path string, given map[string]any, t reflect.Type) Errors {
	known := map[string]reflect.Type{}
	names := make([]string, 0, t.NumField())
	for i := range t.NumField() {
		name, _, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		known[strings.ToLower(name)] = t.Field(i).Type
		names = append(names, name)
	}
	keys := make([]string, 0, len(given))
	for k := range given {
		keys = append(keys, k)
	}
	sort.Strings(keys)
	var out Errors
	for _, k := range keys {
		ft, ok := known[strings.ToLower(k)]
		if !ok {
			out.addf(path+cmp.Or(clip(k), `""`), "no such field: the fields here are %s", strings.Join(names, " "))
			continue
		}
		if inner, isObject := given[k].(map[string]any); isObject && ft.Kind() == reflect.Struct {
			out = append(out, unknownFields(path+k+".", inner, ft)...)
		}
	}
	return out
}
