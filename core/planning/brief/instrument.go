package brief

import (
	"fmt"
	"strconv"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// The headings of the fine points.
const (
	pointPlace  = "Place"
	pointHand   = "Hand"
	pointRun    = "Run"
	pointTime   = "Time"
	pointReader = "Names and instrument"
)

var instrumentGroup = Group{Head: "instrument.id", first: true, make: makeNeck, Fields: []Field{
	{
		Path: "instrument.id", Title: "Instrument", About: "Id of an instrument of the catalogue.",
		at:    func(b *Brief) any { return &b.Instrument.ID },
		check: checkInstrumentID, makes: theInstrument, choices: instruments,
		say: func(r *Reading) (string, string) {
			if r.Brief.Instrument.LeftHanded {
				return "On a ", "left-handed " + r.Instrument.Name
			}
			return "On " + r.Instrument.Article + " ", r.Instrument.Name
		},
	},
	{
		Path: "instrument.tuning", Title: "Tuning",
		About: "Pitches of the open strings, string 1 last; an octave that is left out is inferred.",
		Hint:  "or type the strings, string 1 last: D A D G A D",
		at:    func(b *Brief) any { return &b.Instrument.Tuning }, within: theInstrument, makes: theNeck,
		choices: tunings, typed: asTexts,
		say: func(r *Reading) (string, string) { return " tuned ", tuningWords(r) },
	},
	{
		Path: "instrument.capo", Title: "Capo",
		About: "Fret of a capo, 0 for none; all other frets are counted from it.", Point: pointPlace,
		Hint: "or type a fret; the others are counted from it",
		at:   func(b *Brief) any { return &b.Instrument.Capo }, within: theInstrument, makes: theNeck, typed: asNumber,
		choices: func(*Reading) []Choice {
			out := []Choice{choice("no capo", "", "instrument.capo", nil)}
			for fret := 1; fret <= 7; fret++ {
				out = append(out, choice(fmt.Sprintf("at fret %d", fret), "frets count from it",
					"instrument.capo", fret))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if capo := r.Brief.Instrument.Capo; capo > 0 {
				return " with a ", fmt.Sprintf("capo at fret %d", capo)
			}
			return
		},
	},
	{
		Path: "instrument.frets", Title: "Number of frets", Between: between(neck.MinFrets, neck.MaxFrets),
		About: "Frets of the neck, the instrument's own where it is not given.", Point: pointReader,
		Hint: "type a number",
		at:   func(b *Brief) any { return &b.Instrument.Frets }, within: theInstrument, makes: theNeck, typed: asNumber,
		fill: func(r *Reading) {
			if r.Instrument.ID != "" { // where it is not known, its own number is not either
				fill(&r.Brief.Instrument.Frets, r.Instrument.Frets)
			}
		},
		choices: func(*Reading) (out []Choice) {
			for _, n := range []int{12, 15, 17, 19, 20, 21, 22, 24} {
				out = append(out, choice(fmt.Sprintf("%d frets", n), "", "instrument.frets", n))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if n := *r.Brief.Instrument.Frets; n != r.Instrument.Frets {
				return ", ", fmt.Sprintf("%d frets", n)
			}
			return
		},
	},
	{
		Path: "instrument.scaleLengthMm", Title: "Scale length", About: "From nut to bridge in mm.",
		Point: pointReader, Hint: "type millimetres",
		at: func(b *Brief) any { return &b.Instrument.ScaleLengthMM }, within: theInstrument, typed: asNumber,
		choices: scaleLengths,
		fill:    func(r *Reading) { fill(&r.Brief.Instrument.ScaleLengthMM, r.Instrument.ScaleLengthMM) },
		check: func(r *Reading, f *fault.List) {
			if l := *r.Brief.Instrument.ScaleLengthMM; r.Instrument.ID != "" && !(l >= neck.MinScaleLengthMM &&
				l <= neck.MaxScaleLengthMM) {
				f.Addf("instrument.scaleLengthMm", "%g was given: give %g to %g mm", l, neck.MinScaleLengthMM,
					neck.MaxScaleLengthMM)
			}
		},
		say: func(r *Reading) (lead, words string) {
			if mm := *r.Brief.Instrument.ScaleLengthMM; mm != r.Instrument.ScaleLengthMM {
				return ", ", fmt.Sprintf("%g mm from nut to bridge", mm)
			}
			return
		},
	},
	{
		Path: "instrument.leftHanded", Title: "Which hand", About: "Mirrors drawings; changes no data.",
		Point: pointReader,
		at:    func(b *Brief) any { return &b.Instrument.LeftHanded },
		choices: func(*Reading) []Choice {
			return []Choice{choice("right-handed", "", "instrument.leftHanded", nil), choice("left-handed",
				"mirrors every drawing", "instrument.leftHanded", true)}
		},
	},
	{
		Path: "instrument.courses", Title: "Strings in pairs", About: "Strings are in pairs.", Point: pointReader,
		at: func(b *Brief) any { return &b.Instrument.Courses }, within: theInstrument,
		fill: func(r *Reading) { fill(&r.Brief.Instrument.Courses, r.Instrument.Courses) },
		choices: func(*Reading) []Choice {
			return []Choice{choice("single strings", "", "instrument.courses", false),
				choice("courses: strings in pairs", "", "instrument.courses", true)}
		},
		say: func(r *Reading) (lead, words string) {
			switch paired := *r.Brief.Instrument.Courses; {
			case paired == r.Instrument.Courses:
				return
			case paired:
				return ", ", "strings in pairs"
			}
			return ", ", "single strings"
		},
	},
}}

// checkInstrumentID finds the instrument, which all other measures start from.
func checkInstrumentID(r *Reading, f *fault.List) {
	id := r.Brief.Instrument.ID
	found, ok := neck.FindInstrument(id)
	switch {
	case ok:
		r.Instrument = found
	case id == "":
		f.Addf("instrument.id", "no instrument was given: give one of %s", neck.InstrumentIDs())
	default:
		f.Addf("instrument.id", "no instrument is called %q: give one of %s", fault.Clip(id), neck.InstrumentIDs())
	}
}

// makeNeck strings the neck.
func makeNeck(r *Reading, f *fault.List) {
	in := &r.Brief.Instrument
	tuning := r.Instrument.Tuning
	if len(in.Tuning) > 0 {
		t, err := neck.InferTuning(in.Tuning, r.Instrument.Tuning)
		if err != nil {
			f.Add("instrument.tuning", err)
			return
		}
		tuning = t
	}
	n, err := neck.New(tuning, *in.Frets, *in.ScaleLengthMM)
	f.Add("instrument.tuning", err)
	if err == nil {
		n, err = n.Capo(in.Capo)
		f.Add("instrument.capo", err)
	}
	r.Neck = n
	in.Tuning = make([]string, len(tuning))
	for i, p := range tuning {
		in.Tuning[i] = p.String()
	}
}

// tuningWords are the open strings without the capo; with their octaves where
// nothing else tells them from the usual ones.
func tuningWords(r *Reading) string {
	usual := r.Instrument.Tuning
	names := make([]string, len(r.Brief.Instrument.Tuning))
	sameNames, samePitches := len(names) == len(usual), len(names) == len(usual)
	for i, w := range r.Brief.Instrument.Tuning {
		p := pitch.MustParse(w)
		names[i] = r.Say(p.Name)
		sameNames = sameNames && p.Name == usual[i].Name
		samePitches = samePitches && p == usual[i]
	}
	if sameNames && !samePitches {
		for i, w := range r.Brief.Instrument.Tuning {
			names[i] += strconv.Itoa(pitch.MustParse(w).Octave)
		}
	}
	return strings.Join(names, " ")
}

func instruments(r *Reading) (out []Choice) {
	for _, in := range neck.Instruments() {
		out = append(out, choice(in.Name, fmt.Sprintf("%s · %g mm", prettyTuning(in.Tuning), in.ScaleLengthMM),
			"instrument.id", in.ID))
	}
	return out
}

// tunings are those of the instrument. Where one is the present tuning higher or
// lower as a whole, the same shape in it is another key.
func tunings(r *Reading) (out []Choice) {
	for _, t := range neck.TuningsOf(r.Instrument) {
		words := pitchNames(t.Tuning)
		out = append(out, choice(t.Name, prettyTuning(t.Tuning), "instrument.tuning", words))
		if !r.met {
			continue
		}
		if by := higher(t.Tuning, r.Brief.Instrument.Tuning); by != 0 {
			tonic := carried(r.Scale.Tonic, by)
			out = append(out, Choice{
				Label: t.Name + ", same shape", Note: "sounds " + r.Say(tonic) + " " + r.Scale.Name,
				Changes: Changes{"instrument.tuning": words, "scale.tonic": tonic.String()}, keeps: true,
			})
		}
	}
	return out
}

// higher is how many semitones a tuning lies above another on every string; 0
// where that is not one number.
func higher(tuning []pitch.Pitch, than []string) (semitones int) {
	if len(tuning) != len(than) {
		return 0
	}
	for i, p := range tuning {
		by := p.MIDI() - pitch.MustParse(than[i]).MIDI()
		if i > 0 && by != semitones {
			return 0
		}
		semitones = by
	}
	return semitones
}

// carried is a tonic so many semitones higher: G a half step lower is G♭, F a half
// step higher F♯.
func carried(tonic pitch.Name, semitones int) pitch.Name {
	n := scale.UsualTonic(tonic.Class() + semitones)
	if flat := pitch.MustParseName("Gb"); n.Class() == flat.Class() && semitones < 0 {
		return flat
	}
	return n
}

func scaleLengths(*Reading) (out []Choice) {
	lengths := map[float64]bool{}
	for _, in := range neck.Instruments() {
		lengths[in.ScaleLengthMM] = true
	}
	for mm := neck.MinScaleLengthMM; mm <= neck.MaxScaleLengthMM; mm++ {
		if lengths[mm] {
			out = append(out, choice(fmt.Sprintf("%g mm", mm), "", "instrument.scaleLengthMm", mm))
		}
	}
	return out
}

func pitchNames(tuning []pitch.Pitch) []string {
	out := make([]string, len(tuning))
	for i, p := range tuning {
		out[i] = p.String()
	}
	return out
}

func prettyTuning(tuning []pitch.Pitch) string {
	return pitch.Pretty(strings.Join(pitchNames(tuning), " "))
}

// rowsOf are the plain rows of a table, made once.
func rowsOf[C table.Choice](choices []C) []table.Row { return table.Rows(choices) }

func prettyWords(words []string) string { return pitch.Pretty(strings.Join(words, " ")) }
