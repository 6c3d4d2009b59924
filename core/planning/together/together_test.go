package together_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/together"
	"evenladder/core/theory/pitch"
)

func on(id string) brief.Instrument { return brief.Instrument{ID: id} }

func phraseIn(tonic, mode, text string) brief.Brief {
	return brief.Brief{Instrument: on("guitar"), Scale: brief.Scale{Tonic: tonic, Name: mode},
		Run: brief.Run{Pattern: "phrase", Phrase: text}}
}

func build(t *testing.T, b brief.Brief, members ...together.Member) together.Together {
	t.Helper()
	made, err := together.Build(together.Group{Brief: b, Members: members})
	require.NoError(t, err)
	return made
}

// sounds are the notes of a part: degree@beat+length, or what keeps it from being played.
func sounds(p together.Part) string {
	if p.Plan == nil {
		return p.Cannot
	}
	var out []string
	for _, e := range p.Plan.Run.Events {
		at := float64(e.Bar-1)*float64(p.Plan.Run.Rhythm.BeatsPerBar) + e.Beat - 1
		out = append(out, fmt.Sprintf("%s@%.3g+%.3g", e.Degree, at, e.Beats))
	}
	return strings.Join(out, " ")
}

// A tune on a guitar, a third above it on a ukulele and a bass under both.
func Example() {
	made, _ := together.Build(together.Group{Brief: phraseIn("Ab", "major", "1 2 3*2"), Members: []together.Member{
		{Name: "Ottoline", Instrument: on("guitar")},
		{Name: "Bri", Instrument: on("ukulele"), Voice: "third-above"},
		{Name: "Casimir", Instrument: on("bass"), Voice: "bass-line"},
	}})
	for _, p := range made.Parts {
		fmt.Println(p.Title)
		for _, e := range p.Plan.Run.Events {
			fmt.Printf("  %s on string %d, fret %d, for %g\n", e.Name, e.String, e.Fret, e.Beats)
		}
	}
	// Output:
	// Ottoline: the tune
	//   Ab on string 3, fret 1, for 1
	//   Bb on string 3, fret 3, for 1
	//   C on string 2, fret 1, for 2
	// Bri: a third above
	//   C on string 3, fret 0, for 1
	//   Db on string 3, fret 1, for 1
	//   Eb on string 3, fret 3, for 2
	// Casimir: a bass line
	//   Ab on string 1, fret 1, for 2
	//   Eb on string 2, fret 1, for 2
}

// Each voice against what a second reckoning says, worked out by hand in degrees.
func TestVoices(t *testing.T) {
	tune := "1/2 2/2 3 5*2 4 3 2 1"
	for voice, want := range map[string]string{
		"tune":          "1@0+0.5 2@0.5+0.5 3@1+1 5@2+2 4@4+1 3@5+1 2@6+1 1@7+1",
		"octave-below":  "1@0+0.5 2@0.5+0.5 3@1+1 5@2+2 4@4+1 3@5+1 2@6+1 1@7+1",
		"third-above":   "3@0+0.5 4@0.5+0.5 5@1+1 7@2+2 6@4+1 5@5+1 4@6+1 3@7+1",
		"third-below":   "6@0+0.5 7@0.5+0.5 1@1+1 3@2+2 2@4+1 1@5+1 7@6+1 6@7+1",
		"sixth-above":   "6@0+0.5 7@0.5+0.5 1@1+1 3@2+2 2@4+1 1@5+1 7@6+1 6@7+1",
		"sixth-below":   "3@0+0.5 4@0.5+0.5 5@1+1 7@2+2 6@4+1 5@5+1 4@6+1 3@7+1",
		"contrary":      "1@0+0.5 7@0.5+0.5 6@1+1 4@2+2 5@4+1 6@5+1 7@6+1 1@7+1",
		"drone":         "1@0+4 1@4+4",
		"bass-line":     "1@0+2 5@2+2 1@4+2 5@6+2",
		"canon":         "1@4+0.5 2@4.5+0.5 3@5+1 5@6+2 4@8+1 3@9+1 2@10+1 1@11+1",
		"call":          "1@0+0.5 2@0.5+0.5 3@1+1 5@2+2 4@8+1 3@9+1 2@10+1 1@11+1",
		"answer":        "1@4+0.5 2@4.5+0.5 3@5+1 5@6+2 4@12+1 3@13+1 2@14+1 1@15+1",
		"on-beats":      "1@0+0.5 3@1+1 5@2+2 4@4+1 3@5+1 2@6+1 1@7+1",
		"between-beats": "2@0.5+0.5",
	} {
		for _, instrument := range []string{"guitar", "ukulele", "mandolin"} {
			made := build(t, phraseIn("Eb", "major", tune), together.Member{Name: "O", Instrument: on(instrument), Voice: voice})
			assert.Equal(t, want, sounds(made.Parts[0]), "%s on a %s", voice, instrument)
		}
	}
	for _, v := range together.Voices {
		assert.NotEmpty(t, v.Name, v.ID)
	}
}

