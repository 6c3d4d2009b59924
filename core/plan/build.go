package plan

import (
	"math"
	"strconv"

	"evenladder/core/hand"
	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/run"
)

// Build works the plan out. A brief that cannot be met gives Errors, one for
// each field concerned.
func Build(b Brief) (Plan, error) {
	j, err := resolve(b)
	if err != nil {
		return Plan{}, err
	}
	boxes, err := j.system.Boxes(j.request)
	if err != nil {
		return Plan{}, Errors{{"layout.system", err.Error()}}
	}
	if len(boxes) == 0 {
		return Plan{}, Errors{{"layout.highFret", "no note of the scale lies within these frets: give a wider stretch of the neck"}}
	}
	at := *j.brief.Layout.Box
	if at >= len(boxes) {
		return Plan{}, Errors{{"layout.box", strconv.Itoa(at) + " was given: this layout has boxes 0 to " + strconv.Itoa(len(boxes)-1)}}
	}
	names := newNaming(j)
	parts := j.sentence()
	p := Plan{
		Brief:         j.brief,
		Sentence:      sentenceBuilder(parts).text(),
		SentenceParts: parts,
		Scale:         j.scalePlan(),
		Neck:          j.neckPlan(names),
		Boxes:         make([]Box, len(boxes)),
		Box:           at,
	}
	p.Spoken = spokenSentence(p.Sentence)
	for i, box := range boxes {
		p.Boxes[i] = j.box(i, box, names)
	}
	p.Run = j.run(boxes[at], names)
	p.Cautions = j.cautions(p)
	return p, nil
}

// naming spells scale indexes once for the whole plan.
type naming struct {
	names, degrees, spoken []string
}

func newNaming(j job) naming {
	var n naming
	for i, name := range j.scale.Notes {
		n.names = append(n.names, name.String())
		n.degrees = append(n.degrees, j.scale.Formula[i].String())
		n.spoken = append(n.spoken, name.Spoken()+", "+spokenDegree(j.scale.Formula[i]))
	}
	return n
}

func (n naming) note(p neck.Place, midi, index int) NeckNote {
	return NeckNote{String: p.String, Fret: p.Fret, MIDI: midi, Name: n.names[index], Degree: n.degrees[index]}
}

func (j job) scalePlan() ScalePlan {
	s := ScalePlan{
		Title: j.scale.Title(), Steps: j.scale.Formula.Steps(), KeySignature: j.scale.KeySignature(),
		Related: []Related{}, Triads: j.chords(3), Sevenths: j.chords(4),
	}
	for i, n := range j.scale.Notes {
		s.Notes = append(s.Notes, n.String())
		s.Degrees = append(s.Degrees, j.scale.Formula[i].String())
	}
	for _, r := range j.scale.Related() {
		s.Related = append(s.Related, Related{r.Relation, r.Title(), r.Tonic.String(), r.Entry.ID})
	}
	return s
}

func (j job) chords(size int) []Chord {
	out := []Chord{}
	for _, c := range j.scale.Chords(size) {
		chord := Chord{Degree: c.Degree.String(), Symbol: c.Symbol, Notes: make([]string, size)}
		for i, n := range c.Notes {
			chord.Notes[i] = n.String()
		}
		out = append(out, chord)
	}
	return out
}

func (j job) neckPlan(names naming) NeckPlan {
	n := NeckPlan{Courses: j.instrument.Courses, Frets: make([]Fret, j.neck.Frets+1)}
	for f := range n.Frets {
		n.Frets[f] = Fret{f, tenth(j.neck.FretMM(f))}
	}
	count := j.neck.Strings()
	n.Notes = make([]NeckNote, 0, count*(j.neck.Frets+1)*(j.scale.Len()+1)/12+count)
	for str := count; str >= 1; str-- {
		n.Strings = append(n.Strings, OpenString{str, j.neck.Open(str).String()})
		for f := range n.Frets {
			place := neck.Place{String: str, Fret: f}
			midi := j.neck.MIDI(place)
			if i := j.scale.Index(midi); i >= 0 {
				n.Notes = append(n.Notes, names.note(place, midi, i))
			}
		}
	}
	return n
}

