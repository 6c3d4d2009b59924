package plan

import (
	"fmt"
	"slices"

	"evenladder/core/hand"
	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/run"
)

// maxEvents bounds a run that is repeated to fill whole bars.
const maxEvents = 2000

// Fits are the ways to fill the last bar, in picker order.
var Fits = []run.Option{
	{ID: "as-is", Phrase: "stopping with the last note"}, {ID: "rests", Phrase: "with rests to the bar line"},
	{ID: "long-last", Phrase: "holding the last note to the bar line"}, {ID: "repeat", Phrase: "repeated until it fills whole bars"},
}

// chained is the chosen box with the boxes that lead on from it, root to root:
// each goes on from the note after the root that it shares.
func (j *job) chained(b fingered, boxes []layout.Box) fingered {
	long := fingered{Box: b.Box, school: b.school, strict: b.strict}
	long.Notes = slices.Clone(b.Notes)
	seen := map[int]bool{*j.brief.Layout.Box: true}
	for at := b.Box; len(at.Links) > 0 && !seen[at.Links[0].Box]; {
		next := at.Links[0].Box
		seen[next] = true
		shared := at.Links[0].To
		at = boxes[next]
		root := slices.IndexFunc(at.Notes, func(n layout.Note) bool { return n.Place == shared })
		top := long.Notes[len(long.Notes)-1].MIDI
		long.Notes = slices.DeleteFunc(long.Notes, func(n layout.Note) bool { return n.MIDI > at.Notes[root].MIDI && n.MIDI <= top })
		long.Notes = append(long.Notes, at.Notes[root+1:]...)
	}
	return long
}

// sequence is what a run plays: notes in order, where they are stopped, and
// what is asked of the hand that stops them.
type sequence struct {
	notes   []layout.Note
	places  []neck.Place
	inBox   []int // index into the notes of the chosen box; -1 in a box further on
	ask     hand.Ask
	school  int
	through []run.ChordAt // chords, where each begins
}

func (j *job) sequence(b fingered, boxes []layout.Box) (sequence, error) {
	own := b.Notes
	if j.brief.Run.Chain {
		b = j.chained(b, boxes)
	}
	order, through, err := j.order(b)
	if err != nil {
		return sequence{}, err
	}
	s := sequence{
		notes: make([]layout.Note, len(order)), places: j.runPlaces(b.Box, order), inBox: make([]int, len(order)),
		ask: j.ask(b, order), school: b.school, through: through,
	}
	for k, i := range order {
		s.notes[k], s.inBox[k] = b.Notes[i], i
		if i >= len(own) || b.Notes[i] != own[i] {
			s.inBox[k] = -1
		}
	}
	return s, nil
}

// play fingers a sequence, strikes it and puts it into time.
func (j *job) play(s sequence, names naming) Run {
	r := Run{Events: make([]Event, 0, len(s.notes))}
	report := j.perform(&r, s, j.handOf(s.school).Path(s.places, s.ask), 0)
	r.SpanMM, r.Shifts = tenth(report.SpanMM), report.Shifts
	j.name(r.Events, s, names)
	j.sumUp(&r, len(s.notes))
	r.TurnStrokes = turnStrokes(r.Events)
	return r
}

// name says the notes of a sequence in its own key, and the chords that it goes
// through.
func (j *job) name(events []Event, s sequence, names naming) {
	for k, n := range s.notes {
		events[k].NeckNote = names.note(s.places[k], n.MIDI, n.Degree)
	}
	j.chordsOfTheMoment(events, s.through)
}

// perform strikes a fingered sequence and adds its events, the first at a slot of
// the rhythm. The notes are yet to be named.
func (j *job) perform(r *Run, s sequence, touches []hand.Touch, slot int) hand.Report {
	strokes := j.strokes(s.places, touches)
	lean := *j.brief.Run.Lean
	for k, n := range s.notes {
		t, at := touches[k], j.rhythm.Slot(slot+k)
		onset, sounds := j.rhythm.Onset(slot + k)
		r.Events = append(r.Events, Event{
			N: len(r.Events) + 1, Finger: t.Finger, Bar: at.Bar, Beat: at.Beat, Beats: at.Beats, Count: at.Count, Accent: at.Accent,
			At: onset, Sounds: sounds, Lean: lean > 0 && run.ChordTone(n.Degree, lean, j.scale.Len(), 4),
			Stroke: strokes[k], Sweep: k > 0 && j.brief.Picking == "economy" && strokes[k] == strokes[k-1] && s.places[k].String != s.places[k-1].String,
			Reach: t.Reach.String(), Shift: t.Shift, Note: s.inBox[k],
		})
	}
	return hand.Summarize(j.neck, j.style.Limits, s.places, touches)
}

// chordsOfTheMoment marks where a chord begins: each that the run goes
// through, else the one that it leans on, else that on the tonic.
func (j *job) chordsOfTheMoment(events []Event, through []run.ChordAt) {
	if j.scale.Len() != 7 {
		return
	}
	switch lean := *j.brief.Run.Lean; {
	case len(through) > 0:
	case lean > 0:
		through = []run.ChordAt{{At: 0, Degree: lean, Size: 4}}
	default:
		through = []run.ChordAt{{At: 0, Degree: 1, Size: 3}}
	}
	for _, c := range through {
		if c.At < len(events) {
			events[c.At].Chord = &j.chords(c.Size)[c.Degree-1]
		}
	}
}

