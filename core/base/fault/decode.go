package fault

import (
	"bytes"
	"cmp"
	"encoding"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"reflect"
	"slices"
	"sort"
	"strings"
	"time"
)

// Decode reads one JSON object into a struct, by the names of its JSON tags. A
// wrong type or an unknown field is a fault under its own path, and all of them
// come back together; JSON that is broken is a fault of the whole, which what
// names ("brief"). Nothing is written where there is a fault.
func Decode(data []byte, what string, into any) error {
	d := json.NewDecoder(bytes.NewReader(data))
	d.UseNumber()
	var given any
	err := d.Decode(&given)
	if err == nil {
		if _, after := d.Token(); !errors.Is(after, io.EOF) {
			err = errors.New("more follows after the object")
		}
	}
	if err != nil {
		return At(what, "this is not JSON (%s): give an object in { }", syntaxWords(err))
	}
	object, ok := given.(map[string]any)
	if !ok {
		return At(what, "%s was given: give an object in { }", said(given))
	}
	target := reflect.ValueOf(into).Elem()
	read := reflect.New(target.Type()).Elem()
	var r reader
	r.object("", object, read)
	if len(r.faults) > 0 {
		return r.faults
	}
	target.Set(read)
	return nil
}

func syntaxWords(err error) string {
	var broken *json.SyntaxError
	switch {
	case errors.Is(err, io.ErrUnexpectedEOF):
		return "it ends too early"
	case errors.Is(err, io.EOF):
		return "it is empty"
	case errors.As(err, &broken):
		return fmt.Sprintf("%v at byte %d", broken, broken.Offset)
	}
	return err.Error()
}

// said names a JSON value in words.
func said(v any) string {
	switch v := v.(type) {
	case nil:
		return "null"
	case bool:
		return fmt.Sprint(v)
	case json.Number:
		return "the number " + Clip(v.String())
	case string:
		return fmt.Sprintf("the text %q", Clip(v))
	case []any:
		return "a list"
	}
	return "an object"
}

// wanted names what a Go type is read from.
func wanted(t reflect.Type) string {
	switch t.Kind() {
	case reflect.Int:
		return "a whole number"
	case reflect.Float64, reflect.Float32:
		return "a number"
	case reflect.Bool:
		return "true or false"
	case reflect.Slice:
		return "a list"
	case reflect.Struct, reflect.Map:
		return "an object"
	case reflect.Pointer:
		return wanted(t.Elem())
	}
	return "a text"
}

// reader fills Go values from JSON ones and gathers the faults.
type reader struct{ faults List }

func (r *reader) object(path string, given map[string]any, into reflect.Value) {
	unknown := []string{}
	names := make([]string, 0, len(given))
	for name := range given {
		names = append(names, name)
	}
	sort.Strings(names)
	fields := FieldsOf(into.Type())
	for _, name := range names {
		i := slices.IndexFunc(fields, func(f Member) bool { return strings.EqualFold(f.Name, name) })
		if i < 0 {
			unknown = append(unknown, name)
			continue
		}
		r.value(path+fields[i].Name, given[name], into.FieldByIndex(fields[i].Index))
	}
	if len(unknown) == 0 {
		return
	}
	more := ""
	if len(unknown) > 1 {
		more = fmt.Sprintf(" (and %d more like it)", len(unknown)-1)
	}
	known := make([]string, len(fields))
	for i, f := range fields {
		known[i] = f.Name
	}
	r.faults.Addf(path+cmp.Or(Clip(unknown[0]), `""`), "no such field%s: the fields here are %s", more,
		strings.Join(known, " "))
}

