package plan

import (
	"math"
	"slices"

	"evenladder/core/base/fault"
	"evenladder/core/base/number"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
)

// maxNotes bounds a run.
const maxNotes = 2000

// maxRepeated bounds a run that is repeated to fill whole bars.
const maxRepeated = 300

// chained is the chosen box with the boxes that lead on from it, root to root:
// each goes on from the note after the root that it shares. It ends with the last
// octave that is whole.
func (m *maker) chained(b fingered) fingered {
	long := fingered{Box: b.Box, by: b.by, strict: b.strict, held: b.held, own: b.fingersByPlace()}
	long.Notes = slices.Clone(b.Notes)
	seen := map[int]bool{m.Box(): true}
	for at := b.Box; len(at.Links) > 0 && !seen[at.Links[0].Box]; {
		next := at.Links[0].Box
		if !m.Boxes[next].Complete() {
			break
		}
		seen[next] = true
		shared := at.Links[0].To
		at = m.Boxes[next]
		for place, finger := range m.finger(at).fingersByPlace() {
			if _, known := long.own[place]; !known {
				long.own[place] = finger
			}
		}
		root := slices.IndexFunc(at.Notes, func(n layout.Note) bool { return n.Place == shared })
		top := long.Notes[len(long.Notes)-1].MIDI
		long.Notes = slices.DeleteFunc(long.Notes, func(n layout.Note) bool {
			return n.MIDI > at.Notes[root].MIDI &&
				n.MIDI <= top
		})
		long.Notes = append(long.Notes, at.Notes[root+1:]...)
	}
	return long
}

// along is the chosen box as far as a string, that string up to the same box an
// octave higher, and that box from there on.
func (m *maker) along(b fingered, str int) (fingered, error) {
	if !m.Request.Moves(b.Box, 1) {
		return b, fault.At(
			"run.along",
			"string %d was given: this box has no place 12 frets higher; give 0, or a box or a stretch of the neck with room",
			str,
		)
	}
	higher := layout.Moved(b.Box, 1)
	on := func(n layout.Note) bool { return n.String == str }
	from, to := slices.IndexFunc(b.Notes, on), slices.IndexFunc(higher.Notes, on)
	if from < 0 {
		return b, fault.At("run.along", "string %d was given, which has no note in this box: give a string of the box",
			str)
	}
	long := b
	long.own = b.fingersByPlace()
	for place, finger := range b.fingersByPlace() {
		if place.Fret > 0 {
			long.own[neck.Place{String: place.String, Fret: place.Fret + layout.Octave}] = finger
		}
	}
	long.Notes = slices.Clone(b.Notes[:from+1])
	for fret := b.Notes[from].Fret + 1; fret < higher.Notes[to].Fret; fret++ {
		at := neck.Place{String: str, Fret: fret}
		if degree := m.Scale.Index(m.Neck.MIDI(at)); degree >= 0 {
			long.Notes = append(long.Notes, layout.Note{Place: at, MIDI: m.Neck.MIDI(at), Degree: degree})
		}
	}
	long.Notes = append(long.Notes, higher.Notes[to:]...)
	return long, nil
}

// step is one note of a run: where it is stopped and what is asked of the hand.
type step struct {
	layout.Note
	at    neck.Place // where it is stopped, which may be another place of its pitch
	inBox int        // index into the notes of the chosen box; -1 in a box further on
	hold  bool       // it follows the one before under one hand
	allow hand.Fingers
	own   int // finger of the place in its box, 0 where it has none

	slot, slots int          // of the rhythm, from the start of the sequence: where it begins, how many it has
	as          run.Stroke   // that a phrase asks for, empty for what the picking gives
	degree      pitch.Degree // of a note that the scale may not have; not valid elsewhere
}

// sequence is what a run plays, before it is put into time.
type sequence struct {
	steps   []step
	touches []hand.Touch
	differs []string // why a note has another finger than its box gives it, empty where it has not
	by      player
	home    int // position where the hand is at home, 0 for none
	strict  bool
	through []run.ChordAt        // chords, where each begins
	symbols map[int]*piece.Chord // the same, where they are symbols
	uneven  bool                 // it ought to be repeated until it fills whole bars, and does not come to that
	length  int                  // slots of the rhythm
	phrase  *laidPhrase          // that it is, nil where it goes through a box
}

