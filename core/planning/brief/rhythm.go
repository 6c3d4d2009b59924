package brief

import (
	"fmt"
	"strconv"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/rhythm"
)

const usualTempoBPM = 72

var rhythmGroup = Group{Head: "rhythm.perBeat", make: makeRhythm, Fields: []Field{
	{
		Path: "rhythm.swing", Title: "Even or swung", About: "Eighths of simple meters are long and short.",
		Point:   pointTime,
		at:      func(b *Brief) any { return &b.Rhythm.Swing },
		matters: func(r *Reading) bool { return r.Rhythm.PerBeat == 2 },
		choices: func(*Reading) []Choice {
			return []Choice{choice("even eighths", "", "rhythm.swing", nil), choice("swung eighths",
				"long and short, two thirds and one", "rhythm.swing", true)}
		},
		say: func(r *Reading) (lead, words string) {
			if r.Rhythm.Swing {
				return ", in ", "swung"
			}
			return
		},
	},
	{
		Path: "rhythm.perBeat", Title: "Subdivision", Between: between(rhythm.MinPerBeat, rhythm.MaxPerBeat),
		About:   "Notes to the beat.",
		at:      func(b *Brief) any { return &b.Rhythm.PerBeat },
		matters: walks,
		fill: func(r *Reading) {
			if playsPhrase(r) { // its notes have lengths of their own
				one := 1
				r.Brief.Rhythm.PerBeat = &one
				return
			}
			usual := 2
			if meter, _ := table.Find(rhythm.Meters, r.Brief.Rhythm.Meter); meter.Compound {
				usual = 3
			}
			fill(&r.Brief.Rhythm.PerBeat, usual)
		},
		choices: func(r *Reading) (out []Choice) {
			for _, s := range rhythm.Subdivisions {
				out = append(out, choice(r.Rhythm.SubdivisionName(s.PerBeat), fmt.Sprintf("%d to the beat", s.PerBeat),
					"rhythm.perBeat", s.PerBeat))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if r.Rhythm.Free {
				return
			}
			name := r.Rhythm.SubdivisionName(r.Rhythm.PerBeat)
			if r.Rhythm.Swing {
				return " ", name
			}
			return ", in ", name
		},
	},
	{
		Path: "rhythm.tempoBpm", Title: "Tempo", Between: between(rhythm.MinTempoBPM, rhythm.MaxTempoBPM),
		About: "Beats a minute.", Hint: "or type beats a minute",
		at: func(b *Brief) any { return &b.Rhythm.TempoBPM }, typed: asNumber,
		fill: func(r *Reading) { fill(&r.Brief.Rhythm.TempoBPM, usualTempoBPM) },
		choices: func(*Reading) (out []Choice) {
			for _, bpm := range []int{40, 50, 60, 66, 72, 80, 92, 104, 120, 144} {
				out = append(out, choice(strconv.Itoa(bpm), "", "rhythm.tempoBpm", bpm))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			tempo := strconv.Itoa(r.Rhythm.TempoBPM)
			switch {
			case r.Rhythm.Compound:
				return " at ", tempo + " dotted quarters a minute"
			case r.Rhythm.Free:
				return ", at ", tempo
			}
			return " at ", tempo
		},
	},
	{
		Path: "rhythm.meter", Title: "Meter", About: "Such as 6/8; says the beats of the bar.", Point: pointTime,
		at: func(b *Brief) any { return &b.Rhythm.Meter }, clears: []string{"rhythm.beatsPerBar", "rhythm.pickUp"},
		check: func(r *Reading, f *fault.List) {
			meter := r.Brief.Rhythm.Meter
			if _, known := table.Find(rhythm.Meters, meter); meter != "" && !known {
				f.Add("rhythm.meter", fault.Word(meter, table.IDs(rhythm.Meters)))
			}
		},
		choices: func(*Reading) (out []Choice) {
			for _, m := range rhythm.Meters {
				out = append(out, choice(m.Name, "", "rhythm.meter", m.ID))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if r.Rhythm.Compound {
				return ", in ", r.Brief.Rhythm.Meter
			}
			return
		},
	},
	{
		Path: "rhythm.beatsPerBar", Title: "Beats to the bar", Between: between(rhythm.MinBeatsPerBar,
			rhythm.MaxBeatsPerBar), About: "Beats to the bar; a meter says them too.", With: "rhythm.meter",
		at: func(b *Brief) any { return &b.Rhythm.BeatsPerBar }, typed: asNumber,
		fill: func(r *Reading) {
			t := &r.Brief.Rhythm
			if meter, known := table.Find(rhythm.Meters, t.Meter); known {
				t.BeatsPerBar = &meter.BeatsPerBar
			}
			fill(&t.BeatsPerBar, 4)
		},
		choices: func(*Reading) (out []Choice) {
			for n := 2; n <= 7; n++ {
				out = append(out, choice(fmt.Sprintf("%d beats to the bar", n), "", "rhythm.beatsPerBar", n))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if !r.Rhythm.Compound && r.Rhythm.BeatsPerBar != 4 {
				return ", ", fmt.Sprintf("%d beats to the bar", r.Rhythm.BeatsPerBar)
			}
			return
		},
	},
	{
		Path: "rhythm.pickUp", Title: "Pick-up", About: "Notes before the first bar; beats of a phrase.",
		Point: pointTime, Hint: "or type a number of notes",
		at: func(b *Brief) any { return &b.Rhythm.PickUp }, typed: asNumber,
		fill: func(r *Reading) { fill(&r.Brief.Rhythm.PickUp, 0) },
		choices: func(*Reading) []Choice {
			out := []Choice{choice("no pick-up", "", "rhythm.pickUp", nil)}
			for n := 1; n <= 3; n++ {
				out = append(out, choice(english.Count(n, "note", "notes")+" before the bar", "", "rhythm.pickUp", n))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if n := r.Rhythm.PickUp; n > 0 && r.Rhythm.Free {
				return ", with a pick-up of ", english.Count(n, "beat", "beats")
			} else if n > 0 {
				return ", with a pick-up of ", english.Count(n, "note", "notes")
			}
			return
		},
	},
	{
		Path: "rhythm.accentEvery", Title: "Accents", Between: between(0, rhythm.MaxBeatsPerBar),
		About: "Notes from accent to accent; 0 for the beats.", Point: pointTime, matters: walks,
		at:   func(b *Brief) any { return &b.Rhythm.AccentEvery },
		fill: func(r *Reading) { fill(&r.Brief.Rhythm.AccentEvery, 0) },
		choices: func(*Reading) []Choice {
			out := []Choice{choice("on the beats", "", "rhythm.accentEvery", nil)}
			for n := 2; n <= 5; n++ {
				out = append(out, choice("on every "+english.Every(n)+" note", "", "rhythm.accentEvery", n))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if n := r.Rhythm.AccentEvery; n > 0 && walks(r) {
				return ", ", "an accent on every " + english.Every(n) + " note"
			}
			return
		},
	},
}}

// makeRhythm is the rhythm, whose measures are checked together: a pick-up is
// shorter than the bar. Swing is for eighths of simple meters.
func makeRhythm(r *Reading, f *fault.List) {
	b := r.Brief.Rhythm
	meter, _ := table.Find(rhythm.Meters, b.Meter)
	r.Rhythm = rhythm.Rhythm{
		PerBeat: *b.PerBeat, TempoBPM: *b.TempoBPM, BeatsPerBar: *b.BeatsPerBar, Compound: meter.Compound,
		Free:   playsPhrase(r),
		PickUp: *b.PickUp, Swing: b.Swing && *b.PerBeat == 2 && !meter.Compound, AccentEvery: *b.AccentEvery,
	}
	if field, err := r.Rhythm.Validate(); err != nil && !f.Has("rhythm."+field) {
		f.Add("rhythm."+field, err)
	}
}