// A canon waits as long as it is told, thirds are as far up as they are named, and what moves in octaves says so.
func TestVoicesKeepTheirDistance(t *testing.T) {
	b := phraseIn("Eb", "dorian", "1 2 b3 4 5")
	made := build(t, b, together.Member{Name: "A", Instrument: on("guitar")},
		together.Member{Name: "B", Instrument: on("guitar"), Voice: "third-above"},
		together.Member{Name: "C", Instrument: on("guitar"), Voice: "canon", After: 1.5},
		together.Member{Name: "D", Instrument: on("bass")})
	tune, third := made.Parts[0].Plan.Run.Events, made.Parts[1].Plan.Run.Events
	for i := range tune {
		apart := third[i].MIDI - tune[i].MIDI
		assert.Contains(t, []int{3, 4}, apart, "a third is three or four semitones: note %d", i+1)
	}
	assert.True(t, strings.HasPrefix(sounds(made.Parts[2]), "1@1.5+1 "), sounds(made.Parts[2]))
	low := made.Parts[3].Plan.Run.Events
	for i := range tune {
		assert.Zero(t, (tune[i].MIDI-low[i].MIDI)%12, "unison, or octaves")
	}
	assert.NotEmpty(t, made.Parts[3].Remarks, "an octave is said")
}

// No part leaves its neck, whatever the voice, the key, the instrument and the run; each note is at the place that sounds it.
func TestPartsStayOnTheirNecks(t *testing.T) {
	instruments := []string{"guitar", "bass", "ukulele", "mandolin", "upright-bass", "guitar-half"}
	played, cannot := 0, 0
	for k, tonic := range []string{"C", "Db", "D", "Eb", "E", "F", "Gb", "G", "Ab", "A", "Bb", "B"} {
		b := brief.Brief{Instrument: on(instruments[k%3]), Scale: brief.Scale{Tonic: tonic, Name: "major"},
			Run: brief.Run{Pattern: []string{"straight", "groups", "intervals"}[k%3]}}
		if b.Run.Pattern == "groups" {
			three := 3
			b.Run.Size = &three
		}
		var members []together.Member
		for i, v := range together.Voices[k%2:] {
			if len(members) < together.MaxMembers {
				members = append(members, together.Member{Name: v.ID, Instrument: on(instruments[(i+k)%len(instruments)]), Voice: v.ID})
			}
		}
		for _, p := range build(t, b, members...).Parts {
			if p.Plan == nil {
				assert.NotEmpty(t, p.Cannot, p.Title)
				cannot++
				continue
			}
			played++
			open := map[int]int{}
			for _, s := range p.Plan.Neck.Strings {
				open[s.String] = s.MIDI
			}
			for _, e := range p.Plan.Run.Events {
				assert.Equal(t, e.MIDI, open[e.String]+e.Fret, "%s in %s", p.Title, tonic)
				assert.LessOrEqual(t, e.Fret, len(p.Plan.Neck.Frets), p.Title)
			}
		}
	}
	assert.Greater(t, played, 100)
	assert.Less(t, cannot, played/5, "what cannot be played is the exception")
}