// path is the sequence as a hand is asked for it.
func (s sequence) path() ([]neck.Place, hand.Ask) {
	places, ask := make([]neck.Place, len(s.steps)), hand.Ask{Strict: s.strict, Home: s.home}
	for k, step := range s.steps {
		places[k] = step.at
		if step.hold && ask.Hold == nil {
			ask.Hold = make([]bool, len(s.steps))
		}
		if step.hold {
			ask.Hold[k] = true
		}
		if step.allow != hand.AnyFinger && ask.Allow == nil {
			ask.Allow = slices.Repeat([]hand.Fingers{hand.AnyFinger}, len(s.steps))
		}
		if ask.Allow != nil {
			ask.Allow[k] = step.allow
		}
		if step.own > 0 && ask.Own == nil {
			ask.Own = make([]int, len(s.steps))
		}
		if step.own > 0 {
			ask.Own[k] = step.own
		}
	}
	return places, ask
}

func (m *maker) sequenceOf(b fingered) (sequence, error) {
	if m.Pattern.Uses.Phrase {
		return m.phrase(b)
	}
	if m.Pattern.Uses.Chords && len(m.Through) > 0 {
		return m.throughSymbols(b)
	}
	own := b.Notes
	b.own = b.fingersByPlace()
	if m.Brief.Run.Chain {
		b = m.chained(b)
	}
	if str := m.Brief.Run.Along; str > 0 {
		var err error
		if b, err = m.along(b, str); err != nil {
			return sequence{}, err
		}
	}
	order, through, err := m.order(b)
	if err != nil {
		return sequence{}, err
	}
	uneven := m.Fit == run.Repeat && m.Rhythm.RestBeats(len(order)) > 0
	places, ask := m.runPlaces(b.Box, order), m.ask(b, order)
	s := sequence{steps: make([]step, len(order)), by: b.by, home: b.Hand, strict: b.strict, through: through,
		uneven: uneven, length: len(order)}
	for k, i := range order {
		s.steps[k] = step{
			Note: b.Notes[i], at: places[k], inBox: i, hold: ask.Hold != nil && ask.Hold[k],
			allow: b.allowed(places[k]), own: b.own[places[k]], slot: k, slots: 1,
		}
		if own := b.own[places[k]]; own > 0 && m.System.ID == fourPerString && stepwise(order, k) {
			s.steps[k].allow &= hand.Only(own) // its way is held wherever the run goes by steps
		}
		if i >= len(own) || b.Notes[i] != own[i] {
			s.steps[k].inBox = -1
		}
	}
	if b.Fingering != nil && slices.Equal(order, upTo(len(own))) && !m.Brief.Run.Chain { // the box as it is fingered
		s.touches, s.differs = slices.Clone(b.Touches), make([]string, len(order))
		return s, nil
	}
	m.fingerSequence(&s)
	return s, nil
}

// stepwise reports whether a run comes to a note and leaves it by a step.
func stepwise(order []int, k int) bool {
	step := func(a, b int) bool { return a-b <= 1 && b-a <= 1 }
	return (k == 0 || step(order[k-1], order[k])) && (k+1 == len(order) || step(order[k], order[k+1]))
}

// fingerSequence fingers what a run plays: by the fingers of the box, but for
// notes whose order makes others clearly cheaper, which it says.
func (m *maker) fingerSequence(s *sequence) {
	places, ask := s.path()
	s.touches = m.hands.of(s.by).Path(places, ask)
	s.differs = m.differences(s.by, places, s.touches, ask)
}

// play strikes a fingered sequence and puts it into time.
func (m *maker) play(s sequence) Run {
	r := Run{Events: make([]piece.Event, 0, len(s.steps)), Keys: []piece.Key{m.key(0)}}
	report := m.perform(&r, s, m.rings(s), 0)
	r.SpanMM, r.Shifts = number.Tenth(report.SpanMM), report.Shifts
	r.SaysChords = m.name(r.Events, s)
	m.sumUp(&r, s.length)
	r.TurnStrokes = turnStrokes(r.Events)
	return r
}

// name says the notes of a sequence in its own key, and the chords that it goes
// through.
func (m *maker) name(events []piece.Event, s sequence) (saysChords bool) {
	for k, n := range s.steps {
		if n.Degree < 0 {
			events[k].Note = piece.Note{Place: n.at, MIDI: n.MIDI, Name: nameOf(m.Scale, n.degree, n.MIDI).String(),
				Degree: n.degree.String()}
			continue
		}
		events[k].Note = m.names.note(n.at, n.MIDI, n.Degree)
	}
	for at, c := range s.symbols {
		events[at].Chord = c
	}
	return len(s.symbols) > 0 || m.chordsOfTheMoment(events, s.through)
}

