package neck

import "evenladder/core/theory/pitch"

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
	{"guitar-drop-c", "dropped C", "guitar", tuning("C2 G2 C3 F3 A3 D4")},
	{"guitar-double-drop-d", "double dropped D", "guitar", tuning("D2 A2 D3 G3 B3 D4")},
	{"guitar-dadgad", "D A D G A D", "guitar", tuning("D2 A2 D3 G3 A3 D4")},
	{"guitar-open-g", "open G", "guitar", tuning("D2 G2 D3 G3 B3 D4")},
	{"guitar-open-d", "open D", "guitar", tuning("D2 A2 D3 F#3 A3 D4")},
	{"guitar-open-e", "open E", "guitar", tuning("E2 B2 E3 G#3 B3 E4")},
	{"guitar-open-a", "open A", "guitar", tuning("E2 A2 E3 A3 C#4 E4")},
	{"guitar-open-c", "open C", "guitar", tuning("C2 G2 C3 G3 C4 E4")},
	{"guitar-open-d-minor", "open D minor", "guitar", tuning("D2 A2 D3 F3 A3 D4")},
	{"guitar-fourths", "all fourths", "guitar", tuning("E2 A2 D3 G3 C4 F4")},
	{"guitar-half-down", "half step down", "guitar", tuning("Eb2 Ab2 Db3 Gb3 Bb3 Eb4")},
	{"guitar-whole-down", "whole step down", "guitar", tuning("D2 G2 C3 F3 A3 D4")},
	{"guitar-nylon-standard", "standard", "guitar-nylon", tuning("E2 A2 D3 G3 B3 E4")},
	{"guitar-nylon-drop-d", "dropped D", "guitar-nylon", tuning("D2 A2 D3 G3 B3 E4")},
	{"guitar-7-standard", "standard", "guitar-7", tuning("B1 E2 A2 D3 G3 B3 E4")},
	{"guitar-7-drop-a", "dropped A", "guitar-7", tuning("A1 E2 A2 D3 G3 B3 E4")},
	{"guitar-8-standard", "standard", "guitar-8", tuning("F#1 B1 E2 A2 D3 G3 B3 E4")},
	{"guitar-8-drop-e", "dropped E", "guitar-8", tuning("E1 B1 E2 A2 D3 G3 B3 E4")},
	{"guitar-12-standard", "standard", "guitar-12", tuning("E2 A2 D3 G3 B3 E4")},
	{"guitar-baritone-b", "B, a fourth down", "guitar-baritone", tuning("B1 E2 A2 D3 F#3 B3")},
	{"guitar-baritone-a", "A, a fifth down", "guitar-baritone", tuning("A1 D2 G2 C3 E3 A3")},
	{"guitar-tenor-fifths", "fifths", "guitar-tenor", tuning("C3 G3 D4 A4")},
	{"guitar-tenor-guitar", "as a guitar's upper strings", "guitar-tenor", tuning("D3 G3 B3 E4")},
	{"bass-standard", "standard", "bass", tuning("E1 A1 D2 G2")},
	{"bass-drop-d", "dropped D", "bass", tuning("D1 A1 D2 G2")},
	{"bass-half-down", "half step down", "bass", tuning("Eb1 Ab1 Db2 Gb2")},
	{"bass-tenor", "tenor", "bass", tuning("A1 D2 G2 C3")},
	{"bass-fifths", "fifths", "bass", tuning("C1 G1 D2 A2")},
	{"bass-5-standard", "low B", "bass-5", tuning("B0 E1 A1 D2 G2")},
	{"bass-5-high-c", "high C", "bass-5", tuning("E1 A1 D2 G2 C3")},
	{"bass-6-standard", "standard", "bass-6", tuning("B0 E1 A1 D2 G2 C3")},
	{"upright-bass-standard", "orchestral", "upright-bass", tuning("E1 A1 D2 G2")},
	{"upright-bass-solo", "solo", "upright-bass", tuning("F#1 B1 E2 A2")},
	{"ukulele-standard", "re-entrant C", "ukulele", tuning("G4 C4 E4 A4")},
	{"ukulele-low-g-c", "low G", "ukulele", tuning("G3 C4 E4 A4")},
	{"ukulele-d", "re-entrant D", "ukulele", tuning("A4 D4 F#4 B4")},
	{"ukulele-tenor-standard", "re-entrant C", "ukulele-tenor", tuning("G4 C4 E4 A4")},
	{"ukulele-tenor-low-g", "low G", "ukulele-tenor", tuning("G3 C4 E4 A4")},
	{"ukulele-baritone-standard", "standard", "ukulele-baritone", tuning("D3 G3 B3 E4")},
	{"ukulele-baritone-high-d", "re-entrant D", "ukulele-baritone", tuning("D4 G3 B3 E4")},
	{"mandolin-standard", "standard", "mandolin", tuning("G3 D4 A4 E5")},
	{"mandolin-gdad", "G D A D", "mandolin", tuning("G3 D4 A4 D5")},
	{"mandolin-aeae", "A E A E", "mandolin", tuning("A3 E4 A4 E5")},
	{"mandola-standard", "standard", "mandola", tuning("C3 G3 D4 A4")},
	{"octave-mandolin-standard", "standard", "octave-mandolin", tuning("G2 D3 A3 E4")},
	{"octave-mandolin-gdad", "G D A D", "octave-mandolin", tuning("G2 D3 A3 D4")},
	{"mandocello-standard", "standard", "mandocello", tuning("C2 G2 D3 A3")},
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