// The member with the neck and hand of the brief keeps its box.
func TestTheTuneKeepsItsBox(t *testing.T) {
	b := brief.Brief{Instrument: on("guitar"), Scale: brief.Scale{Tonic: "Bb", Name: "dorian"},
		Layout: brief.Layout{System: "seven-position"}}
	made := build(t, b, together.Member{Name: "A", Instrument: on("guitar")}, together.Member{Name: "B", Instrument: on("guitar-7")})
	assert.Empty(t, made.Remarks)
	assert.Equal(t, "seven-position", made.Parts[0].Brief.Layout.System)
	assert.Equal(t, "phrase", made.Parts[1].Brief.Run.Pattern)
	assert.Equal(t, sounds(made.Parts[0]), sounds(made.Parts[1]), "the same music")
	made = build(t, b, together.Member{Name: "A", Instrument: on("guitar")}, together.Member{Name: "B", Instrument: on("ukulele")})
	assert.NotEmpty(t, made.Remarks, "the box of a guitar is too wide for a ukulele: one octave")
	assert.Equal(t, sounds(made.Parts[0]), sounds(made.Parts[1]))
}

// The keys come with those first that have room for all; the key of the brief is among them.
func TestKeys(t *testing.T) {
	g := together.Group{Brief: phraseIn("Gb", "major", "1 2 3 4 5 6 7 1"), Members: []together.Member{
		{Name: "A", Instrument: on("ukulele")}, {Name: "B", Instrument: on("mandolin"), Voice: "third-above"}}}
	keys, err := together.Keys(g)
	require.NoError(t, err)
	require.Len(t, keys, 12)
	seen := map[int]bool{}
	for i, k := range keys {
		n, err := pitch.ParseName(k.Tonic)
		require.NoError(t, err)
		seen[n.Class()] = true
		assert.Equal(t, k.Tonic == "Gb", k.Now, k.Tonic)
		if i > 0 {
			assert.GreaterOrEqual(t, len(k.Cannot), len(keys[i-1].Cannot))
		}
	}
	assert.Len(t, seen, 12)
	assert.Contains(t, []string{"C", "D", "F", "G", "A"}, keys[0].Tonic, "beginners' keys lie on open strings: %+v", keys[0])
}

func TestBadGroups(t *testing.T) {
	b := phraseIn("C", "major", "1 2 3")
	twelve := make([]together.Member, 13)
	for field, g := range map[string]together.Group{
		"members":              {Brief: b, Members: nil},
		"members.0.voice":      {Brief: b, Members: []together.Member{{Name: "A", Instrument: on("guitar"), Voice: "descant"}}},
		"members.0.after":      {Brief: b, Members: []together.Member{{Name: "A", Instrument: on("guitar"), After: math.Inf(1)}}},
		"members.0.instrument": {Brief: b, Members: []together.Member{{Name: "A"}}},
		"members.0.name":       {Brief: b, Members: []together.Member{{Name: " ", Instrument: on("guitar")}}},
		"members.1.instrument.id": {Brief: b, Members: []together.Member{{Name: "A", Instrument: on("guitar")},
			{Name: "B", Instrument: on("lute")}}},
		"brief.scale.tonic": {Brief: phraseIn("H", "major", "1"), Members: []together.Member{{Name: "A", Instrument: on("guitar")}}},
	} {
		var faults fault.List
		_, err := together.Build(g)
		require.ErrorAs(t, err, &faults, field)
		assert.Equal(t, field, faults[0].Field)
		_, err = together.Keys(g)
		assert.Error(t, err, field)
	}
	_, err := together.Build(together.Group{Brief: b, Members: twelve})
	assert.ErrorContains(t, err, "12")
	made := build(t, phraseIn("C", "major", "_1 ^1 ^1 ^1"), together.Member{Name: "A", Instrument: on("ukulele")})
	assert.Contains(t, made.Parts[0].Cannot, "wider range")
	made = build(t, b, together.Member{Name: "A", Instrument: on("guitar"), Voice: "between-beats"})
	assert.NotEmpty(t, made.Parts[0].Cannot, "a tune without notes between the beats")
	_, known := table.Find(together.Voices, together.Tune)
	assert.True(t, known)
}

func BenchmarkGroupOfSix(b *testing.B) {
	var members []together.Member
	for i, id := range []string{"guitar", "ukulele", "bass", "mandolin", "ukulele", "guitar"} {
		members = append(members, together.Member{Name: id, Instrument: on(id), Voice: together.Voices[i].ID})
	}
	g := together.Group{Brief: brief.Brief{Instrument: on("guitar"), Scale: brief.Scale{Tonic: "Bb", Name: "major"}}, Members: members}
	for b.Loop() {
		if _, err := together.Build(g); err != nil {
			b.Fatal(err)
		}
	}
}