// order is the pattern over the box, with the ending and the filling that the
// brief asks for; and the chords that it goes through.
func (j *job) order(b fingered) (order []int, through []run.ChordAt, err error) {
	notes := make([]run.Note, len(b.Notes))
	for i, n := range b.Notes {
		notes[i] = run.Note{String: n.String, Step: j.stepOf(n.MIDI), Degree: n.Degree}
	}
	order = run.Order(notes, j.spec)
	if len(order) == 0 {
		return nil, nil, Errors{{j.figureField(), fmt.Sprintf("no figure of this pattern fits into the %d notes of the box: give a smaller one, or a box with more notes", len(notes))}}
	}
	switch land := j.brief.Run.LandOn; {
	case land != nil:
		target := slices.IndexFunc(b.Notes, func(n layout.Note) bool { return n.String == land.String && n.Fret == land.Fret })
		if target < 0 {
			return nil, nil, Errors{{"run.landOn", fmt.Sprintf("string %d, fret %d is not a note of this box: give one of its notes", land.String, land.Fret)}}
		}
		order = run.WalkTo(order, target)
	case j.brief.Run.Finish != "as-written":
		order = run.End(order, len(notes), func(i int) bool { return j.stable(notes[i].Degree) })
	}
	once := len(order)
	if j.brief.Run.Fit == "repeat" {
		order = j.repeated(order)
	}
	for _, c := range run.Chords(notes, j.spec) {
		for ; c.At < len(order); c.At += once {
			through = append(through, c)
		}
	}
	return order, through, nil
}

// repeated plays an order again until it fills whole bars, as far as
// maxEvents goes.
func (j *job) repeated(order []int) []int {
	once := order
	for j.rhythm.RestBeats(len(order)) > 0 && len(order)+len(once) <= maxEvents {
		order = append(order, once...)
	}
	return order
}

// figureField is the field of the brief that makes the figure of the pattern.
func (j *job) figureField() string {
	p, _ := run.FindPattern(j.spec.Pattern)
	switch {
	case p.Uses.Size:
		return "run.size"
	case p.Uses.Order:
		return "run.order"
	case p.Uses.Chords:
		return "run.chords"
	case p.Uses.Cell:
		return "run.cell"
	}
	return "run.pattern"
}

// stepOf counts the scale steps of a note above the tonic at MIDI 0 or below.
func (j *job) stepOf(midi int) int {
	return (midi-j.scale.Tonic.Class()+12)/12*j.scale.Len() + j.scale.Index(midi)
}

// strokes sound the run. Fingers pluck the strings as they lie, whatever their
// pitch.
func (j *job) strokes(places []neck.Place, touches []hand.Touch) []string {
	struck := make([]run.Struck, len(places))
	for k, p := range places {
		struck[k] = run.Struck{String: p.String, Fret: p.Fret, Finger: touches[k].Finger, Moved: touches[k].Shift != 0}
		for _, other := range j.request.Strings {
			if other > p.String {
				struck[k].Rank++
			}
		}
	}
	return run.Strokes(j.brief.Picking, struck, len(j.request.Strings))
}

// stable reports whether a run may end on this scale note: the root, or a note
// of the chosen chord. Scales without chords in thirds end on their first,
// third and fifth.
func (j *job) stable(index int) bool {
	if j.brief.Run.Finish == "root" {
		return index == 0
	}
	return j.inChord(index)
}

func (j *job) inChord(index int) bool {
	if j.scale.Len() == 7 {
		return run.ChordTone(index, *j.brief.Run.Chord, 7, 3)
	}
	number := j.scale.Formula[index].Number()
	return number == 1 || number == 3 || number == 5
}

// sumUp counts what a run of so many slots asks for and how it ends.
func (j *job) sumUp(r *Run, slots int) {
	r.Bars, r.Notes, r.NotesPerMinute = j.rhythm.Bars(slots), len(r.Events), j.rhythm.NotesPerMinute()
	rest := j.rhythm.RestBeats(slots)
	last := &r.Events[len(r.Events)-1]
	switch j.brief.Run.Fit {
	case "long-last":
		last.Beats += rest
		last.Sounds += rest
	case "rests":
		r.RestBeats = rest
	}
	r.EndsOn = EndsOn{last.Name, last.Degree, j.inChord(j.scale.Index(last.MIDI))}
	r.EqualTempos, r.OnStrings = []EqualTempo{}, []StringCount{}
	for _, t := range j.rhythm.EqualTempos() {
		r.EqualTempos = append(r.EqualTempos, EqualTempo{t.PerBeat, tenth(t.TempoBPM)})
	}
	stretch := 0
	counts := make([]int, j.neck.Strings()+1)
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
	for str := j.neck.Strings(); str > 0; str-- {
		if counts[str] > 0 {
			r.OnStrings = append(r.OnStrings, StringCount{str, counts[str]})
		}
	}
}

// turnStrokes compares how each string is first met on the way up and on the
// way down: "same", "opposite" or "mixed"; empty where the run does not turn.
func turnStrokes(events []Event) string {
	top := 0
	for k, e := range events {
		if e.MIDI > events[top].MIDI {
			top = k
		}
	}
	up, same, opposite := map[int]string{}, 0, 0
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
