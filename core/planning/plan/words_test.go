package plan_test

import (
	"fmt"
	"strings"
	"testing"

	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/internal/golden"
)

// said are briefs whose words are read aloud: instruments, keys, layouts, hands,
// runs, rhythms, names, and what cannot be met.
var said = []string{
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "in"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "F#", "formula": "1 b2 4 5"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "F#", "formula": "1"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "A#", "name": "whole-tone"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Db", "name": "phrygian"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Gb", "name": "lydian"}, "layout": {"box": 2}}`,
	`{"instrument": {"id": "guitar", "tuning": ["D2", "A2", "D3", "G3", "B3", "E4"], "capo": 2, "leftHanded": true}, "scale": {"tonic": "Bb", "name": "dorian"}}`,
	`{"instrument": {"id": "guitar-8", "frets": 27, "scaleLengthMm": 660}, "scale": {"tonic": "Ab", "name": "major"}, "layout": {"system": "four-per-string"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "major"}, "layout": {"system": "four-per-string"}, "hand": {"four": "1-2-3-4"}}`,
	`{"instrument": {"id": "guitar-nylon"}, "scale": {"tonic": "Eb", "name": "harmonic-minor"}, "layout": {"system": "five-form"}, "names": "german"}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "B", "name": "locrian"}, "layout": {"system": "five-form"}, "names": "fixed-do"}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "B", "name": "mixolydian"}, "layout": {"system": "seven-position", "box": 3}, "names": "numbers"}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "aeolian"}, "layout": {"system": "one-octave"}, "run": {"chain": true}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "aeolian"}, "layout": {"system": "one-octave", "octaveShape": "even"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "ionian"}, "layout": {"system": "from-degree", "fromDegree": 3, "octaves": 1}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "ionian"}, "layout": {"system": "single-string", "strings": [3]}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "ionian"}, "layout": {"lowFret": 5, "highFret": 5}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "ionian"}, "layout": {"lowFret": 5, "highFret": 9, "strings": [5, 3, 2]}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "ionian"}, "layout": {"system": "single-string", "strings": [1], "box": 4}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "ionian"}, "layout": {"box": 9}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "ionian"}, "layout": {"box": 2, "boxOctave": 1}}`,
	`{"instrument": {"id": "ukulele"}, "scale": {"tonic": "C", "name": "mixolydian"}, "layout": {"system": "campanella"}}`,
	`{"instrument": {"id": "ukulele"}, "scale": {"tonic": "F#", "name": "kumoi"}, "hand": {"open": "closed"}}`,
	`{"instrument": {"id": "mandolin"}, "scale": {"tonic": "B", "name": "major"}, "run": {"pattern": "full-range"}}`,
	`{"instrument": {"id": "mandolin"}, "scale": {"tonic": "Bb", "name": "major"}, "hand": {"open": "ascending"}, "run": {"pattern": "gates"}}`,
	`{"instrument": {"id": "octave-mandolin"}, "scale": {"tonic": "Eb", "name": "dorian-b2"}, "run": {"pattern": "intervals", "size": 6, "direction": "alternate"}}`,
	`{"instrument": {"id": "bass"}, "scale": {"tonic": "F", "name": "major"}, "hand": {"prefer": "shift"}}`,
	`{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "major"}, "hand": {"school": "two-fret"}}`,
	`{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "major"}, "hand": {"limitsMm": {"comfortable": [40, 30, 28], "greatest": [60, 42, 40]}}}`,
	`{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "major"}, "layout": {"system": "from-degree", "octaves": 2, "strings": [3, 1]}}`,
	`{"instrument": {"id": "upright-bass"}, "scale": {"tonic": "Bb", "name": "major"}, "picking": "bowed-2"}`,
	`{"instrument": {"id": "upright-bass"}, "scale": {"tonic": "Bb", "name": "major"}, "hand": {"school": "per-fret", "wide": "1-3-4"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "chords", "order": [1, 3, 5, 7]}, "picking": "economy"}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "arpeggios"}, "picking": "legato"}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "arpeggios", "chords": [5]}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "drop-2"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "minor-pentatonic"}, "run": {"pattern": "drop-2"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "stacks", "size": 4}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "groups", "size": 4, "direction": "down"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "per-string", "repeat": 2}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "per-string", "repeat": 3, "direction": "up"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "cell", "cell": "0 2 1 -1"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"finish": "chord-tone", "chord": 5, "direction": "up"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"finish": "chord-tone", "direction": "up"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"finish": "root", "repeatTop": true}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"lean": 2, "direction": "up"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"fit": "repeat"}, "rhythm": {"perBeat": 5, "beatsPerBar": 11}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"fit": "long-last"}, "rhythm": {"meter": "12/8", "perBeat": 6}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"fit": "rests"}, "rhythm": {"swing": true, "pickUp": 1, "accentEvery": 3}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "run": {"pattern": "intervals", "size": 7}, "layout": {"strings": [6]}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "rhythm": {"perBeat": 9, "tempoBpm": 5}}`,
	`{"instrument": {"id": "lute"}, "scale": {"tonic": "H", "name": "dorien"}}`,
	`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "layout": {"lowFret": 9, "highFret": 5}, "hand": {"school": "none"}}`,
}

// The words of plans as they were last read aloud: sentences, cautions, reasons for
// a few fingers, and problems.
func TestWordsAsTheyWereReadAloud(t *testing.T) {
	var out strings.Builder
	for _, given := range said {
		b, err := brief.Parse([]byte(given))
		var p plan.Plan
		if err == nil {
			p, err = plan.Build(b)
		}
		if err != nil {
			fmt.Fprintf(&out, "problem: %v\n\n", err)
			continue
		}
		fmt.Fprintf(&out, "%s\n", p.Sentence)
		if p.Spoken != p.Sentence {
			fmt.Fprintf(&out, "spoken: %s\n", p.Spoken)
		}
		for _, c := range p.Cautions {
			if c.Code != plan.CautionCare {
				fmt.Fprintf(&out, "%s: %s\n", c.Code, c.Message)
			}
		}
		if p.Comfort != nil {
			fmt.Fprintf(&out, "comfort: %s\n", p.Comfort.Message)
		}
		notes := p.Boxes[p.Box].Notes
		for _, note := range []int{1, len(notes) / 2} {
			if why, err := plan.Why(p.Brief, min(note, len(notes)-1)); err == nil {
				fmt.Fprintf(&out, "why: %s\n", why.Why)
			}
		}
		out.WriteString("\n")
	}
	golden.Check(t, "words.txt", []byte(out.String()))
}
