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
	// SpanLimitMM is the widest opening from index to little finger that an
	// average adult hand holds on this instrument without strain. From memory;
	// a hand's own limit replaces it.
	SpanLimitMM float64
}

// instruments in picker order. Frets and lengths are those of common models.
var instruments = []Instrument{
	{"guitar", "guitar", "a", tuning("E2 A2 D3 G3 B3 E4"), 22, 648, false, "per-fret", 115},
	{"bass", "4-string bass", "a", tuning("E1 A1 D2 G2"), 20, 864, false, "per-fret", 125},
	{"ukulele", "ukulele", "a", tuning("G4 C4 E4 A4"), 15, 380, false, "per-fret", 115},
	{"mandolin", "mandolin", "a", tuning("G3 D4 A4 E5"), 20, 352, true, "per-fret", 115},
	{"upright-bass", "upright bass", "an", tuning("E1 A1 D2 G2"), 24, 1050, false, "per-fret", 130},
	{"guitar-7", "7-string guitar", "a", tuning("B1 E2 A2 D3 G3 B3 E4"), 24, 648, false, "per-fret", 115},
	{"guitar-8", "8-string guitar", "an", tuning("F#1 B1 E2 A2 D3 G3 B3 E4"), 24, 686, false, "per-fret", 115},
	{"guitar-12", "12-string guitar", "a", tuning("E2 A2 D3 G3 B3 E4"), 20, 648, true, "per-fret", 115},
	{"bass-5", "5-string bass", "a", tuning("B0 E1 A1 D2 G2"), 21, 864, false, "per-fret", 125},
	{"ukulele-low-g", "low-G ukulele", "a", tuning("G3 C4 E4 A4"), 15, 380, false, "per-fret", 115},
	{"ukulele-baritone", "baritone ukulele", "a", tuning("D3 G3 B3 E4"), 18, 510, false, "per-fret", 115},
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

// NamedTuning is a usual tuning of an instrument.
type NamedTuning struct {
	ID         string
	Name       string
	Instrument string // the instrument it is usual on
	Tuning     []pitch.Pitch
}

var tunings = []NamedTuning{
	{"guitar-standard", "standard", "guitar", tuning("E2 A2 D3 G3 B3 E4")},
	{"guitar-drop-d", "dropped D", "guitar", tuning("D2 A2 D3 G3 B3 E4")},
	{"guitar-double-drop-d", "double dropped D", "guitar", tuning("D2 A2 D3 G3 B3 D4")},
	{"guitar-dadgad", "D A D G A D", "guitar", tuning("D2 A2 D3 G3 A3 D4")},
	{"guitar-open-g", "open G", "guitar", tuning("D2 G2 D3 G3 B3 D4")},
	{"guitar-open-d", "open D", "guitar", tuning("D2 A2 D3 F#3 A3 D4")},
	{"guitar-fourths", "all fourths", "guitar", tuning("E2 A2 D3 G3 C4 F4")},
	{"guitar-half-down", "half step down", "guitar", tuning("Eb2 Ab2 Db3 Gb3 Bb3 Eb4")},
	{"bass-standard", "standard", "bass", tuning("E1 A1 D2 G2")},
	{"bass-drop-d", "dropped D", "bass", tuning("D1 A1 D2 G2")},
	{"bass-tenor", "tenor", "bass", tuning("A1 D2 G2 C3")},
	{"ukulele-standard", "re-entrant C", "ukulele", tuning("G4 C4 E4 A4")},
	{"ukulele-low-g", "low G", "ukulele", tuning("G3 C4 E4 A4")},
	{"ukulele-d", "re-entrant D", "ukulele", tuning("A4 D4 F#4 B4")},
	{"mandolin-standard", "standard", "mandolin", tuning("G3 D4 A4 E5")},
	{"mandolin-gdad", "G D A D", "mandolin", tuning("G3 D4 A4 D5")},
}

// Tunings returns the usual tunings in picker order.
func Tunings() []NamedTuning { return append([]NamedTuning(nil), tunings...) }

func tuning(s string) []pitch.Pitch {
	t, err := ParseTuning(s)
	if err != nil {
		panic(err)
	}
	return t
}
