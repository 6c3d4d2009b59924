package fault_test

import (
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/base/fault"
)

// lesson is something that is given as JSON.
type lesson struct {
	Pupil  string   `json:"pupil"`
	Frets  *int     `json:"frets,omitempty"`
	LongMM *float64 `json:"longMm,omitempty"`
	Left   bool     `json:"left,omitempty"`
	Keys   []string `json:"keys,omitempty"`
	Order  []int    `json:"order,omitempty"`
	Place  struct {
		String int `json:"string"`
	} `json:"place,omitzero"`
	Weeks  []week `json:"weeks,omitempty"`
	Secret string `json:"-"`
}

type week struct {
	Minutes int `json:"minutes"`
}

func Example() {
	var l lesson
	err := fault.Decode([]byte(`{"pupil": 7, "keys": ["C", 4, 5], "colour": "red", "place": {"string": 1.5}}`),
		"lesson", &l)
	fmt.Println(err)
	// Output:
	// keys: the number 4 was given: give a text (and 1 more like it)
	// place.string: the number 1.5 was given: give a whole number
	// pupil: the number 7 was given: give a text
	// colour: no such field: the fields here are pupil frets longMm left keys order place weeks
}

func TestDecode(t *testing.T) {
	var l lesson
	require.NoError(t, fault.Decode([]byte(`{"pupil": "Wenna", "frets": 9, "longMm": 340.5, "left": true, "keys": ["C"], "order": [3, 1], "place": {"string": 2}, "weeks": [{"minutes": 5}]}`), "lesson", &l))
	var same lesson
	require.NoError(t, json.Unmarshal([]byte(`{"pupil": "Wenna", "frets": 9, "longMm": 340.5, "left": true, "keys": ["C"], "order": [3, 1], "place": {"string": 2}, "weeks": [{"minutes": 5}]}`), &same))
	assert.Equal(t, same, l, "as the standard library reads it")

	before := l
	for given, want := range map[string]string{
		``:                               "lesson: this is not JSON (it is empty): give an object in { }",
		`{"pupil": `:                     "lesson: this is not JSON (it ends too early): give an object in { }",
		`{"pupil": "a"} b`:               "lesson: this is not JSON (more follows after the object): give an object in { }",
		`{"pupil": x}`:                   "lesson: this is not JSON (invalid character 'x' looking for beginning of value at byte 11): give an object in { }",
		`[1]`:                            "lesson: a list was given: give an object in { }",
		`null`:                           "lesson: null was given: give an object in { }",
		`{"frets": "many"}`:              `frets: the text "many" was given: give a whole number`,
		`{"frets": 1e99}`:                "frets: the number 1e99 was given: give a whole number",
		`{"left": 1}`:                    "left: the number 1 was given: give true or false",
		`{"place": []}`:                  "place: a list was given: give an object",
		`{"keys": {}}`:                   "keys: an object was given: give a list",
		`{"order": [1, null]}`:           "order: null was given: give a whole number",
		`{"weeks": [{"minutes": true}]}`: "weeks.0.minutes: true was given: give a whole number",
		`{"weeks": [{}, {"hours": 1}]}`:  "weeks.1.hours: no such field: the fields here are minutes",
		`{"a": 1, "b": 2, "c": 3}`:       "a: no such field (and 2 more like it): the fields here are pupil frets longMm left keys order place weeks",
		`{"Secret": "x"}`:                "Secret: no such field: the fields here are pupil frets longMm left keys order place weeks",
		`{"": 1}`:                        `"": no such field: the fields here are pupil frets longMm left keys order place weeks`,
	} {
		err := fault.Decode([]byte(given), "lesson", &l)
		assert.EqualError(t, err, want, given)
		assert.Equal(t, before, l, "nothing is written: %s", given)
	}
	require.NoError(t, fault.Decode([]byte(`{"pupil": null, "PUPIL": "Casimir"}`), "lesson", &l))
	assert.Equal(t, lesson{Pupil: "Casimir"}, l, "null is as if it were not there; the case of a name does not matter")
}

func TestLists(t *testing.T) {
	var l fault.List
	assert.NoError(t, l.Or())
	l.Between("a", 3, 1, 5)
	l.Between("b", 9, 1, 5)
	l.Between("c", 9, 1, 1)
	l.Add("d", nil)
	l.Under("first.", fault.At("e", "%d frets", 3))
	l.Under("first.", errors.New("of another kind"))
	l.Each("f", 100, func(i int) error { return fault.Outside(i, 0, 10) })
	l.Each("g", 3, func(i int) error { return fault.Outside(i, 0, 1) })
	assert.EqualError(t, l.Or(), "b: 9 was given: give 1 to 5\nc: 9 was given: give 1\nfirst.e: 3 frets\nf: 11 was given: give 0 to 10 (and 88 more like it)\ng: 2 was given: give 0 to 1")
	assert.EqualError(t, fault.Word(strings.Repeat("ä", 99), "a b"), `"`+strings.Repeat("ä",
		32)+`…" was given: give one of a b`)
}

// Whatever is given, what comes back is a list of faults that name a field and
// say what would be accepted, or what the standard library reads.
func FuzzDecode(f *testing.F) {
	f.Add([]byte(`{"pupil": "Wenna", "order": [3, 1], "weeks": [{"minutes": 5}]}`))
	f.Add([]byte(`{"pupil": 7, "keys": ["C", 4], "colour": {"a": []}}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		var l, same lesson
		err := fault.Decode(data, "lesson", &l)
		if err == nil {
			require.NoError(t, json.Unmarshal(data, &same), "what is read here is read there: %s", data)
			return
		}
		var faults fault.List
		require.ErrorAs(t, err, &faults)
		for _, one := range faults {
			assert.NotEmpty(t, one.Field)
			assert.NotEmpty(t, one.Message)
			assert.NotRegexp(t, `\bgo\b|\ba (int|array|string|bool|struct)\b|reflect|interface`, one.Message)
		}
	})
}
