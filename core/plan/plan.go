package plan

import "evenladder/core/scale"

// Plan is everything worked out from a brief.
type Plan struct {
	Brief         Brief          `json:"brief"` // with every default filled in
	Sentence      string         `json:"sentence"`
	SentenceParts []SentencePart `json:"sentenceParts"`
	Spoken        string         `json:"spoken"` // the sentence with its signs in words
	Scale         ScalePlan      `json:"scale"`
	Neck          NeckPlan       `json:"neck"`
	Boxes         []Box          `json:"boxes"`
	Box           int            `json:"box"`               // index of the box that the run is made on
	Comfort       *Comfort       `json:"comfort,omitempty"` // of the chosen box, where it is past the comfortable
	Run           Run            `json:"run"`
	Cautions      []Caution      `json:"cautions"`
}

// SentencePart is a stretch of the sentence. Field names the part of the brief
// that the words stand for; it is empty for the words between.
type SentencePart struct {
	Text  string `json:"text"`
	Field string `json:"field,omitempty"`
}

// ScalePlan is the spelled scale.
type ScalePlan struct {
	Title        string             `json:"title"`
	Notes        []string           `json:"notes"`
	Degrees      []string           `json:"degrees"`
	Steps        []int              `json:"steps"` // semitones to the next note, the last to the octave
	KeySignature scale.KeySignature `json:"keySignature"`
	Labels       []string           `json:"labels"` // the notes as the brief asks to say them
	Core         *CorePlan          `json:"core,omitempty"`
	Related      []Related          `json:"related"`
	Triads       []Chord            `json:"triads"`
	Sevenths     []Chord            `json:"sevenths"`
}

// CorePlan is a mode seen as a pentatonic plus other notes.
type CorePlan struct {
	Title    string    `json:"title"`
	Formula  string    `json:"formula"`
	Added    []string  `json:"added"` // degrees
	Siblings []Sibling `json:"siblings"`
}

// Sibling is another scale on the same tonic over the same core.
type Sibling struct {
	Title string   `json:"title"`
	Name  string   `json:"name"` // catalogue id
	Added []string `json:"added"`
}

// Related is a scale to go to from this one, as a brief says it.
type Related struct {
	Relation scale.Relation `json:"relation"`
	Title    string         `json:"title"`
	Tonic    string         `json:"tonic"`
	Name     string         `json:"name"`
}

// Chord is a chord of the key.
type Chord struct {
	Degree  string   `json:"degree"`
	Symbol  string   `json:"symbol"`
	Quality string   `json:"quality"` // the symbol after its root
	Notes   []string `json:"notes"`
}

// NeckPlan is the neck with every note of the scale on it.
type NeckPlan struct {
	Strings []OpenString `json:"strings"` // in the order of the tuning
	Frets   []Fret       `json:"frets"`
	Notes   []NeckNote   `json:"notes"`
	Courses bool         `json:"courses"` // strings stand in pairs
}

// OpenString is a string with its open pitch.
type OpenString struct {
	String int    `json:"string"`
	Open   string `json:"open"`
	MIDI   int    `json:"midi"`
	Label  string `json:"label"` // as the brief asks to say notes
}

// Fret is a fret with its distance from the nut.
type Fret struct {
	Fret int     `json:"fret"`
	MM   float64 `json:"mm"`
}

// NeckNote is a scale note at a place of the neck.
type NeckNote struct {
	String int    `json:"string"`
	Fret   int    `json:"fret"`
	MIDI   int    `json:"midi"`
	Name   string `json:"name"`
	Degree string `json:"degree"`
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
	Corrections []Correction `json:"corrections"`
	SpanMM      float64      `json:"spanMm"` // widest opening of the hand between shifts
	Shifts      int          `json:"shifts"`
	Reaches     int          `json:"reaches"`
	OverLimit   bool         `json:"overLimit"` // a pair of fingers opens past its comfortable limit
	School      string       `json:"school"`    // that it is fingered by
	Refit       string       `json:"refit"`     // what was changed so that the hand can hold it, or empty
	Links       []Link       `json:"links"`
	Notes       []BoxNote    `json:"notes"`
}

// Link leads on to another box through a root that both have.
type Link struct {
	Box  int   `json:"box"` // index
	From Place `json:"from"`
	To   Place `json:"to"`
}

// Place is a spot on the neck.
type Place struct {
	String int `json:"string"`
	Fret   int `json:"fret"`
}

// Correction is a crossing where the shape moves.
type Correction struct {
	FromString int `json:"fromString"`
	ToString   int `json:"toString"`
	Frets      int `json:"frets"`
}

// BoxNote is one note of a box.
type BoxNote struct {
	NeckNote
	Finger int    `json:"finger"`
	Root   bool   `json:"root"`
	Layer  string `json:"layer"`
	Reach  string `json:"reach"`
	Shift  int    `json:"shift"`
	Step   int    `json:"step"`           // semitones to the next note of the box, 0 at its top
	Ring   int    `json:"ring,omitempty"` // notes that sound until it is cut, in a campanella
	Spoken string `json:"spoken"`
}

// Run is the box played.
type Run struct {
	Events         []Event `json:"events"`
	Bars           int     `json:"bars"`
	Notes          int     `json:"notes"`
	NotesPerMinute int     `json:"notesPerMinute"`
	EndsOn         EndsOn  `json:"endsOn"`
	SpanMM         float64 `json:"spanMm"`
	Shifts         int     `json:"shifts"`
	Crossings      int     `json:"crossings"` // times the run goes to another string
	Sweeps         int     `json:"sweeps"`    // crossings in one stroke

	RestBeats       float64       `json:"restBeats"` // after the last note, to the bar line
	EqualTempos     []EqualTempo  `json:"equalTempos"`
	OnStrings       []StringCount `json:"onStrings"`
	LongestOnString int           `json:"longestOnString"` // notes in a row on one string
	TurnStrokes     string        `json:"turnStrokes"`     // strokes on the way down against those on the way up
}

// EqualTempo plays as many notes a minute in another subdivision.
type EqualTempo struct {
	PerBeat  int     `json:"perBeat"`
	TempoBPM float64 `json:"tempoBpm"`
}

// StringCount is the notes of a run on one string.
type StringCount struct {
	String int `json:"string"`
	Notes  int `json:"notes"`
}

// Event is one note in time.
type Event struct {
	N int `json:"n"` // from 1
	NeckNote
	Finger int     `json:"finger"`
	Bar    int     `json:"bar"`
	Beat   float64 `json:"beat"`  // from 1 within the bar
	Beats  float64 `json:"beats"` // length
	Stroke string  `json:"stroke"`
	Count  string  `json:"count"`
	Accent bool    `json:"accent"`
	At     float64 `json:"at"`     // beats from the start of the first bar, swing included
	Sounds float64 `json:"sounds"` // beats that it sounds
	Lean   bool    `json:"lean"`   // a note of the chord that the run leans on
	Reach  string  `json:"reach"`
	Shift  int     `json:"shift"`
	Note   int     `json:"note"`            // index into the notes of the box; -1 in a box that the run goes on to
	Sweep  bool    `json:"sweep"`           // the pick goes on from the string before in one stroke
	Chord  *Chord  `json:"chord,omitempty"` // the chord of the moment, where it begins
}

// EndsOn is the last note of a run.
type EndsOn struct {
	Name    string `json:"name"`
	Degree  string `json:"degree"`
	InChord bool   `json:"inChord"` // a note of the chord that the run may end on
}

// Caution is something a teacher should know before setting this.
type Caution struct {
	Code    string `json:"code"`
	Message string `json:"message"`
}
