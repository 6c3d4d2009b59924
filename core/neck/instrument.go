package neck

import (
	"strings"

	"evenladder/core/pitch"
)

// Instrument is a usual instrument with its usual measures. A brief may
// override each of them.
type Instrument struct {
	ID            string
	Name          string // after an article: "4-string bass"
	Article       string // "a" or "an"
	Tuning        []pitch.Pitch
	Frets         int
	ScaleLengthMM float64
	Courses       bool   // strings stand in pairs
	School        string // fingering school usual on it
	Family        Family
}

// Family is a kind of instrument: what its players share in how they hold it.
type Family string

// The families.
const (
	Guitars   Family = "guitar"
	Basses    Family = "bass"
	Uprights  Family = "upright bass"
	Ukuleles  Family = "ukulele"
	Mandolins Family = "mandolin"
)

// instruments in picker order. Frets and lengths are those of common models,
// from memory.
var instruments = []Instrument{
	{"guitar", "guitar", "a", tuning("E2 A2 D3 G3 B3 E4"), 22, 648, false, "per-fret", Guitars},
	{"bass", "4-string bass", "a", tuning("E1 A1 D2 G2"), 20, 864, false, "per-fret", Basses},
	{"ukulele", "ukulele", "a", tuning("G4 C4 E4 A4"), 15, 380, false, "per-fret", Ukuleles},
	{"mandolin", "mandolin", "a", tuning("G3 D4 A4 E5"), 20, 352, true, "two-fret", Mandolins},
	{"upright-bass", "upright bass", "an", tuning("E1 A1 D2 G2"), 24, 1050, false, "one-two-four", Uprights},
	{"guitar-three-quarter", "three-quarter guitar", "a", tuning("E2 A2 D3 G3 B3 E4"), 19, 580, false, "per-fret", Guitars},
	{"guitar-7", "7-string guitar", "a", tuning("B1 E2 A2 D3 G3 B3 E4"), 24, 648, false, "per-fret", Guitars},
	{"guitar-8", "8-string guitar", "an", tuning("F#1 B1 E2 A2 D3 G3 B3 E4"), 24, 686, false, "per-fret", Guitars},
	{"guitar-12", "12-string guitar", "a", tuning("E2 A2 D3 G3 B3 E4"), 20, 648, true, "per-fret", Guitars},
	{"guitar-baritone", "baritone guitar", "a", tuning("B1 E2 A2 D3 F#3 B3"), 22, 686, false, "per-fret", Guitars},
	{"guitar-tenor", "tenor guitar", "a", tuning("C3 G3 D4 A4"), 19, 584, false, "two-fret", Guitars},
	{"bass-short", "short-scale bass", "a", tuning("E1 A1 D2 G2"), 20, 762, false, "per-fret", Basses},
	{"bass-5", "5-string bass", "a", tuning("B0 E1 A1 D2 G2"), 21, 864, false, "per-fret", Basses},
	{"bass-6", "6-string bass", "a", tuning("B0 E1 A1 D2 G2 C3"), 24, 864, false, "per-fret", Basses},
	{"ukulele-low-g", "low-G ukulele", "a", tuning("G3 C4 E4 A4"), 15, 380, false, "per-fret", Ukuleles},
	{"ukulele-tenor", "tenor ukulele", "a", tuning("G4 C4 E4 A4"), 18, 432, false, "per-fret", Ukuleles},
	{"ukulele-baritone", "baritone ukulele", "a", tuning("D3 G3 B3 E4"), 18, 510, false, "per-fret", Ukuleles},
	{"mandola", "mandola", "a", tuning("C3 G3 D4 A4"), 20, 420, true, "two-fret", Mandolins},
	{"octave-mandolin", "octave mandolin", "an", tuning("G2 D3 A3 E4"), 20, 530, true, "two-fret", Mandolins},
	{"mandocello", "mandocello", "a", tuning("C2 G2 D3 A3"), 20, 650, true, "per-fret", Mandolins},
}

// Instruments returns the catalogue in picker order. The slice is the
// caller's own; the tunings in it are shared and not to be changed.
func Instruments() []Instrument { return append([]Instrument(nil), instruments...) }

// FindInstrument returns the instrument with this id.
func FindInstrument(id string) (Instrument, bool) {
	for _, i := range instruments {
		if i.ID == id {
			return i, true
		}
	}
	return Instrument{}, false
}

// InstrumentIDs lists the ids in catalogue order, for messages.
func InstrumentIDs() string {
	ids := make([]string, len(instruments))
	for i, in := range instruments {
		ids[i] = in.ID
	}
	return strings.Join(ids, " ")
}
