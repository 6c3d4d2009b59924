package neck

import (
	"evenladder/core/base/table"
	"evenladder/core/theory/pitch"
)

// Instrument is a usual instrument with its usual measures. A brief may
// override each of them.
type Instrument struct {
	table.Row            // its name stands after an article: "4-string bass"
	Article       string // "a" or "an"
	Tuning        []pitch.Pitch
	Frets         int
	ScaleLengthMM float64
	Courses       bool   // strings stand in pairs
	School        string // fingering school usual on it
	Family        Family
	Nylon         bool // strings that are plucked with the fingers
}

// Family is a kind of instrument: what its players share in how they hold it.
type Family string

// OctaveLower reports whether its music sounds an octave lower than it is written: that of guitars and basses.
func (f Family) OctaveLower() bool { return f == Guitars || f == Basses || f == Uprights }

// programs are the General MIDI sounds of the families, counted from 1: steel
// and nylon guitar, bass, acoustic bass.
var programs = map[Family]int{Guitars: 26, Basses: 34, Uprights: 33, Ukuleles: 25, Mandolins: 26}

// Program is the General MIDI sound of the instrument, counted from 1.
func (i Instrument) Program() int {
	if i.Nylon {
		return programs[Ukuleles]
	}
	return max(programs[i.Family], 1)
}

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
	{table.Row{ID: "guitar", Name: "guitar"}, "a", tuning("E2 A2 D3 G3 B3 E4"), 22, 648, false, "per-fret", Guitars,
		false},
	{table.Row{ID: "bass", Name: "4-string bass"}, "a", tuning("E1 A1 D2 G2"), 20, 864, false, "per-fret", Basses,
		false},
	{table.Row{ID: "ukulele", Name: "ukulele"}, "a", tuning("G4 C4 E4 A4"), 15, 380, false, "per-fret", Ukuleles, true},
	{table.Row{ID: "mandolin", Name: "mandolin"}, "a", tuning("G3 D4 A4 E5"), 20, 352, true, "two-fret", Mandolins,
		false},
	{table.Row{ID: "upright-bass", Name: "upright bass"}, "an", tuning("E1 A1 D2 G2"), 24, 1050, false, "one-two-four",
		Uprights, false},
	{table.Row{ID: "guitar-three-quarter", Name: "three-quarter guitar"}, "a", tuning("E2 A2 D3 G3 B3 E4"), 19, 580,
		false, "per-fret", Guitars, false},
	{table.Row{ID: "guitar-half", Name: "half-size guitar"}, "a", tuning("E2 A2 D3 G3 B3 E4"), 18, 530, false,
		"per-fret", Guitars, false},
	{table.Row{ID: "guitar-nylon", Name: "nylon-string guitar"}, "a", tuning("E2 A2 D3 G3 B3 E4"), 19, 650, false,
		"per-fret", Guitars, true},
	{table.Row{ID: "guitar-7", Name: "7-string guitar"}, "a", tuning("B1 E2 A2 D3 G3 B3 E4"), 24, 648, false,
		"per-fret", Guitars, false},
	{table.Row{ID: "guitar-8", Name: "8-string guitar"}, "an", tuning("F#1 B1 E2 A2 D3 G3 B3 E4"), 24, 686, false,
		"per-fret", Guitars, false},
	{table.Row{ID: "guitar-12", Name: "12-string guitar"}, "a", tuning("E2 A2 D3 G3 B3 E4"), 20, 648, true, "per-fret",
		Guitars, false},
	{table.Row{ID: "guitar-baritone", Name: "baritone guitar"}, "a", tuning("B1 E2 A2 D3 F#3 B3"), 22, 686, false,
		"per-fret", Guitars, false},
	{table.Row{ID: "guitar-tenor", Name: "tenor guitar"}, "a", tuning("C3 G3 D4 A4"), 19, 584, false, "two-fret",
		Guitars, false},
	{table.Row{ID: "bass-short", Name: "short-scale bass"}, "a", tuning("E1 A1 D2 G2"), 20, 762, false, "per-fret",
		Basses, false},
	{table.Row{ID: "bass-5", Name: "5-string bass"}, "a", tuning("B0 E1 A1 D2 G2"), 21, 864, false, "per-fret", Basses,
		false},
	{table.Row{ID: "bass-6", Name: "6-string bass"}, "a", tuning("B0 E1 A1 D2 G2 C3"), 24, 864, false, "per-fret",
		Basses, false},
	{table.Row{ID: "ukulele-low-g", Name: "low-G ukulele"}, "a", tuning("G3 C4 E4 A4"), 15, 380, false, "per-fret",
		Ukuleles, true},
	{table.Row{ID: "ukulele-tenor", Name: "tenor ukulele"}, "a", tuning("G4 C4 E4 A4"), 18, 432, false, "per-fret",
		Ukuleles, true},
	{table.Row{ID: "ukulele-baritone", Name: "baritone ukulele"}, "a", tuning("D3 G3 B3 E4"), 18, 510, false,
		"per-fret", Ukuleles, true},
	{table.Row{ID: "mandola", Name: "mandola"}, "a", tuning("C3 G3 D4 A4"), 20, 420, true, "two-fret", Mandolins,
		false},
	{table.Row{ID: "octave-mandolin", Name: "octave mandolin"}, "an", tuning("G2 D3 A3 E4"), 20, 530, true, "two-fret",
		Mandolins, false},
	{table.Row{ID: "mandocello", Name: "mandocello"}, "a", tuning("C2 G2 D3 A3"), 20, 650, true, "per-fret", Mandolins,
		false},
}

// Instruments returns the catalogue in picker order. The slice is the
// caller's own; the tunings in it are shared and not to be changed.
func Instruments() []Instrument { return append([]Instrument(nil), instruments...) }

// FindInstrument returns the instrument with this id.
func FindInstrument(id string) (Instrument, bool) { return table.Find(instruments, id) }

// InstrumentIDs lists the ids in catalogue order, for messages.
func InstrumentIDs() string { return table.IDs(instruments) }
