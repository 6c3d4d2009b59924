package worksheet_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// item is the first item of a sheet.
func item(t *testing.T, r worksheet.Request) worksheet.Item {
	t.Helper()
	return build(t, r).Sheets[0].Items[0]
}

// What each kind asks of one key, and its answer.
func TestItemsOfEachKind(t *testing.T) {
	for _, c := range []struct{ kind, scale, key, show, labels, answer string }{
		{"spell", "major", "Db", "D♭ major", "1 2 3 4 5 6 7 8", "Db Eb F Gb Ab Bb C Db"},
		{"spell", "minor-pentatonic", "F#", "F♯ minor pentatonic", "1 ♭3 4 5 ♭7 1", "F# A B C# E F#"},
		{"signature", "dorian", "F", "F Dorian", "", "Bb Eb Ab"},
		{"degrees", "1 b2 4 5 b6", "G", "G", "1 ♭2 4 5 ♭6", "G Ab C D Eb"},
		{"relative", "natural-minor", "G#", "G♯ natural minor: its relative major", "", "B"},
		{"relative", "major", "Gb", "G♭ major: its relative minor", "", "Eb"},
	} {
		it := item(t, worksheet.Request{Kind: c.kind, Scale: c.scale, Keys: []string{c.key}})
		assert.Equal(t, c.show, it.Show)
		assert.Equal(t, c.labels, strings.Join(it.Labels, " "), c.show)
		assert.Equal(t, c.answer, strings.Join(it.Answer, " "), c.show)
		assert.GreaterOrEqual(t, it.Blanks, len(it.Answer), "%s: there is room for the answer", c.show)
	}
	assert.Equal(t, 7, item(t, worksheet.Request{Kind: "signature", Keys: []string{"F"}}).Blanks,
		"the blanks do not tell how many")
	assert.Equal(t, []int{2, 1, 2, 2, 1, 3, 1}, item(t, worksheet.Request{Kind: "spell", Scale: "harmonic-minor",
		Keys: []string{"B"}}).Steps)
}

// Marked places sound what the answer says, no place twice, and their facts are those of calls.
func TestPlacesToName(t *testing.T) {
	for _, id := range []string{"guitar", "bass-5", "ukulele", "mandolin"} {
		b := brief.Brief{Instrument: brief.Instrument{ID: id}}
		in, _ := neck.FindInstrument(id)
		n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
		require.NoError(t, err)
		for seed := range 4 {
			for _, it := range build(t, worksheet.Request{Kind: "neck", Keys: []string{"Ab", "E"}, Brief: &b,
				Seed: seed}).Sheets[0].Items {
				seen := map[neck.Place]bool{}
				for i, m := range it.Marks {
					assert.False(t, seen[m.Place])
					seen[m.Place] = true
					assert.Equal(t, i+1, m.N)
					made, err := call.Build(call.Request{Brief: brief.Brief{Instrument: b.Instrument,
						Scale: brief.Scale{Tonic: it.Show[:len(it.Show)-len(" major")], Name: "major"}}, Kind: "name",
						Ask: []string{fmt.Sprintf("%d/%d", m.String, m.Fret)}})
					if err == nil {
						assert.Equal(t, made.Calls[0].Answer.Name, it.Answer[i])
						assert.Equal(t, made.Calls[0].Facts[0], it.Facts[i])
					}
					assert.LessOrEqual(t, m.Fret, 12)
					assert.LessOrEqual(t, m.String, n.Strings())
				}
			}
		}
	}
}

// The fingers of an empty box are those that the plan of the box has, in every school.
func TestFingersOfABox(t *testing.T) {
	for _, school := range hand.Schools {
		b := brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Hand: brief.Hand{School: school.ID}}
		it := item(t, worksheet.Request{Kind: "fingers", Keys: []string{"Eb"}, Brief: &b, Seed: 7})
		b.Scale = brief.Scale{Tonic: "Eb", Name: "major"}
		b.Layout.System = "one-octave"
		p, err := plan.Build(b)
		require.NoError(t, err)
		found := false
		for _, box := range p.Boxes {
			same := len(box.Notes) == len(it.Marks)
			for i := 0; same && i < len(box.Notes); i++ {
				same = box.Notes[i].Place == it.Marks[i].Place
			}
			if !same {
				continue
			}
			found = true
			for i, n := range box.Notes {
				assert.Equal(t, fmt.Sprint(n.Finger), it.Answer[i], "%s: note %d", school.ID, i+1)
				assert.Equal(t, n.Root, it.Marks[i].Root)
			}
		}
		assert.True(t, found, school.ID)
	}
}

