package document

import (
	"fmt"
	"net/url"
	"reflect"
	"strconv"
	"strings"

	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
)

// screens are where the bench and the rounds read a brief from the address.
const benchScreen, roundsScreen = "/", "/rounds"

// Address is where a brief is opened: a screen with the fields by path, those that
// go without saying left out.
func Address(b brief.Brief) string {
	screen := benchScreen
	if !b.Round.IsZero() {
		screen = roundsScreen
	}
	short := brief.Fields.Short(b)
	query := url.Values{}
	for _, f := range brief.Fields.All() {
		switch v := f.Value(&short).(type) {
		case nil:
		case neck.Place:
			query.Set(f.Path+".string", strconv.Itoa(v.String))
			query.Set(f.Path+".fret", strconv.Itoa(v.Fret))
		default:
			query.Set(f.Path, inAddress(v))
		}
	}
	// Colons, commas and slashes need no escape in a query and read better so.
	return screen + "?" + strings.NewReplacer("%2C", ",", "%2F", "/").Replace(query.Encode())
}

// inAddress writes a value as the front end reads it: lists with commas.
func inAddress(v any) string {
	list := reflect.ValueOf(v)
	if list.Kind() != reflect.Slice {
		return fmt.Sprint(v)
	}
	words := make([]string, list.Len())
	for i := range words {
		words[i] = fmt.Sprint(list.Index(i).Interface())
	}
	return strings.Join(words, ",")
}
