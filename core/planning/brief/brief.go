// Package brief is what a teacher asks for: which instrument, which scale, laid
// out how, fingered and played in which way.
//
// A Brief is data, in the fields of the wire contract; only the instrument and
// the scale are needed. One Table has a row for every field: its type, its
// default, what is accepted, when it matters, what a picker offers, how a word
// typed by hand is read and how the sentence says it. Read turns the words of a
// brief into values by that table; the wire contract, the pickers and the
// sentence are made from it. A new field is a member of a struct here, one row
// beside it, and the step of the pipeline that obeys it.
package brief

import (
	"encoding/json"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
)

// Brief is what to play. A nil pointer or an empty value means the default.
type Brief struct {
	Instrument Instrument `json:"instrument"`
	Scale      Scale      `json:"scale"`
	Layout     Layout     `json:"layout,omitzero"`
	Hand       Hand       `json:"hand,omitzero"`
	Run        Run        `json:"run,omitzero"`
	Rhythm     Rhythm     `json:"rhythm,omitzero"`
	Backing    Backing    `json:"backing,omitzero"`
	Picking    string     `json:"picking,omitempty"`
	Names      string     `json:"names,omitempty"`
	For        string     `json:"for,omitempty"`
	Round      Round      `json:"round,omitzero"` // a plan does not read it
}

// Instrument names an instrument of the catalogue and overrides it.
type Instrument struct {
	ID            string   `json:"id"`
	Tuning        []string `json:"tuning,omitempty"` // pitches, string 1 last
	Frets         *int     `json:"frets,omitempty"`
	ScaleLengthMM *float64 `json:"scaleLengthMm,omitempty"`
	LeftHanded    bool     `json:"leftHanded,omitempty"`
	Courses       *bool    `json:"courses,omitempty"`
	Capo          int      `json:"capo,omitempty"`
}

// Scale is a tonic with the catalogue id of a scale or with a formula.
type Scale struct {
	Tonic   string `json:"tonic"`
	Name    string `json:"name,omitempty"`
	Formula string `json:"formula,omitempty"`
}

// Layout chooses the boxes.
type Layout struct {
	System      string `json:"system,omitempty"`
	Strings     []int  `json:"strings,omitempty"`
	FromDegree  *int   `json:"fromDegree,omitempty"`
	Octaves     *int   `json:"octaves,omitempty"`
	OctaveShape string `json:"octaveShape,omitempty"`
	BoxOctave   *int   `json:"boxOctave,omitempty"`
	LowFret     *int   `json:"lowFret,omitempty"`
	HighFret    *int   `json:"highFret,omitempty"`
	Box         *int   `json:"box,omitempty"`
}

// Hand chooses the fingering.
type Hand struct {
	School   string   `json:"school,omitempty"`
	Wide     string   `json:"wide,omitempty"`
	Open     string   `json:"open,omitempty"`
	Prefer   string   `json:"prefer,omitempty"`
	Four     string   `json:"four,omitempty"`
	Fingers  []string `json:"fingers,omitempty"`
	LimitsMM Limits   `json:"limitsMm,omitzero"`
}

// Limits are the openings of a hand in mm between index and middle, middle and
// ring, ring and little finger.
type Limits struct {
	Comfortable []float64 `json:"comfortable,omitempty"`
	Greatest    []float64 `json:"greatest,omitempty"`
}

// Run chooses the order of notes.
type Run struct {
	Pattern   string      `json:"pattern,omitempty"`
	Size      *int        `json:"size,omitempty"`
	Direction string      `json:"direction,omitempty"`
	Order     []int       `json:"order,omitempty"`
	Repeat    *int        `json:"repeat,omitempty"`
	Cell      string      `json:"cell,omitempty"`
	Phrase    string      `json:"phrase,omitempty"`
	Way       string      `json:"way,omitempty"`
	At        int         `json:"at,omitempty"`
	RepeatTop bool        `json:"repeatTop,omitempty"`
	Finish    string      `json:"finish,omitempty"`
	Chord     *int        `json:"chord,omitempty"`
	Chords    []ChordWord `json:"chords,omitempty"`
	Tones     string      `json:"tones,omitempty"`
	Seed      *int        `json:"seed,omitempty"`
	LandOn    *neck.Place `json:"landOn,omitempty"`
	Chain     bool        `json:"chain,omitempty"`
	Along     int         `json:"along,omitempty"`
	Lean      *int        `json:"lean,omitempty"`
	Fit       string      `json:"fit,omitempty"`
}

// Rhythm chooses the time.
type Rhythm struct {
	PerBeat     *int   `json:"perBeat,omitempty"`
	TempoBPM    *int   `json:"tempoBpm,omitempty"`
	BeatsPerBar *int   `json:"beatsPerBar,omitempty"`
	Meter       string `json:"meter,omitempty"`
	PickUp      *int   `json:"pickUp,omitempty"`
	Swing       bool   `json:"swing,omitempty"`
	AccentEvery *int   `json:"accentEvery,omitempty"`
}

// Backing chooses what sounds under the run.
type Backing struct {
	Kind   string `json:"kind,omitempty"`
	Chords string `json:"chords,omitempty"`
	Bars   *int   `json:"bars,omitempty"`
}

// Round carries a brief through every key.
type Round struct {
	Order    string   `json:"order,omitempty"`
	Through  string   `json:"through,omitempty"`
	Start    string   `json:"start,omitempty"`
	Keys     []string `json:"keys,omitempty"`
	Seed     *int     `json:"seed,omitempty"`
	Spelling []string `json:"spelling,omitempty"`
	Where    string   `json:"place,omitempty"`
	Link     string   `json:"link,omitempty"`
	Boxes    []string `json:"boxes,omitempty"`
	Fingers  []string `json:"fingers,omitempty"`
}

// IsZero reports whether a brief is not carried anywhere.
func (r Round) IsZero() bool {
	return r.Order == "" && r.Through == "" && r.Start == "" && r.Seed == nil && r.Where == "" && r.Link == "" &&
		len(r.Keys) == 0 && len(r.Spelling) == 0 && len(r.Boxes) == 0 && len(r.Fingers) == 0
}

// Parse reads a brief as JSON, or takes the brief of an exported plan or round.
// Broken JSON is a fault of the field "brief", a wrong type or an unknown field one
// of its own path.
func Parse(data []byte) (Brief, error) { return ParseAs(data, "brief") }

// ParseAs is Parse where broken JSON is a fault of another field.
func ParseAs(data []byte, what string) (b Brief, err error) {
	if within, ok := Exported(data); ok {
		data = within
	}
	err = fault.Decode(data, what, &b)
	return b, err
}

// Exported is the brief in an exported plan or round; ok is false for anything
// else.
func Exported(data []byte) (within []byte, ok bool) {
	var made struct {
		Brief    json.RawMessage
		Sentence *string
	}
	ok = json.Unmarshal(data, &made) == nil && made.Brief != nil && made.Sentence != nil
	return made.Brief, ok
}
