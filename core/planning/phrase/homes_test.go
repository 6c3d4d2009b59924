package phrase_test

import (
	"testing"

	"evenladder/internal/plantest"
	"github.com/stretchr/testify/assert"
)

// written are phrases written for this table by hand, each with what a teacher would call it: where
// it rests and ends, which notes it has and which it leaves out.
var written = []struct{ text, home string }{
	// pentatonics
	{"A3 C4 D4 E4 G4 E4 D4 C4 A3", "A minor pentatonic"},
	{"G4 A4 B4 D5 E5 D5 B4 A4 G4*2", "G major pentatonic"},
	{"F#3 A3 B3 C#4 E4 C#4 B3 A3 F#3*2", "F♯ minor pentatonic"},
	{"Eb4 F4 G4 Bb4 C5 Bb4 G4 Eb4", "E♭ major pentatonic"},
	{"C4 D4 E4 G4 A4 C5*2", "C major pentatonic"},
	{"Bb3/2 Db4/2 Eb4/2 F4/2 Ab4/2 F4/2 Eb4/2 Db4/2 Bb3*2", "B♭ minor pentatonic"},
	{"E4/2 G4/2 A4/2 B4/2 D5 B4/2 A4/2 G4/2 E4*3", "E minor pentatonic"},
	{"D4/2 E4/2 F#4/2 A4/2 B4 A4/2 F#4/2 E4/2 D4*2", "D major pentatonic"},
	{"G3 Bb3 C4 D4 F4 D4 C4 Bb3 G3*2", "G minor pentatonic"},
	{"Ab4 Bb4 C5 Eb5 F5 Eb5 C5 Bb4 Ab4*2", "A♭ major pentatonic"},
	{"B3/2 D4/2 E4/2 F#4/2 A4 F#4/2 E4/2 D4/2 B3*2", "B minor pentatonic"},
	{"F4 G4 A4 C5 D5 C5 A4 G4 F4*2", "F major pentatonic"},
	{"C4/2 Eb4/2 F4/2 G4/2 Bb4/2 G4/2 F4/2 Eb4/2 C4*2", "C minor pentatonic"},
	{"E4 F#4 G#4 B4 C#5 B4 G#4 F#4 E4*2", "E major pentatonic"},
	// blues
	{"A3 C4 D4 Eb4 D4 C4 A3 G3 A3", "A minor blues"},
	{"G3/2 Bb3/2 C4/2 Db4/2 D4/2 F4/2 D4/2 Db4/2 C4/2 Bb3/2 G3*2", "G minor blues"},
	{"E4 G4 A4 Bb4 A4 G4 E4*2", "E minor blues"},
	{"C4 Eb4 F4 Gb4 G4 Bb4 G4 F4 Eb4 C4*2", "C minor blues"},
	{"F3 Ab3 Bb3 B3 C4 Eb4 C4 B3 Bb3 Ab3 F3*2", "F minor blues"},
	{"D4/2 F4/2 G4/2 Ab4/2 A4 G4/2 F4/2 D4*2", "D minor blues"},
	{"C4 D4 Eb4 E4 G4 A4 G4 E4 Eb4 D4 C4*2", "C major blues"},
	{"G4 A4 Bb4 B4 D5 E5 D5 B4 Bb4 A4 G4*2", "G major blues"},
	// major
	{"E4 F#4 G#4 A4 B4 C#5 D#5 E5*2", "E major"},
	{"Bb3 C4 D4 Eb4 F4 G4 A4 Bb4*3", "B♭ major"},
	{"C4 E4 G4 B4 A4 F4 D4 B3 C4*2", "C major"},
	{"G4 F#4 E4 D4 C4 B3 A3 G3*2", "G major"},
	{"D4 F#4 A4 G4 E4 C#4 D4*2", "D major"},
	{"F4/2 G4/2 A4/2 Bb4/2 C5/2 D5/2 E5/2 F5/2 C5 A4 F4*2", "F major"},
	{"A4 B4 C#5 D5 E5 F#5 G#5 A5 E5 C#5 A4*2", "A major"},
	{"Eb4 G4 Bb4 Ab4 F4 D4 Eb4*2", "E♭ major"},
	{"Ab3 C4 Eb4 G4 F4 Db4 Bb3 G3 Ab3*2", "A♭ major"},
	{"B3 D#4 F#4 A#4 G#4 E4 C#4 A#3 B3*3", "B major"},
	// natural minor
	{"C4 D4 Eb4 G4 Ab4 G4 F4 Eb4 D4 C4", "C natural minor"},
	{"E4 F#4 G4 A4 B4 C5 B4 A4 G4 F#4 E4*2", "E natural minor"},
	{"A4 G4 F4 E4 D4 C4 B3 A3*2", "A natural minor"},
	{"D4 E4 F4 A4 Bb4 A4 G4 F4 E4 C4 D4*2", "D natural minor"},
	{"F#4 G#4 A4 B4 C#5 D5 C#5 B4 A4 G#4 F#4*2", "F♯ natural minor"},
	{"G4/2 A4/2 Bb4/2 C5/2 D5 Eb5/2 D5/2 C5/2 Bb4/2 A4/2 F4/2 G4*2", "G natural minor"},
	{"B3 C#4 D4 F#4 G4 F#4 E4 D4 C#4 B3*2", "B natural minor"},
	{"F4 G4 Ab4 C5 Db5 C5 Bb4 Ab4 G4 Eb4 F4*2", "F natural minor"},
	// Dorian
	{"D4 E4 F4 G4 A4 B4 C5 D5*2", "D Dorian"},
	{"G3 Bb3 A3 C4 D4 E4 F4 D4 G3*2", "G Dorian"},
	{"E4 G4 F#4 A4 B4 C#5 D5 B4 E4*2", "E Dorian"},
	{"A3 C4 B3 D4 E4 F#4 G4 E4 A3*2", "A Dorian"},
	{"C4 Eb4 D4 F4 G4 A4 Bb4 G4 C4*2", "C Dorian"},
	// Mixolydian
	{"G3 B3 D4 F4 E4 D4 B3 A3 G3*2", "G Mixolydian"},
	{"A3 C#4 D4 E4 F#4 G4 E4 C#4 B3 A3*2", "A Mixolydian"},
	{"E4 G#4 B4 D5 C#5 A4 F#4 G#4 E4*2", "E Mixolydian"},
	{"D4 E4 F#4 G4 A4 B4 C5 B4 A4 F#4 D4*2", "D Mixolydian"},
	{"F3 A3 C4 Eb4 D4 Bb3 G3 A3 F3*2", "F Mixolydian"},
	// harmonic and melodic minor
	{"A3 B3 C4 D4 E4 F4 G#4 A4 G#4 F4 E4 A3", "A harmonic minor"},
	{"E4 D#4 E4 F#4 G4 A4 B4 C5 B4 D#5 E5*2", "E harmonic minor"},
	{"D4 C#4 D4 E4 F4 G4 A4 Bb4 A4 C#5 D5*2", "D harmonic minor"},
	{"C4 D4 Eb4 F4 G4 A4 B4 C5 G4 Eb4 C4*2", "C melodic minor"},
	// the other modes
	{"E4 F4 G4 A4 B4 C5 D5 E5 B4 F4 E4*3", "E Phrygian"},
	{"F4 G4 A4 B4 C5 D5 E5 F5 C5 B4 A4 F4*3", "F Lydian"},
	{"C4 D4 E4 F#4 G4 A4 B4 C5 G4 F#4 E4 C4*3", "C Lydian"},
	{"Bb3 C4 D4 E4 F4 G4 A4 Bb4 F4 E4 D4 Bb3*3", "B♭ Lydian"},
	// passing notes beside a plain scale
	{"C4 C#4/2 D4/2 E4 G4 F#4/2 G4/2 A4 F4 B3 C4*2", "C major"},
	{"G3 B3 C4/2 C#4/2 D4 E4 F#4 D4 G3*2", "G major"},
	{"A3 C4 B3 A3 G#3/2 A3 D4 E4 F4 E4 G4 A3*2", "A natural minor"},
	{"A3 C4/2 C#4/2 E4 G4 E4 Eb4/2 D4/2 C4 A3*2", "A minor blues"},
}

