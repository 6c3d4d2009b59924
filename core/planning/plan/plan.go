// Package plan is the whole pipeline in one function: a brief goes in, a Plan
// comes out.
//
// Lay reads a brief and lays its boxes out; Build fingers them and plays the
// chosen one. The Plan holds everything that a screen, a page or a file needs and
// nothing that has to be worked out again. Through plays several briefs as one
// run, as a round does.
package plan

import (
	"fmt"
	"strings"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/backing"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
	"evenladder/core/music/way"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/scale"
)

// Plan is everything worked out from a brief.
type Plan struct {
	Brief         brief.Brief  `json:"brief"` // with every default filled in
	Sentence      string       `json:"sentence"`
	SentenceParts []brief.Part `json:"sentenceParts"`
	Spoken        string       `json:"spoken"` // the sentence with its signs in words
	Scale         ScalePlan    `json:"scale"`
	Neck          NeckPlan     `json:"neck"`
	Boxes         []Box        `json:"boxes"`
	Box           int          `json:"box"`               // index of the box that the run is made on
	Comfort       *Comfort     `json:"comfort,omitempty"` // of the chosen box, where it is past the comfortable
	Run           Run          `json:"run"`
	Backing       *Backing     `json:"backing,omitempty"` // where the brief asks for one
	Cautions      []Caution    `json:"cautions"`
}

// Piece is the run of the plan as something to play.
func (p Plan) Piece() piece.Piece {
	box := p.Boxes[p.Box]
	where := fmt.Sprintf("Box %s, frets %d to %d", box.ID, box.LowFret, box.HighFret)
	if w, ok := table.Find(way.Ways, p.Brief.Run.Way); ok && w.ID != way.Box {
		where = "The phrase " + w.Name
	}
	in, _ := neck.FindInstrument(p.Brief.Instrument.ID)
	return piece.Piece{
		Title:    p.Scale.Title,
		Subtitle: p.Sentence,
		About: []string{
			p.Scale.Title + ": " + strings.Join(p.Scale.Labels, " "),
			where,
		},
		Instrument: in,
		Strings:    p.Neck.Strings,
		Rhythm:     p.Run.Rhythm,
		Events:     p.Run.Events,
		Keys:       p.Run.Keys,
		SaysChords: p.Run.SaysChords,
		Backing:    backing.Kind(p.Brief.Backing.Kind),
		LongLast:   p.Brief.Run.Fit == string(run.LongLast),
		Capo:       p.Brief.Instrument.Capo,
	}
}

// ScalePlan is the spelled scale.
type ScalePlan struct {
	Title        string             `json:"title"`
	Notes        []string           `json:"notes"`
	Degrees      []string           `json:"degrees"`
	Steps        []int              `json:"steps"`     // semitones to the next note, the last to the octave
	Signature    []string           `json:"signature"` // its accidentals as the brief asks to say notes
	KeySignature scale.KeySignature `json:"keySignature"`
	Labels       []string           `json:"labels"`     // the notes as the brief asks to say them
	FourthOn     string             `json:"fourthOn"`   // tonic of the next key by fourths
	FourthBack   string             `json:"fourthBack"` // and of the one before
	Core         *CorePlan          `json:"core,omitempty"`
	Related      []Related          `json:"related"`
	Sounds       string             `json:"sounds,omitempty"`     // what it sounds like
	LearnFirst   string             `json:"learnFirst,omitempty"` // what to learn first
	Triads       []piece.Chord      `json:"triads"`
	Sevenths     []piece.Chord      `json:"sevenths"`
}

// CorePlan is a mode seen as a pentatonic plus other notes.
type CorePlan struct {
	Title    string    `json:"title"`
	Name     string    `json:"name"` // catalogue id of the pentatonic
	Formula  string    `json:"formula"`
	Added    []string  `json:"added"` // degrees
	Siblings []Sibling `json:"siblings"`
}

// Sibling is another scale on the same tonic over the same core.
type Sibling struct {
	Title  string   `json:"title"`
	Name   string   `json:"name"` // catalogue id
	Added  []string `json:"added"`
	Also   string   `json:"also,omitempty"`   // its other name
	Common bool     `json:"common,omitempty"` // learnt first
}

// Related is a scale to go to from this one, as a brief says it.
type Related struct {
	Relation scale.Relation `json:"relation"`
	Title    string         `json:"title"`
	Tonic    string         `json:"tonic"`
	Name     string         `json:"name"`
	Words    string         `json:"words,omitempty"` // of a neighbour: the note that is different
}

// NeckPlan is the neck with every note of the scale on it.
type NeckPlan struct {
	Strings []piece.OpenString `json:"strings"` // in the order of the tuning
	Frets   []Fret             `json:"frets"`
	Notes   []piece.Note       `json:"notes"`
	Courses bool               `json:"courses"` // strings stand in pairs
}