// perform strikes a fingered sequence and adds its events, the first at a slot of
// the rhythm. The notes are yet to be named.
func (m *maker) perform(r *Run, s sequence, rings []int, slot int) hand.Report {
	sounds := m.sounds(s.steps, s.touches, m.lead(slot))
	lean := *m.Brief.Run.Lean
	places, _ := s.path()
	for k, n := range s.steps {
		t, at := s.touches[k], m.Rhythm.Slot(slot+n.slot)
		onset, beats := m.Rhythm.Onset(slot + n.slot)
		at.Beats *= float64(n.slots)
		beats *= float64(n.slots)
		if rings != nil && k+rings[k] < len(s.steps) {
			cut, _ := m.Rhythm.Onset(slot + s.steps[k+rings[k]].slot)
			beats = cut - onset
		}
		r.Events = append(r.Events, piece.Event{
			N:      len(r.Events) + 1,
			Finger: t.Finger,
			Bar:    at.Bar,
			Beat:   at.Beat,
			Beats:  at.Beats,
			Count:  at.Count,
			Accent: at.Accent,
			At:     onset,
			Sounds: beats,
			Lean: lean > 0 && n.Degree >= 0 && run.ChordTone(n.Degree, lean, m.Scale.Len(),
				4),
			Stroke:  sounds[k].Stroke,
			Sweep:   sounds[k].Sweep,
			Slur:    sounds[k].Slur,
			Reach:   t.Reach.String(),
			Shift:   t.Shift,
			InBox:   n.inBox,
			Differs: s.differs[k],
		})
	}
	return hand.Summarize(m.Neck, m.Style.Limits, places, s.touches)
}

// rings counts the notes that each note of a sequence sounds through; nil where
// notes do not ring on.
func (m *maker) rings(s sequence) []int {
	if !m.System.Uses.Rings {
		return nil
	}
	places, _ := s.path()
	return m.hands.of(s.by).Rings(places, s.touches)
}

// order is the pattern over the box, with the ending and the filling that the
// brief asks for; and the chords that it goes through.
func (m *maker) order(b fingered) (order []int, through []run.ChordAt, err error) {
	notes := make([]run.Note, len(b.Notes))
	for i, n := range b.Notes {
		notes[i] = run.Note{String: n.String, Step: m.stepOf(n.MIDI), Degree: n.Degree}
	}
	order = run.Order(notes, m.Spec)
	if len(order) == 0 {
		return nil, nil, fault.At(
			m.figureField(),
			"this pattern doesn't fit into the %d notes of the box: give a smaller one, or a box with more notes",
			len(notes),
		)
	}
	switch land := m.Brief.Run.LandOn; {
	case land != nil:
		target := slices.IndexFunc(b.Notes, func(n layout.Note) bool {
			return n.String == land.String &&
				n.Fret == land.Fret
		})
		if target < 0 {
			return nil, nil, fault.At("run.landOn",
				"string %d, fret %d isn't in this box: give one of its notes", land.String, land.Fret)
		}
		order = run.WalkTo(order, target)
	case m.Finish != run.AsWritten:
		order = run.End(order, len(notes), func(i int) bool { return m.stable(notes[i].Degree) })
	}
	if len(order) > maxNotes {
		return nil, nil, fault.At(m.figureField(),
			"the run would have %d notes: give a smaller figure, or fewer octaves or strings, for %d at most",
			len(order), maxNotes)
	}
	once := len(order)
	if m.Fit == run.Repeat {
		order = m.repeated(order)
	}
	for _, c := range run.Chords(notes, m.Spec) {
		for ; c.At < len(order); c.At += once {
			through = append(through, c)
		}
	}
	return order, through, nil
}

// repeated plays an order again until it fills whole bars. What would take too
// many notes is played once.
func (m *maker) repeated(order []int) []int {
	times := 1
	for m.Rhythm.RestBeats(times*len(order)) > 0 {
		if times++; times*len(order) > maxRepeated {
			return order
		}
	}
	return slices.Repeat(order, times)
}

