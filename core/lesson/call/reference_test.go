package call_test

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/lesson/call"
)

// A second account of the theory that calls ask about, from letters and half steps alone and without the packages that make
// the calls: a tonic and a row of half steps spell a scale, and all else follows from it.

const letters = "CDEFGAB"

var halfSteps = map[byte]int{'C': 0, 'D': 2, 'E': 4, 'F': 5, 'G': 7, 'A': 9, 'B': 11}

// steps of the scales from each note to the next. Published in any book of theory; from memory.
var scaleSteps = map[string][]int{
	"major": {2, 2, 1, 2, 2, 2, 1}, "natural-minor": {2, 1, 2, 2, 1, 2, 2}, "dorian": {2, 1, 2, 2, 2, 1, 2},
	"mixolydian": {2, 2, 1, 2, 2, 1, 2}, "lydian": {2, 2, 2, 1, 2, 2, 1}, "phrygian": {1, 2, 2, 2, 1, 2, 2},
	"harmonic-minor": {2, 1, 2, 2, 1, 3, 1},
}

// signOrder is the order of sharps; flats come the other way round.
var signOrder = strings.Fields("F C G D A E B")

func soundOf(name string) int {
	at := halfSteps[name[0]] + strings.Count(name[1:], "#") - strings.Count(name[1:], "b")
	return (at + 24) % 12
}

// spelledFrom writes out a scale: one letter after the other, each with the sign that its distance asks for.
func spelledFrom(tonic string, steps []int) []string {
	out, sound := []string{tonic}, soundOf(tonic)
	at := strings.IndexByte(letters, tonic[0])
	for _, step := range steps {
		sound = (sound + step) % 12
		at = (at + 1) % 7
		off := (sound-halfSteps[letters[at]]+18)%12 - 6
		sign := strings.Repeat("#", max(off, 0)) + strings.Repeat("b", max(-off, 0))
		out = append(out, letters[at:at+1]+sign)
	}
	return out
}

// signsOf are the signs of the notes in the order of a signature.
func signsOf(notes []string) (out []string) {
	order := slices.Clone(signOrder)
	if slices.ContainsFunc(notes, func(n string) bool { return strings.HasSuffix(n, "b") }) {
		slices.Reverse(order)
	}
	for _, letter := range order {
		for _, n := range notes[:len(notes)-1] {
			if n[:1] == letter && len(n) > 1 {
				out = append(out, n)
			}
		}
	}
	return out
}

// tunings by MIDI, string 1 first. Common practice.
var openMIDI = map[string][]int{"guitar": {64, 59, 55, 50, 45, 40}, "bass": {43, 38, 33, 28}, "mandolin": {76, 69, 62, 55}}

// reference recomputes the answer of a call; nil where the kind asks for a choice that is no theory.
var reference = map[string]func(c call.Call, tonic string, notes []string, steps, open []int) string{
	"spell": func(c call.Call, _ string, _ []string, steps, _ []int) string {
		return strings.Join(spelledFrom(c.Ask, steps), " ")
	},
	"signature": func(c call.Call, _ string, _ []string, steps, _ []int) string {
		return strings.Join(signsOf(spelledFrom(c.Ask, steps)), " ")
	},
	"key": func(c call.Call, _ string, _ []string, steps, _ []int) string {
		for _, letter := range letters {
			for _, sign := range []string{"", "#", "b"} {
				tonic := string(letter) + sign
				signs := signsOf(spelledFrom(tonic, steps))
				said := fmt.Sprint(len(signs))
				if len(signs) > 0 {
					said += signs[0][1:]
				}
				plain := !slices.ContainsFunc(spelledFrom(tonic, steps), func(n string) bool { return len(n) > 2 })
				if plain && said == c.Ask {
					return tonic
				}
			}
		}
		return "none"
	},
	"relative": func(c call.Call, _ string, _ []string, steps, _ []int) string {
		notes := spelledFrom(c.Ask, steps)
		if soundOf(notes[2]) == (soundOf(notes[0])+3)%12 {
			return notes[2] // the major on the third of the minor
		}
		return notes[5]
	},
	"chord": func(c call.Call, _ string, notes []string, _, _ []int) string {
		at, size := chordAsked(c.Ask)
		var out []string
		for i := range size {
			out = append(out, notes[(at+2*i)%7])
		}
		return strings.Join(out, " ")
	},
	"landing": func(c call.Call, _ string, notes []string, _, _ []int) string {
		note, chord, _ := strings.Cut(c.Ask, "/")
		at, size := chordAsked(chord)
		wanted := degreeAt(note)
		for i := range size {
			if (at+2*i)%7 == wanted {
				return "yes"
			}
		}
		return "no"
	},
	"name": func(c call.Call, _ string, notes []string, _, open []int) string {
		str, fret, _ := strings.Cut(c.Ask, "/")
		s, _ := strconv.Atoi(str)
		f, _ := strconv.Atoi(fret)
		for _, n := range notes {
			if soundOf(n) == (open[s-1]+f)%12 {
				return n
			}
		}
		return c.Answer.Words[0] // outside the key its name is a matter of usage
	},
	"find": func(c call.Call, _ string, _ []string, _, open []int) string {
		var out []string
		for s, midi := range open {
			for f := 0; f <= 12; f++ {
				if (midi+f)%12 == soundOf(c.Ask) {
					out = append(out, fmt.Sprintf("%d/%d", s+1, f))
				}
			}
		}
		slices.Sort(out)
		return strings.Join(out, " ")
	},
	"numbers": func(c call.Call, tonic string, _ []string, _, open []int) string {
		return fmt.Sprint((soundOf(tonic) + semitonesOf(c.Ask)) % 12)
	},
	"ear-note": func(c call.Call, tonic string, _ []string, _, _ []int) string {
		d, _, _ := strings.Cut(c.Ask, ":")
		return fmt.Sprint((soundOf(tonic) + semitonesOf(d)) % 12)
	},
}