// value reads one value, an object of anything as it is. null leaves a field as if it were not given.
func (r *reader) value(path string, given any, into reflect.Value) {
	if given == nil {
		return
	}
	ok := false
	if at, is := into.Addr().Interface().(*time.Time); is {
		text, _ := given.(string)
		var err error
		if *at, err = time.Parse(time.RFC3339, text); err != nil {
			r.faults.Addf(path, "%s was given: give a time such as 2026-10-05T16:00:00Z", said(given))
		}
		return
	}
	if word, is := into.Addr().Interface().(encoding.TextUnmarshaler); is {
		text, isText := given.(string)
		if !isText {
			r.faults.Addf(path, "%s was given: give a text", said(given))
		} else {
			r.faults.Add(path, word.UnmarshalText([]byte(text)))
		}
		return
	}
	if mixed, is := into.Addr().Interface().(Mixed); is {
		number, isNumber := given.(json.Number)
		whole, err := number.Int64()
		text, isText := given.(string)
		switch {
		case isNumber && err == nil && whole == int64(int(whole)):
			mixed.Read(int(whole), "")
		case isText:
			mixed.Read(0, text)
		default:
			r.faults.Addf(path, "%s was given: give a whole number or a text", said(given))
		}
		return
	}
	switch into.Kind() {
	case reflect.Pointer:
		inner := reflect.New(into.Type().Elem())
		r.value(path, given, inner.Elem())
		into.Set(inner)
		return
	case reflect.Struct:
		var object map[string]any
		if object, ok = given.(map[string]any); ok {
			r.object(path+".", object, into)
		}
	case reflect.Slice:
		var list []any
		if list, ok = given.([]any); ok {
			r.list(path, list, into)
		}
	case reflect.Map:
		var object map[string]any
		if object, ok = given.(map[string]any); ok {
			into.Set(reflect.ValueOf(object))
		}
	case reflect.String:
		var text string
		if text, ok = given.(string); ok {
			into.SetString(text)
		}
	case reflect.Bool:
		var flag bool
		if flag, ok = given.(bool); ok {
			into.SetBool(flag)
		}
	default:
		ok = number(given, into)
	}
	if !ok {
		r.faults.Addf(path, "%s was given: give %s", said(given), wanted(into.Type()))
	}
}

// list reads entries; those of a wrong type are said once.
func (r *reader) list(path string, given []any, into reflect.Value) {
	list := reflect.MakeSlice(into.Type(), len(given), len(given))
	objects := into.Type().Elem().Kind() == reflect.Struct && !reflect.PointerTo(into.Type().Elem()).Implements(textual)
	var wrong List
	for i, v := range given {
		inner := reader{}
		at := path
		if objects {
			at = fmt.Sprintf("%s.%d", path, i)
		}
		if v == nil {
			inner.faults.Addf(at, "null was given: give %s", wanted(into.Type().Elem()))
		}
		inner.value(at, v, list.Index(i))
		wrong = append(wrong, inner.faults...)
	}
	switch {
	case len(wrong) == 1 || len(wrong) > 0 && objects && len(wrong) <= 8:
		r.faults = append(r.faults, wrong...)
	case len(wrong) > 0:
		r.faults.Addf(wrong[0].Field, "%s (and %d more like it)", wrong[0].Message, len(wrong)-1)
	}
	into.Set(list)
}

// Mixed is read from a whole number or from a text, which is empty where a number was given.
type Mixed interface{ Read(number int, text string) }

var textual = reflect.TypeFor[encoding.TextUnmarshaler]()

func number(given any, into reflect.Value) bool {
	n, ok := given.(json.Number)
	if !ok {
		return false
	}
	if into.CanInt() {
		whole, err := n.Int64()
		if err != nil || into.OverflowInt(whole) {
			return false
		}
		into.SetInt(whole)
		return true
	}
	part, err := n.Float64()
	if err != nil || !into.CanFloat() {
		return false
	}
	into.SetFloat(part)
	return true
}

// Member is a field of a struct by its JSON name.
type Member struct {
	Name  string
	Index []int // as reflect goes to it, through embedded structs
}

// FieldsOf lists the fields of a struct that JSON has, in their order.
func FieldsOf(t reflect.Type) []Member {
	out := make([]Member, 0, t.NumField())
	for _, f := range reflect.VisibleFields(t) {
		if name, _, _ := strings.Cut(f.Tag.Get("json"), ","); name != "" && name != "-" {
			out = append(out, Member{name, f.Index})
		}
	}
	return out
}
