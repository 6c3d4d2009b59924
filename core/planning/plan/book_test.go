package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/scale"
)

var everyTonic = []string{"C", "F", "Bb", "Eb", "Ab", "Db", "F#", "B", "E", "A", "D", "G"}

// bookPage is one tuning of the catalogue as a brief names it.
func bookPage(t neck.NamedTuning, tonic, name, system string) brief.Brief {
	words := make([]string, len(t.Tuning))
	for i, p := range t.Tuning {
		words[i] = p.String()
	}
	return brief.Brief{
		Instrument: brief.Instrument{ID: t.Instrument, Tuning: words}, Scale: brief.Scale{Tonic: tonic, Name: name},
		Layout: brief.Layout{System: system},
	}
}

// The whole book: every key, every catalogue scale, every system, every
// catalogue tuning. No brief fails but for a missing pentatonic core, no gap is
// unsaid, no note is outside the scale, fingers do not cross on a string, and
// no two fingers open past the greatest limit of the hand.
func TestTheWholeBook(t *testing.T) {
	if testing.Short() {
		t.Skip("the whole book takes its time")
	}
	for _, tuning := range neck.Tunings() {
		t.Run(tuning.ID, func(t *testing.T) {
			t.Parallel()
			boxes := 0
			for _, e := range scale.Catalogue() {
				for _, system := range layout.Systems {
					for _, tonic := range everyTonic {
						laid, err := Lay(bookPage(tuning, tonic, e.ID, system.ID))
						require.NoError(t, err, "%s %s %s", tonic, e.ID, system.ID)
						m := newMaker(laid, newHands(&laid.Reading))
						for _, b := range m.Boxes {
							boxes++
							if complaint := checkFingered(m, m.finger(b)); complaint != "" {
								t.Fatalf("%s %s %s, box %s: %s", tonic, e.ID, system.ID, b.Name, complaint)
							}
						}
					}
				}
			}
			assert.Greater(t, boxes, 10000)
		})
	}
}

// checkFingered says what is wrong with a box, as assertions by the million are
// slow.
func checkFingered(m *maker, f fingered) string {
	missing := [128]bool{}
	for _, p := range f.Missing {
		missing[min(p.MIDI(), 127)] = true
	}
	for i, n := range f.Notes {
		touch := f.Touches[i]
		switch {
		case n.Degree < 0 || n.Degree != m.Scale.Index(n.MIDI):
			return "a note outside the scale"
		case n.MIDI != m.Neck.MIDI(n.Place) || n.Fret < m.Request.LowFret || n.Fret > m.Request.HighFret:
			return "a note off its place"
		case (n.Fret == 0) != (touch.Finger == hand.OpenString):
			return "a finger on an open string, or none on a stopped one"
		}
		if i == 0 {
			continue
		}
		before, last := f.Notes[i-1], f.Touches[i-1]
		if n.MIDI <= before.MIDI {
			return "a pitch twice"
		}
		for midi := m.Scale.Next(before.MIDI); midi < n.MIDI; midi = m.Scale.Next(midi) {
			if !missing[midi] {
				return "a gap unsaid"
			}
		}
		crossed := touch.Finger < last.Finger && n.Fret > before.Fret || touch.Finger > last.Finger &&
			n.Fret < before.Fret
		if n.String == before.String && last.Finger > 0 && touch.Finger > 0 && touch.Shift == 0 && crossed {
			return "fingers crossed on a string"
		}
	}
	if f.Report.Greatest.Over() > 0 {
		return "past the greatest opening"
	}
	return ""
}