// Frets along a string go by the steps of the scale, from a root to its octave.
func TestStepsAlongAString(t *testing.T) {
	for _, scale := range []string{"major", "phrygian", "whole-tone"} {
		it := item(t, worksheet.Request{Kind: "steps", Keys: []string{"A"}, Scale: scale, Seed: 2})
		for i, step := range it.Steps {
			assert.Equal(t, it.Marks[i].Fret+step, it.Marks[i+1].Fret, scale)
			assert.Equal(t, it.Marks[0].String, it.Marks[i+1].String)
		}
		assert.Equal(t, 12, it.Marks[len(it.Marks)-1].Fret-it.Marks[0].Fret)
		assert.True(t, it.Marks[0].Root)
	}
}

// Numbers on paper are the calls of a band, each from where the one before has left the hand.
func TestNumbersOnPaper(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "bass"}}
	it := item(t, worksheet.Request{Kind: "numbers", Keys: []string{"Gb"}, Brief: &b, Seed: 5})
	asks := strings.Fields(it.Ask)[2:]
	require.Len(t, asks, 8)
	b.Scale = brief.Scale{Tonic: "Gb", Name: "major"}
	made, err := call.Build(call.Request{Brief: b, Kind: "numbers", Ask: asks})
	require.NoError(t, err)
	for i, c := range made.Calls {
		assert.Equal(t, fmt.Sprintf("%d/%d", c.Answer.String, c.Answer.Fret), it.Answer[i])
		assert.Equal(t, c.Show, it.Labels[i])
	}
}

// A staff asks for the notes of an octave in another order, and names them as they sound.
func TestNotesOfAStaff(t *testing.T) {
	it := item(t, worksheet.Request{Kind: "staff", Keys: []string{"Bb"}, Seed: 3})
	require.Len(t, it.Piece.Events, it.Blanks)
	rising := true
	for i, e := range it.Piece.Events {
		assert.Equal(t, e.Name, it.Answer[i])
		rising = rising && (i == 0 || e.MIDI > it.Piece.Events[i-1].MIDI)
	}
	assert.False(t, rising, "they are not in the order of the scale")
}

// Holes are the places that were never played, whatever the instrument they were played on.
func TestHolesOfBoxes(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Layout: brief.Layout{System: "five-form"}}
	made := build(t, worksheet.Request{Kind: "boxes", Keys: []string{"A"}, Scale: "minor-pentatonic", Brief: &b})
	played := map[worksheet.Played]bool{}
	first := made.Sheets[0].Items[0]
	for _, m := range first.Marks {
		for _, s := range made.Strings {
			if s.String == m.String {
				played[worksheet.Played{Open: s.MIDI, Fret: m.Fret}] = true
			}
		}
	}
	made.MarkHoles(played)
	for _, m := range made.Sheets[0].Items[0].Marks {
		assert.False(t, m.Hole)
	}
	holes := 0
	for _, it := range made.Sheets[0].Items[2:] {
		for _, m := range it.Marks {
			if m.Hole {
				holes++
			}
		}
	}
	assert.Positive(t, holes)
}

// Sheets are as long as they are asked to be, and large print has fewer items.
func TestHowMuchStandsOnASheet(t *testing.T) {
	for _, k := range worksheet.Kinds {
		if k.Hangs {
			continue
		}
		usual := build(t, worksheet.Request{Kind: k.ID})
		large := build(t, worksheet.Request{Kind: k.ID, Large: true})
		assert.Len(t, usual.Sheets[0].Items, k.OnPage, k.ID)
		assert.Less(t, len(large.Sheets[0].Items), len(usual.Sheets[0].Items), k.ID)
		assert.True(t, large.Large)
		one := build(t, worksheet.Request{Kind: k.ID, Items: 1, Days: 3, PerDay: 2})
		require.Len(t, one.Sheets, 6)
		assert.Len(t, one.Sheets[5].Items, 1)
		assert.Equal(t, 3, one.Sheets[5].Day)
	}
}

func TestTitles(t *testing.T) {
	title, err := worksheet.TitleOf(worksheet.Request{Kind: "signature", Scale: "dorian", Keys: []string{"F", "Bb"}})
	require.NoError(t, err)
	assert.Equal(t, "Signatures: Dorian, F B♭", title)
	_, err = worksheet.TitleOf(worksheet.Request{Kind: "riddles"})
	assert.ErrorContains(t, err, "spell signature")
}