// figureField is the field of the brief that makes the figure of the pattern.
func (m *maker) figureField() string {
	switch {
	case m.Pattern.Uses.Size:
		return "run.size"
	case m.Pattern.Uses.Order:
		return "run.order"
	case m.Pattern.Uses.Chords:
		return "run.chords"
	case m.Pattern.Uses.Cell:
		return "run.cell"
	case m.Pattern.Uses.Phrase:
		return "run.phrase"
	}
	return "run.pattern"
}

// stepOf counts the scale steps of a note above the tonic at MIDI 0 or below.
func (m *maker) stepOf(midi int) int {
	return (midi-m.Scale.Tonic.Class()+12)/12*m.Scale.Len() + m.Scale.Index(midi)
}

// lead is how many notes from a slot on come before a bar.
func (m *maker) lead(slot int) int {
	if slot == 0 {
		return m.Rhythm.PickUp
	}
	return 0
}

// sounds are the strokes of the run. Fingers pluck the strings as they lie,
// whatever their pitch.
func (m *maker) sounds(steps []step, touches []hand.Touch, lead int) []run.Sound {
	struck := make([]run.Struck, len(steps))
	for k, step := range steps {
		p := step.at
		struck[k] = run.Struck{String: p.String, Fret: p.Fret, Finger: touches[k].Finger, Moved: touches[k].Shift != 0, As: step.as}
		for _, other := range m.Request.Strings {
			if other > p.String {
				struck[k].Rank++
			}
		}
	}
	return m.Picking.Sounds(struck, len(m.Request.Strings), lead)
}

// sumUp counts what a run of so many slots asks for and how it ends.
func (m *maker) sumUp(r *Run, slots int) {
	r.Rhythm = m.Rhythm
	r.Bars, r.Notes, r.NotesPerMinute = m.Rhythm.Bars(slots), len(r.Events), m.Rhythm.NotesPerMinute()
	if m.Rhythm.Free {
		r.NotesPerMinute = int(math.Round(float64(r.Notes*m.Rhythm.TempoBPM*m.Rhythm.Slots()) / float64(slots)))
	}
	rest := m.Rhythm.RestBeats(slots)
	last := &r.Events[len(r.Events)-1]
	switch m.Fit {
	case run.LongLast:
		last.Beats += rest
		last.Sounds += rest
	case run.Rests:
		r.RestBeats = rest
	}
	r.EndsOn = EndsOn{m.Naming.Label(pitch.MustParseName(last.Name), pitch.MustParseDegree(last.Degree)), last.Name,
		last.Degree, m.endsInChord(r)}
	r.EqualTempos, r.OnStrings = []EqualTempo{}, []StringCount{}
	for _, t := range m.Rhythm.EqualTempos() {
		r.EqualTempos = append(r.EqualTempos, EqualTempo{t.PerBeat, m.Rhythm.SubdivisionName(t.PerBeat),
			number.Tenth(t.TempoBPM)})
	}
	stretch := 0
	counts := make([]int, m.Neck.Strings()+1)
	for k, e := range r.Events {
		counts[e.String]++
		if k > 0 && e.String != r.Events[k-1].String {
			r.Crossings++
			stretch = 0
		}
		if e.Sweep {
			r.Sweeps++
		}
		stretch++
		r.LongestOnString = max(r.LongestOnString, stretch)
	}
	for str := m.Neck.Strings(); str > 0; str-- {
		if counts[str] > 0 {
			r.OnStrings = append(r.OnStrings, StringCount{str, counts[str]})
		}
	}
}

// turnStrokes compares how each string is first met on the way up and on the
// way down: "same", "opposite" or "mixed"; empty where the run does not turn.
func turnStrokes(events []piece.Event) string {
	top := 0
	for k, e := range events {
		if e.MIDI > events[top].MIDI {
			top = k
		}
	}
	up, same, opposite := map[int]run.Stroke{}, 0, 0
	for k, e := range events {
		crossed := k == 0 || e.String != events[k-1].String
		switch {
		case k <= top:
			if _, met := up[e.String]; crossed && !met {
				up[e.String] = e.Stroke
			}
		case crossed && up[e.String] != "":
			if up[e.String] == e.Stroke {
				same++
			} else {
				opposite++
			}
			delete(up, e.String)
		}
	}
	switch {
	case same+opposite == 0:
		return ""
	case opposite == 0:
		return "same"
	case same == 0:
		return "opposite"
	}
	return "mixed"
}