// Fret is a fret with its distance from the nut.
type Fret struct {
	Fret int     `json:"fret"`
	MM   float64 `json:"mm"`
}

// Box is one box with its fingers on the way up.
type Box struct {
	ID          string       `json:"id"`
	Name        string       `json:"name"`
	Degree      string       `json:"degree"` // that the box starts from
	Form        string       `json:"form"`   // chord form, or empty
	LowFret     int          `json:"lowFret"`
	HighFret    int          `json:"highFret"`
	Complete    bool         `json:"complete"`
	Missing     []string     `json:"missing"`
	Lacks       []string     `json:"lacks"`               // the missing pitches as the brief asks to say notes
	LackWords   string       `json:"lackWords,omitempty"` // them again, and why
	Corrections []Correction `json:"corrections"`
	SpanMM      float64      `json:"spanMm"` // widest opening of the hand between shifts
	Shifts      int          `json:"shifts"`
	Reaches     int          `json:"reaches"`
	Higher      bool         `json:"higher"`    // it lies twelve frets higher too
	Lower       bool         `json:"lower"`     // or twelve frets lower
	OverLimit   bool         `json:"overLimit"` // a pair of fingers opens past its comfortable limit
	School      string       `json:"school"`    // that it is fingered by
	Refit       string       `json:"refit"`     // what was changed so that the hand can hold it, or empty
	Links       []Link       `json:"links"`
	Notes       []BoxNote    `json:"notes"`
}

// Link leads on to another box through a root that both have.
type Link struct {
	Box  int        `json:"box"` // index
	From neck.Place `json:"from"`
	To   neck.Place `json:"to"`
}

// Correction is a crossing where the shape moves.
type Correction struct {
	FromString int `json:"fromString"`
	ToString   int `json:"toString"`
	Frets      int `json:"frets"`
}

// BoxNote is one note of a box.
type BoxNote struct {
	piece.Note
	Finger int    `json:"finger"`
	Root   bool   `json:"root"`
	Layer  string `json:"layer"`
	Reach  string `json:"reach"`
	Shift  int    `json:"shift"`
	Step   int    `json:"step"`             // semitones to the next note of the box, 0 at its top
	Ring   int    `json:"ring,omitempty"`   // notes that sound until it is cut, in a campanella
	Spoken string `json:"spoken,omitempty"` // what a screen reader says of it; of the chosen box alone

	Played []Played `json:"played,omitempty"` // where the run takes it with other fingers
}

// Played is another finger that the run has for a note of the box.
type Played struct {
	Finger int    `json:"finger"`
	Bars   []int  `json:"bars"`
	Down   bool   `json:"down"`  // only coming down to the note
	Words  string `json:"words"` // which finger, where, and why
}

// Run is the box played.
type Run struct {
	Events         []piece.Event `json:"events"`
	Keys           []piece.Key   `json:"keys"`
	Bars           int           `json:"bars"`
	Notes          int           `json:"notes"`
	NotesPerMinute int           `json:"notesPerMinute"`
	EndsOn         EndsOn        `json:"endsOn"`
	SpanMM         float64       `json:"spanMm"`
	Shifts         int           `json:"shifts"`
	Crossings      int           `json:"crossings"` // times the run goes to another string
	Sweeps         int           `json:"sweeps"`    // crossings in one stroke

	RestBeats       float64       `json:"restBeats"` // after the last note, to the bar line
	EqualTempos     []EqualTempo  `json:"equalTempos"`
	OnStrings       []StringCount `json:"onStrings"`
	LongestOnString int           `json:"longestOnString"` // notes in a row on one string
	Rhythm          rhythm.Rhythm `json:"-"`
	SaysChords      bool          `json:"saysChords"`  // the chords of its events are meant to be read
	TurnStrokes     string        `json:"turnStrokes"` // strokes on the way down against those on the way up
}

// EqualTempo plays as many notes a minute in another subdivision.
type EqualTempo struct {
	PerBeat  int     `json:"perBeat"`
	Name     string  `json:"name"` // "triplets"
	TempoBPM float64 `json:"tempoBpm"`
}

// StringCount is the notes of a run on one string.
type StringCount struct {
	String int `json:"string"`
	Notes  int `json:"notes"`
}

// EndsOn is the last note of a run.
type EndsOn struct {
	Label   string `json:"label"` // its name as the brief asks to say notes
	Name    string `json:"name"`
	Degree  string `json:"degree"`
	InChord bool   `json:"inChord"` // a note of the chord that the run may end on
}

// Caution is something a teacher should know before setting this.
type Caution struct {
	Code    string `json:"code"`
	Message string `json:"message"`
	Quiet   bool   `json:"quiet,omitempty"` // to know, with nothing to act on
}
