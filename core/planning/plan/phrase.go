package plan

import (
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/music/line"
	"evenladder/core/music/run"
	"evenladder/core/music/way"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// octavesTried are how far a phrase is moved until it lies in a box, the nearest first.
var octavesTried = []int{0, 1, -1, 2, -2, 3, -3}

// laidPhrase is a phrase on the neck, and what gave way so that it lies there.
type laidPhrase struct {
	way.Laid
	notes   []line.Note
	octaves int    // higher than it is written
	instead string // name of the way, where not that which was asked for
}

// layPhrase lays the phrase of the brief: as it asks, an octave or more away where it does not lie so
// at its own pitch, or else wherever it lies easiest.
func (m *maker) layPhrase(b fingered) (laidPhrase, error) {
	easiest, _ := table.Find(way.Ways, way.Least)
	h := m.hands.of(b.by)
	for _, w := range []way.Way{m.Way, easiest} {
		for _, octaves := range octavesTried {
			f := way.Field{Request: m.Request, Notes: moved(m.Phrase.Notes, octaves), Scale: m.Scale, Box: b.Box}
			f.Apart = fretsApart(f)
			laid, ok := w.Lay(h, f, m.Brief.Run.At)
			if !ok {
				continue
			}
			out := laidPhrase{Laid: laid, notes: f.Notes, octaves: octaves}
			if w.ID != m.Way.ID {
				out.instead = w.Name
			}
			return out, nil
		}
	}
	return laidPhrase{}, fault.At(
		"run.phrase",
		"it has a wider range than this neck has from fret %d to %d: give a phrase with a smaller range, or a wider stretch of the neck",
		m.Request.LowFret,
		m.Request.HighFret,
	)
}

func moved(notes []line.Note, octaves int) []line.Note {
	out := make([]line.Note, len(notes))
	for i, n := range notes {
		n.MIDI += octaves * layout.Octave
		out[i] = n
	}
	return out
}

// fretsApart is how many frets the places that the phrase was written with lie higher in this key.
func fretsApart(f way.Field) int {
	for _, n := range f.Notes {
		if n.Place != nil && n.Place.String <= f.Request.Neck.Strings() {
			return n.MIDI - f.Request.Neck.MIDI(*n.Place)
		}
	}
	return 0
}

// phrase is the phrase of the brief as a sequence.
func (m *maker) phrase(b fingered) (sequence, error) {
	laid, err := m.layPhrase(b)
	if err != nil {
		return sequence{}, err
	}
	given := line.Fingers(laid.notes)
	if m.Way.ID != way.AsGiven || laid.instead != "" {
		given = nil
	}
	degrees := line.Degrees(laid.notes, m.Scale)
	s := sequence{by: b.by, strict: b.strict, steps: make([]step, len(laid.notes)), phrase: &laid}
	for k, n := range laid.notes {
		p := laid.Places[k]
		st := step{Note: layout.Note{Place: p, MIDI: n.MIDI, Degree: m.Scale.Index(n.MIDI)}, at: p, inBox: -1,
			allow: b.allowed(p)}
		if k > 0 && line.Ticks(n.At) == line.Ticks(laid.notes[k-1].At+laid.notes[k-1].Beats) {
			st.as = n.Stroke // after a rest it is struck
		}
		st.slot, st.slots, st.degree = line.Ticks(n.At), line.Ticks(n.Beats), degrees[k]
		for i, of := range b.Notes {
			if of.Place == p {
				st.inBox = i
			}
		}
		if given != nil {
			st.allow = given[k]
		}
		s.steps[k] = st
	}
	s.length = line.Ticks(m.Phrase.Beats())
	if m.Fit == run.Repeat {
		s = m.filled(s)
	}
	m.fingerSequence(&s)
	return s, nil
}

// filled is a phrase that is played again until it fills whole bars. What would take too many notes
// is played once.
func (m *maker) filled(once sequence) sequence {
	out := once
	for m.Rhythm.RestBeats(out.length) > 0 {
		if len(out.steps)+len(once.steps) > maxRepeated {
			once.uneven = true
			return once
		}
		out.steps = slices.Clip(out.steps)
		out.add(once)
	}
	return out
}

// phraseOpening is the widest opening of the phrase as it is played.
func (m *maker) phraseOpening(s sequence) hand.Opening {
	places, _ := s.path()
	return hand.Summarize(m.Neck, m.Style.Limits, places, s.touches).Comfortable
}

// whyOfPhrase is why a note of the phrase has its finger.
func (m *maker) whyOfPhrase(b fingered, note int) (FingerReason, error) {
	s, err := m.phrase(b)
	if err != nil {
		return FingerReason{}, err
	}
	if note < 0 || note >= len(s.steps) {
		return FingerReason{}, fault.At("note", "%d was given: this phrase has notes 0 to %d", note, len(s.steps)-1)
	}
	places, _ := s.path()
	f := fingered{by: s.by, Fingering: &hand.Fingering{Touches: s.touches}}
	f.Report = hand.Summarize(m.Neck, m.Style.Limits, places, f.Touches)
	for _, st := range s.steps {
		f.Notes = append(f.Notes, layout.Note{Place: st.at, MIDI: st.MIDI, Degree: st.Degree})
	}
	return FingerReason{Why: m.why(f, note), Free: []string{}, Fingers: []FingerWay{}}, nil
}

// nameOf is the name of a note outside the scale: that of its degree, or where this would take more
// than two signs the usual one of its sound.
func nameOf(s scale.Scale, d pitch.Degree, midi int) pitch.Name {
	name := s.Tonic.Degree(d)
	if a := name.Accidental(); a < -pitch.MaxAccidental || a > pitch.MaxAccidental {
		return scale.UsualTonic(midi % layout.Octave)
	}
	return name
}

// phraseCautions say what of a phrase gave way.
func (m *maker) phraseCautions(l *laidPhrase) (out []Caution) {
	if l == nil {
		return nil
	}
	if l.instead != "" {
		out = append(out, said(CautionPhraseWay, "The phrase doesn't fit %s, so it's played %s.", m.Way.Name, l.instead))
	}
	if n := l.octaves; n != 0 {
		direction := "higher"
		if n < 0 {
			direction, n = "lower", -n
		}
		out = append(out, said(CautionPhraseOctave,
			"The phrase is played %s %s than written, so that it fits here.",
			english.Count(n, "octave", "octaves"), direction))
	}
	return out
}
