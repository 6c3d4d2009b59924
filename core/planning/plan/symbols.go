package plan

import (
	"slices"

	"evenladder/core/base/fault"
	"evenladder/core/base/number"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/music/line"
	"evenladder/core/music/piece"
	"evenladder/core/music/run"
	"evenladder/core/music/way"
	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
)

// throughSymbols runs through chords that are written as symbols, in the range of the box: the first up, the
// next down, each from the note that lies nearest to the last. Notes outside the scale lie where the hand
// reaches them from the box.
func (m *maker) throughSymbols(b fingered) (sequence, error) {
	low, high := b.Notes[0].MIDI, b.Notes[0].MIDI
	for _, n := range b.Notes {
		low, high = min(low, n.MIDI), max(high, n.MIDI)
	}
	own := *m
	own.Way, _ = table.Find(way.Ways, way.Box)
	var names []pitch.Name
	s := sequence{by: b.by, strict: b.strict, home: b.Hand, symbols: map[int]*piece.Chord{}}
	last := -1
	for k, c := range m.Through {
		tones := tonesOfChord(c, low, high, last, k%2 == 0)
		if order := m.Tones.Of(len(c.Notes()), k, seedOf(m.Brief.Run.Seed)); order != nil {
			tones = tonesInOrder(c, order, low, high, last)
		}
		if len(tones) == 0 {
			return sequence{}, fault.At(
				"run.chords",
				"no note of %s is in this box: give a box with more notes",
				c.Symbol,
			)
		}
		s.symbols[len(names)] = m.chordOf(SoundingChord{Symbol: c.Symbol, Notes: namesOf(c)})
		for _, t := range tones {
			names = append(names, t.name)
			own.Phrase.Notes = append(
				own.Phrase.Notes[:len(names)-1:len(names)-1],
				line.Note{MIDI: t.midi, At: float64(len(names) - 1), Beats: 1},
			)
			last = t.midi
		}
	}
	if len(names) > maxNotes {
		return sequence{}, fault.At(
			"run.chords",
			"the run would have %d notes: give fewer chords, or fewer octaves or strings, for %d at most",
			len(names),
			maxNotes,
		)
	}
	laid, err := own.layPhrase(b)
	if err != nil {
		return sequence{}, fault.At("run.chords", "these chords are beyond this box: give another box, or other chords")
	}
	s.steps, s.length = make([]step, len(names)), len(names)
	for k, n := range laid.notes {
		st := step{
			Note:  layout.Note{Place: laid.Places[k], MIDI: n.MIDI, Degree: m.Scale.Index(n.MIDI)},
			at:    laid.Places[k],
			inBox: -1,
			allow: hand.AnyFinger,
			slot:  k,
			slots: 1,
		}
		st.degree, _ = m.Scale.Tonic.DegreeOf(names[k])
		st.inBox = slices.IndexFunc(b.Notes, func(of layout.Note) bool { return of.Place == st.at })
		if st.inBox >= 0 {
			st.allow = b.allowed(st.at)
		}
		s.steps[k] = st
	}
	if m.Fit == run.Repeat {
		s = m.filled(s)
	}
	m.fingerSequence(&s)
	return s, nil
}

// chordTone is a note of a chord at a pitch.
type chordTone struct {
	midi int
	name pitch.Name
}

// tonesOfChord are the notes of a chord between two pitches: upwards or downwards from the one nearest to the
// last note, the first time from its lowest root on.
func tonesOfChord(c chord.Chord, low, high, last int, up bool) []chordTone {
	var all []chordTone
	for midi := low; midi <= high; midi++ {
		for _, n := range c.Notes() {
			if n.Class() == midi%layout.Octave {
				all = append(all, chordTone{midi, n})
			}
		}
	}
	if len(all) == 0 {
		return nil
	}
	from := 0
	for i, t := range all {
		if last < 0 && t.name == c.Root {
			from = i
			break
		}
		if number.Abs(t.midi-last) < number.Abs(all[from].midi-last) && last >= 0 {
			from = i
		}
	}
	again := all[from].midi == last
	if up {
		if again && from+2 < len(all) {
			from++
		}
		return all[from:]
	}
	if again && from > 1 {
		from--
	}
	down := slices.Clone(all[:from+1])
	slices.Reverse(down)
	return down
}

// stepUp is how far up the next note of a chord may be though it stands before the last in the chord: from its seventh to
// its root.
const stepUp = 2

// tonesInOrder are the notes of a chord, each once, in an order of indexes from the root up: the first nearest to the last
// note before, or as low as can be, and each further one above the note before where it stands higher in the chord. All lie
// between two pitches; a note that would not goes the other way, and one that has no place there is left out.
func tonesInOrder(c chord.Chord, order []int, low, high, last int) (out []chordTone) {
	names := c.Notes()
	for k, i := range order {
		class := names[i].Class()
		lowest := low + ((class-low)%layout.Octave+layout.Octave)%layout.Octave
		midi := lowest
		for m := lowest; m <= high; m += layout.Octave {
			nearer := number.Abs(m-last) < number.Abs(midi-last)
			switch {
			case last < 0:
			case k == 0 && nearer, k > 0 && better(m, midi, last, i > order[k-1]):
				midi = m
			}
		}
		if midi > high {
			continue
		}
		out = append(out, chordTone{midi, names[i]})
		last = midi
	}
	return out
}

// better reports whether a pitch goes on from the last note better than another: the right way, and no further than it has
// to.
func better(m, than, last int, up bool) bool {
	right := func(midi int) bool {
		if step := midi - last; !up && step > 0 {
			return step <= stepUp
		}
		return up == (midi > last)
	}
	if right(m) != right(than) {
		return right(m)
	}
	return number.Abs(m-last) < number.Abs(than-last)
}

// seedOf is the number of shuffled orders; 0 where they are not shuffled.
func seedOf(n *int) int {
	if n == nil {
		return 0
	}
	return *n
}

func namesOf(c chord.Chord) (out []string) {
	for _, n := range c.Notes() {
		out = append(out, n.String())
	}
	return out
}