func degreeAt(d string) int { return int(d[len(d)-1] - '1') }

// semitonesOf is how far a degree lies above the 1: that of the major scale, less its flats, with its sharps.
func semitonesOf(d string) (n int) {
	for _, step := range scaleSteps["major"][:degreeAt(d)] {
		n += step
	}
	return (n + strings.Count(d, "#") - strings.Count(d, "b") + 12) % 12
}

func chordAsked(ask string) (at, size int) {
	degree, count, _ := strings.Cut(ask, ":")
	size, _ = strconv.Atoi(count)
	return degreeAt(degree), size
}

// said is the answer of a call as the reference says it.
func said(c call.Call, kind string) string {
	switch kind {
	case "find":
		var out []string
		for _, n := range c.Answer.Notes {
			out = append(out, fmt.Sprintf("%d/%d", n.String, n.Fret))
		}
		slices.Sort(out)
		return strings.Join(out, " ")
	case "numbers", "ear-note":
		return fmt.Sprint(c.Answer.MIDI % 12)
	}
	return strings.Join(c.Answer.Words, " ")
}

// Every answer, worked out a second time.
func TestAnswersAgainstASecondAccount(t *testing.T) {
	kinds := make([]string, 0, len(reference))
	for id := range reference {
		kinds = append(kinds, id)
	}
	slices.Sort(kinds)
	rapid.Check(t, func(t *rapid.T) {
		kind := rapid.SampledFrom(kinds).Draw(t, "kind")
		tonic := rapid.SampledFrom(strings.Fields("C G D A E B F Bb Eb Ab")).Draw(t, "tonic")
		name := rapid.SampledFrom([]string{"major", "natural-minor", "dorian", "mixolydian", "lydian", "phrygian", "harmonic-minor"}).
			Draw(t, "scale")
		instrument := rapid.SampledFrom([]string{"guitar", "bass", "mandolin"}).Draw(t, "instrument")
		k, _ := call.Find(kind)
		made, err := call.Build(call.Request{Brief: on(instrument, tonic, name), Kind: kind, Level: len(k.Levels), Count: 30,
			Seed: rapid.IntRange(0, 999).Draw(t, "seed")})
		if err != nil { // only major and minor are each other's relatives
			require.ErrorContains(t, err, "no calls here")
			require.Equal(t, "relative", kind)
			return
		}
		steps := scaleSteps[name]
		if name == "harmonic-minor" && (kind == "signature" || kind == "key") {
			steps = scaleSteps["natural-minor"] // its raised 7 is written beside each note, as everywhere
		}
		for _, c := range made.Calls {
			assert.Equal(t, reference[kind](c, tonic, spelledFrom(tonic, steps), steps, openMIDI[instrument]), said(c, kind),
				"%s of %s in %s %s", kind, c.Ask, tonic, name)
		}
	})
}
