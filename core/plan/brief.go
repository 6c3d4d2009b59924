// Package plan is the whole pipeline in one function: a Brief goes in, a Plan
// comes out.
//
// A Brief says what to play, in the fields of the wire contract; only the
// instrument and the scale are needed. Build fills in what a teacher would
// expect, then runs scale, neck, layout, hand, run and rhythm in that order.
// The Plan holds everything that a screen, a page or a file needs and nothing
// that has to be worked out again.
package plan

// Brief is what to play. A nil pointer or an empty value means the default.
type Brief struct {
	Instrument InstrumentBrief `json:"instrument"`
	Scale      ScaleBrief      `json:"scale"`
	Layout     LayoutBrief     `json:"layout,omitzero"`
	Hand       HandBrief       `json:"hand,omitzero"`
	Run        RunBrief        `json:"run,omitzero"`
	Rhythm     RhythmBrief     `json:"rhythm,omitzero"`
	Picking    string          `json:"picking,omitempty"`
	Names      string          `json:"names,omitempty"` // how notes are said to readers; data stays English
	Round      RoundBrief      `json:"round,omitzero"`  // how it is carried through the keys; a plan does not read it
}

// RoundBrief carries a brief through every key.
type RoundBrief struct {
	Order    string   `json:"order,omitempty"`
	Through  string   `json:"through,omitempty"`  // twelve keys or fifteen signatures
	Start    string   `json:"start,omitempty"`    // tonic of the first key; that of the scale if empty
	Keys     []string `json:"keys,omitempty"`     // tonics in an order of one's own
	Seed     *int     `json:"seed,omitempty"`     // of a shuffled order
	Spelling []string `json:"spelling,omitempty"` // tonics that stand for their keys, where the usual spelling is another
	Place    string   `json:"place,omitempty"`
	Link     string   `json:"link,omitempty"`
}

// IsZero reports whether a brief is not carried anywhere.
func (r RoundBrief) IsZero() bool {
	return r.Order == "" && r.Through == "" && r.Start == "" && len(r.Keys) == 0 && r.Seed == nil && len(r.Spelling) == 0 && r.Place == "" && r.Link == ""
}

// InstrumentBrief names an instrument of the catalogue and overrides it.
type InstrumentBrief struct {
	ID            string   `json:"id"`
	Tuning        []string `json:"tuning,omitempty"` // pitches, string 1 last; an octave left out is inferred
	Frets         *int     `json:"frets,omitempty"`
	ScaleLengthMM *float64 `json:"scaleLengthMm,omitempty"`
	LeftHanded    bool     `json:"leftHanded,omitempty"` // mirrors drawings; changes no data
	Courses       *bool    `json:"courses,omitempty"`    // strings stand in pairs
	Capo          int      `json:"capo,omitempty"`       // fret; all other frets are counted from it
}

// ScaleBrief is a tonic with the catalogue id of a scale or with a formula.
type ScaleBrief struct {
	Tonic   string `json:"tonic"`
	Name    string `json:"name,omitempty"`
	Formula string `json:"formula,omitempty"`
}

// LayoutBrief chooses the boxes.
type LayoutBrief struct {
	System     string `json:"system,omitempty"`
	Strings    []int  `json:"strings,omitempty"`
	FromDegree *int   `json:"fromDegree,omitempty"`
	Octaves    *int   `json:"octaves,omitempty"`
	LowFret    *int   `json:"lowFret,omitempty"`
	HighFret   *int   `json:"highFret,omitempty"`
	Box        *int   `json:"box,omitempty"` // index of the box that the run is made on
}

// HandBrief chooses the fingering.
type HandBrief struct {
	School string `json:"school,omitempty"`
	Wide   string `json:"wide,omitempty"`
	Open   string `json:"open,omitempty"`
	Prefer string `json:"prefer,omitempty"` // a reach or a shift
	Four   string `json:"four,omitempty"`   // fingers of four notes on a string
	// LimitsMM are the hand's own openings between index and middle, middle
	// and ring, ring and little finger.
	LimitsMM LimitsBrief `json:"limitsMm,omitzero"`
}

// LimitsBrief are the openings of a hand in mm, three each.
type LimitsBrief struct {
	Comfortable []float64 `json:"comfortable,omitempty"` // past this a caution
	Greatest    []float64 `json:"greatest,omitempty"`    // past this another way is taken
}

// RunBrief chooses the order of notes.
type RunBrief struct {
	Pattern   string `json:"pattern,omitempty"`
	Size      *int   `json:"size,omitempty"`
	Direction string `json:"direction,omitempty"`
	Order     []int  `json:"order,omitempty"`
	Repeat    *int   `json:"repeat,omitempty"`
	Cell      string `json:"cell,omitempty"`
	RepeatTop bool   `json:"repeatTop,omitempty"`
	Finish    string `json:"finish,omitempty"`
	Chord     *int   `json:"chord,omitempty"`  // degree of the chord that a chord note is of
	Chords    []int  `json:"chords,omitempty"` // degrees of the chords to run through
	LandOn    *Place `json:"landOn,omitempty"` // the last note of the run
	Chain     bool   `json:"chain,omitempty"`  // goes on through the boxes that lead on from the chosen one
	Lean      *int   `json:"lean,omitempty"`   // degree whose seventh chord is marked; 0 for none
	Fit       string `json:"fit,omitempty"`    // how the last bar is filled
}

// RhythmBrief chooses the time.
type RhythmBrief struct {
	PerBeat     *int   `json:"perBeat,omitempty"`     // notes to the beat, 1 to 6
	TempoBPM    *int   `json:"tempoBpm,omitempty"`    // beats a minute
	BeatsPerBar *int   `json:"beatsPerBar,omitempty"` // 2 to 12
	Meter       string `json:"meter,omitempty"`       // such as 6/8; says the beats of the bar
	PickUp      *int   `json:"pickUp,omitempty"`      // notes before the first bar
	Swing       bool   `json:"swing,omitempty"`       // eighths long and short
	AccentEvery *int   `json:"accentEvery,omitempty"` // notes from accent to accent; 0 for the beats
}
