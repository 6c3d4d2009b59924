package plan

import (
	"math"
	"strings"

	"evenladder/core/music/backing"
	"evenladder/core/music/piece"
	"evenladder/core/theory/pitch"
)

// Backing is what sounds under the run that the brief asks for.
type Backing struct {
	Chords []SoundingChord `json:"chords"` // through whole times round, as long as the run; none where no chord sounds
	Why    string          `json:"why"`    // why these chords, where they are the scale's own
}

// SoundingChord is a chord where it sounds.
type SoundingChord struct {
	Symbol string   `json:"symbol"`
	Notes  []string `json:"notes"`
	At     float64  `json:"at"`    // beats from the start of the first bar
	Beats  float64  `json:"beats"` // that it lasts
}

// mostSounding bounds the chords of a backing.
const mostSounding = 2_000

// backing is the backing of a run in one key; nil without one.
func (m *maker) backing(r Run) *Backing {
	if m.Backing.Kind == backing.None {
		return nil
	}
	b := &Backing{Chords: []SoundingChord{}}
	if !m.Backing.Kind.HasChords() {
		return b
	}
	if m.Backing.Kind == backing.Vamp && m.Backing.Chords == nil {
		b.Why = backing.Own(m.Scale).Why
	}
	b.Chords = sounding(r.Keys[0].Vamp, float64(r.Bars*m.Rhythm.BeatsPerBar))
	return b
}

// sounding are chords that go round until so many beats are full.
func sounding(cycle []backing.Chord, beats float64) []SoundingChord {
	out := []SoundingChord{}
	at := 0.0
	for len(cycle) > 0 && (at < beats || len(out) == 0) && len(out) < mostSounding {
		for _, c := range cycle {
			out = append(out, SoundingChord{c.Symbol, c.Names, at, c.Beats})
			at += c.Beats
		}
	}
	return out
}

// chordsOfTheBacking marks the first note of each chord that sounds under the run.
func (m *maker) chordsOfTheBacking(events []piece.Event) {
	if len(events) == 0 {
		return
	}
	perBar := float64(m.Rhythm.BeatsPerBar)
	last, start := events[len(events)-1], math.Floor(events[0].At/perBar)*perBar
	chords := sounding(m.Backing.Cycle(m.Scale, m.Rhythm.BeatsPerBar), last.At+last.Sounds-start)
	at := 0
	for i := range events {
		begins := -1
		for at < len(chords) && chords[at].At <= events[i].At-start+1e-9 {
			begins, at = at, at+1
		}
		if begins >= 0 {
			events[i].Chord = m.chordOf(chords[begins])
		}
	}
}

// chordOf is a chord as the events of a run have it.
func (m *maker) chordOf(c SoundingChord) *piece.Chord {
	root := pitch.MustParseName(c.Notes[0])
	degree := ""
	if d, ok := m.Scale.Tonic.DegreeOf(root); ok {
		degree = d.String()
	}
	return &piece.Chord{Degree: degree, Symbol: m.Say(root) + strings.TrimPrefix(c.Symbol, root.Pretty()),
		Quality: strings.TrimPrefix(c.Symbol, root.Pretty()), Notes: c.Notes}
}