func (j job) box(i int, b layout.Box, names naming) Box {
	places := make([]neck.Place, len(b.Notes))
	for k, n := range b.Notes {
		places[k] = n.Place
	}
	touches := hand.Path(j.neck, j.school, j.brief.Hand.Wide, places)
	report := hand.Summarize(j.neck, places, touches)
	out := Box{
		ID: strconv.Itoa(i + 1), Name: b.Name, Degree: names.degrees[b.Degree], Form: b.Form,
		Complete: b.Complete(), Missing: []string{}, Corrections: []Correction{},
		SpanMM: tenth(report.SpanMM), Shifts: report.Shifts, Reaches: report.Reaches,
		OverLimit: report.SpanMM > j.instrument.SpanLimitMM,
		Notes:     make([]BoxNote, len(b.Notes)),
		spanLow:   report.SpanLow, spanTop: report.SpanTop,
	}
	for _, m := range b.Missing {
		out.Missing = append(out.Missing, m.String())
	}
	for _, c := range b.Corrections {
		out.Corrections = append(out.Corrections, Correction{c.FromString, c.ToString, c.Frets})
	}
	for k, n := range b.Notes {
		if k == 0 || n.Fret < out.LowFret {
			out.LowFret = n.Fret
		}
		out.HighFret = max(out.HighFret, n.Fret)
		t := touches[k]
		note := BoxNote{
			NeckNote: names.note(n.Place, n.MIDI, n.Degree),
			Finger:   t.Finger, Root: n.Degree == 0, Layer: string(n.Layer), Reach: string(t.Reach), Shift: t.Shift,
			Spoken: "string " + strconv.Itoa(n.String) + ", fret " + strconv.Itoa(n.Fret) + ", " + names.spoken[n.Degree] + ", " + fingerWords[t.Finger],
		}
		if k+1 < len(b.Notes) {
			note.Step = b.Notes[k+1].MIDI - n.MIDI
		}
		out.Notes[k] = note
	}
	return out
}

func (j job) run(b layout.Box, names naming) Run {
	order := run.Order(len(b.Notes), j.spec, func(i int) bool { return j.stable(b.Notes[i].Degree) })
	places := make([]neck.Place, len(order))
	for k, i := range order {
		places[k] = b.Notes[i].Place
	}
	touches := hand.Path(j.neck, j.school, j.brief.Hand.Wide, places)
	report := hand.Summarize(j.neck, places, touches)
	r := Run{
		Events: make([]Event, len(order)), Bars: j.rhythm.Bars(len(order)), Notes: len(order),
		NotesPerMinute: j.rhythm.NotesPerMinute(), SpanMM: tenth(report.SpanMM), Shifts: report.Shifts,
	}
	for k, i := range order {
		n, t, slot := b.Notes[i], touches[k], j.rhythm.Slot(k)
		r.Events[k] = Event{
			N: k + 1, NeckNote: names.note(n.Place, n.MIDI, n.Degree),
			Finger: t.Finger, Bar: slot.Bar, Beat: slot.Beat, Beats: slot.Beats, Count: slot.Count,
			Stroke: run.Stroke(j.brief.Picking, k), Reach: string(t.Reach), Shift: t.Shift, Note: i,
		}
		if k > 0 && places[k].String != places[k-1].String {
			r.Crossings++
		}
		r.EndsOn = EndsOn{names.names[n.Degree], names.degrees[n.Degree]}
	}
	return r
}

// stable reports whether a run may end on this scale note: the root, or with
// chord-tone also the third and the fifth.
func (j job) stable(index int) bool {
	if j.spec.Finish == "root" {
		return index == 0
	}
	number := j.scale.Formula[index].Number()
	return number == 1 || number == 3 || number == 5
}

// tenth rounds millimetres for reading.
func tenth(mm float64) float64 { return math.Round(mm*10) / 10 }

// Sentence is the sentence of a brief without the plan, empty when the brief
// cannot be met.
func Sentence(b Brief) string {
	j, err := resolve(b)
	if err != nil {
		return ""
	}
	return sentenceBuilder(j.sentence()).text()
}

// CheckInstrument reports what is wrong with an instrument on its own, or nil.
func CheckInstrument(in InstrumentBrief) error {
	j := job{brief: Brief{Instrument: in}}
	var errs Errors
	j.resolveInstrument(&errs)
	if len(errs) > 0 {
		return errs
	}
	return nil
}