// The likeliest home of each is what a teacher would call it.
func TestHomesByHand(t *testing.T) {
	assert.GreaterOrEqual(t, len(written), 60)
	for _, c := range written {
		p := build(t, "guitar", plantest.Line(t, c.text, "C"))
		assert.Equal(t, c.home, p.Homes[0].Title, c.text)
	}
}

// A pentatonic with a few other notes is called that; a plain scale is not. Written by hand.
func TestAPentatonicWithOtherNotes(t *testing.T) {
	remark := func(text string) string {
		for _, r := range build(t, "guitar", plantest.Line(t, text, "C")).Remarks {
			if r.Code == "core" {
				return r.Message
			}
		}
		return ""
	}
	for text, want := range map[string]string{
		"A3 C4 D4 E4 F#4/2 E4/2 G4 E4 D4 C4 B3/2 A3*2":  "A minor pentatonic with 6 and 2.",
		"E4 G4 A4 B4 D5 B4 C#5/2 B4/2 A4 G4 E4*2":       "E minor pentatonic with 6.",
		"G4 A4 B4 D5 C5/2 B4/2 E5 D5 B4 A4 G4*3":        "G major pentatonic with 4.",
		"Bb3 Db4/2 D4/2 F4 Ab4 F4 E4/2 Eb4/2 Db4 Bb3*2": "B♭ minor blues with 3.",
		"D4 E4 F4 G4 A4 B4 C5 D5":                       "",
		"A3 C4 D4 E4 G4 E4 D4 C4 A3":                    "",
		"C4 E4 G4 B4 A4 F4 D4 B3 C4*2":                  "",
	} {
		assert.Equal(t, want, remark(text), text)
	}
}
