// Package piece is what is played: notes in time with the hand that stops them,
// the chords of the moment and the keys that they go through.
//
// A Piece needs no plan. The run of a plan is one, a round through every key is
// one, and a phrase from outside is one; the score, the tab, every file of
// notation or sound and the player read pieces and nothing else.
package piece

import (
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/backing"
	"evenladder/core/music/band"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
)

// Piece is something to play on one instrument in one rhythm.
type Piece struct {
	Title      string
	Subtitle   string
	About      []string // further lines of a heading
	Instrument neck.Instrument
	Strings    []OpenString // in the order of the tuning, at the capo where there is one
	Capo       int          // fret that it stands on, 0 for none
	Rhythm     rhythm.Rhythm
	Events     []Event
	Keys       []Key        // one at least; each begins at its first event
	Backing    backing.Kind // what sounds under it, as it was asked for
	SaysChords bool         // the chords of its events are meant to be read
	LongLast   bool         // the last note is held to the bar line
}

// OpenString is a string with its open pitch.
type OpenString struct {
	String int    `json:"string"`
	Open   string `json:"open"`
	MIDI   int    `json:"midi"`
	Label  string `json:"label"` // as the reader says notes
}

// Note is a note at a place of the neck.
type Note struct {
	neck.Place
	MIDI   int    `json:"midi"`
	Name   string `json:"name"`
	Degree string `json:"degree"`
}

// Event is one note in time.
type Event struct {
	N int `json:"n"` // from 1
	Note
	Finger  int        `json:"finger"`
	Bar     int        `json:"bar"`   // from 1; a pick-up stands in bar 0
	Beat    float64    `json:"beat"`  // from 1 within the bar
	Beats   float64    `json:"beats"` // length as written
	Stroke  run.Stroke `json:"stroke"`
	Count   string     `json:"count"` // as it is said aloud
	Accent  bool       `json:"accent"`
	At      float64    `json:"at"`                // beats from the start of the first bar, swing included
	Sounds  float64    `json:"sounds"`            // beats that it sounds
	Lean    bool       `json:"lean"`              // a note of the chord that the run leans on
	Reach   string     `json:"reach"`             // "back", "forward" or empty
	Shift   int        `json:"shift"`             // frets the hand moves before it, towards the bridge positive
	Differs string     `json:"differs,omitempty"` // why another finger takes it than its place has in the box
	InBox   int        `json:"note"`              // index into the notes of the box; -1 in a box that the run goes on to
	Sweep   bool       `json:"sweep"`             // the pick or the finger goes on from the string before in one stroke
	Slur    bool       `json:"slur,omitempty"`    // in one bow with the note before
	Chord   *Chord     `json:"chord,omitempty"`   // the chord of the moment, where it begins
}

// Chord is a chord of a key.
type Chord struct {
	Degree  string   `json:"degree"`
	Symbol  string   `json:"symbol"`
	Quality string   `json:"quality"` // the symbol after its root
	Notes   []string `json:"notes"`
}

// Key is a stretch of a piece in one key, with what may sound under it.
type Key struct {
	Title  string          `json:"title"`
	First  int             `json:"first"`  // index of its first event
	Fifths int             `json:"fifths"` // of its signature, flats negative
	Tonic  pitch.Name      `json:"-"`
	Drone  int             `json:"drone"` // MIDI number of its tonic, low
	Vamp   []backing.Chord `json:"vamp"`  // chords that go round under it from its first bar on
	Band   band.Band       `json:"band"`  // what plays them
}
