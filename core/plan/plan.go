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
	Box           int            `json:"box"` // index of the box that the run is made on
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
	Related      []Related          `json:"related"`
	Triads       []Chord            `json:"triads"`
	Sevenths     []Chord            `json:"sevenths"`
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
	Degree string   `json:"degree"`
	Symbol string   `json:"symbol"`
	Notes  []string `json:"notes"`
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
	OverLimit   bool         `json:"overLimit"` // SpanMM is past the hand's limit
	Notes       []BoxNote    `json:"notes"`

	spanLow, spanTop int
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
	Step   int    `json:"step"` // semitones to the next note of the box, 0 at its top
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
	Reach  string  `json:"reach"`
	Shift  int     `json:"shift"`
	Note   int     `json:"note"` // index into the notes of the box
}

// EndsOn is the last note of a run.
type EndsOn struct {
	Name   string `json:"name"`
	Degree string `json:"degree"`
}

// Caution is something a teacher should know before setting this.
type Caution struct {
	Code    string `json:"code"`
	Message string `json:"message"`
}
