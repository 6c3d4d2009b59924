// Package musicxml writes a run as MusicXML 4.0, partwise (W3C Music Notation
// Community Group, 2021): a staff of notation and a staff of tab, with fingers,
// strokes, strings and frets.
package musicxml

import (
	"encoding/xml"
	"io"
	"strconv"

	"evenladder/core/pitch"
	"evenladder/core/plan"
	"evenladder/core/rhythm"
)

// divisions of a quarter note: every subdivision of a beat and of a dotted one
// is whole.
const divisions = 120

const header = xml.Header + `<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">` + "\n"

// Write writes the run of a plan.
func Write(w io.Writer, p plan.Plan) error {
	wr := writer{plan: p, written: plan.Write(p)}
	s := score{
		Version: "4.0", Work: p.Scale.Title, Movement: p.Sentence, Identification: identification{"Even Ladder"},
		PartList: []scorePart{{"P1", p.Brief.Instrument.ID}}, Parts: []part{{ID: "P1"}},
	}
	for i, bar := range wr.written.Bars {
		s.Parts[0].Measures = append(s.Parts[0].Measures, wr.measure(i, bar))
	}
	if _, err := io.WriteString(w, header); err != nil {
		return err
	}
	e := xml.NewEncoder(w)
	e.Indent("", " ")
	if err := e.Encode(s); err != nil {
		return err
	}
	_, err := io.WriteString(w, "\n")
	return err
}

type writer struct {
	plan    plan.Plan
	written plan.Written
}

// beatDuration is the length of a beat in divisions.
func (w writer) beatDuration() int {
	if w.written.Rhythm.Compound {
		return divisions * 3 / 2
	}
	return divisions
}

func (w writer) measure(i int, bar plan.WrittenBar) measure {
	m := measure{Number: bar.Number}
	if bar.Number == 0 {
		m.Implicit = "yes"
	}
	if i == 0 {
		m.Items = append(m.Items, w.attributes())
		m.Items = append(m.Items, w.tempo()...)
		if h, ok := w.tonicChord(); ok {
			m.Items = append(m.Items, h)
		}
	}
	length := 0
	for staff := 1; staff <= 2; staff++ {
		if staff == 2 {
			m.Items = append(m.Items, backup{Duration: length})
		}
		for _, item := range bar.Items {
			n := w.note(item, staff)
			if staff == 1 {
				length += n.Duration
			}
			m.Items = append(m.Items, n)
		}
	}
	return m
}

func (w writer) attributes() attributes {
	c := plan.ClefOf(w.plan)
	strings := w.plan.Neck.Strings
	beats, unit := w.written.Rhythm.Signature()
	a := attributes{
		Divisions: divisions, Fifths: min(max(w.plan.Scale.KeySignature.Fifths, -7), 7), Beats: beats, BeatType: unit, Staves: 2,
		Clefs:        []clef{{1, c.Sign, c.Line, c.OctaveChange}, {2, "TAB", 5, 0}},
		StaffDetails: []staffDetails{{Number: 2, Lines: len(strings)}},
	}
	for i, s := range strings { // the lowest line is the highest-numbered string
		open := pitch.MustParse(s.Open)
		a.StaffDetails[0].Tuning = append(a.StaffDetails[0].Tuning, staffTuning{i + 1, string(open.Letter()), open.Accidental(), open.Octave})
	}
	return a
}

func (w writer) tempo() []any {
	bpm := w.written.Rhythm.TempoBPM
	m := &metronome{BeatUnit: "quarter", PerMinute: bpm}
	quarters := float64(bpm)
	if w.written.Rhythm.Compound {
		m.Dot, quarters = &struct{}{}, quarters*1.5
	}
	out := []any{direction{Placement: "above", Type: directionType{Metronome: m}, Sound: &sound{Tempo: quarters}}}
	if w.written.Rhythm.Swing {
		out = append(out, direction{Placement: "above", Type: directionType{Words: "swing"}})
	}
	return out
}

// kinds of chord by the symbol after the root.
var kinds = map[string]string{"": "major", "m": "minor", "°": "diminished", "+": "augmented"}

func (w writer) tonicChord() (harmony, bool) {
	triads := w.plan.Scale.Triads
	if len(triads) == 0 {
		return harmony{}, false
	}
	root := pitch.MustParseName(triads[0].Notes[0])
	kind, ok := kinds[triads[0].Quality]
	return harmony{Step: string(root.Letter()), Alter: root.Accidental(), Kind: kind}, ok
}

func (w writer) note(item plan.WrittenItem, staff int) note {
	n := note{Duration: w.beatDuration(), Voice: staff, Staff: staff}
	figure := w.written.Figure
	if item.WholeBeat {
		figure = rhythm.Figure{Type: "quarter", Actual: 1, Normal: 1}
		if w.written.Rhythm.Compound {
			figure.Dots = 1
		}
	} else {
		n.Duration /= w.written.Rhythm.PerBeat
	}
	n.Type, n.Dots = figure.Type, make([]struct{}, figure.Dots)
	var marks notations
	if figure.Actual != figure.Normal {
		n.TimeModification = &timeModification{figure.Actual, figure.Normal}
		switch item.Place {
		case 0:
			marks.Tuplet = &tie{"start"}
		case w.written.Rhythm.PerBeat - 1:
			marks.Tuplet = &tie{"stop"}
		}
	}
	if item.Event == nil {
		n.Rest = &struct{}{}
	} else {
		at := item.Event.Pitch()
		n.Pitch = &pitchOf{string(at.Letter()), at.Accidental(), at.Octave}
		w.mark(&n, &marks, item, staff)
	}
	if marks.Tuplet != nil || marks.Technical != nil || marks.Tied != nil || marks.Articulations != nil {
		n.Notations = &marks
	}
	return n
}

// mark adds ties, fingers, strokes and places.
func (w writer) mark(n *note, marks *notations, item plan.WrittenItem, staff int) {
	if item.TieFrom {
		n.Ties, marks.Tied = append(n.Ties, tie{"stop"}), append(marks.Tied, tie{"stop"})
	}
	if item.TieTo {
		n.Ties, marks.Tied = append(n.Ties, tie{"start"}), append(marks.Tied, tie{"start"})
	}
	if item.TieFrom {
		return
	}
	e := item.Event
	t := &technical{Fret: &e.Fret, String: e.String}
	if staff == 1 {
		t.Fingering = strconv.Itoa(e.Finger)
		switch e.Stroke {
		case "down":
			t.DownBow = &struct{}{}
		case "up":
			t.UpBow = &struct{}{}
		case "p", "i", "m", "a":
			t.Pluck = e.Stroke
		}
		if e.Accent {
			marks.Articulations = &articulations{}
		}
		w.slur(t, marks, e)
	}
	marks.Technical = t
}

// slur joins a hammered, pulled or slid note to the one before.
func (w writer) slur(t *technical, marks *notations, e *plan.Event) {
	add := func(stroke, kind string, number int) {
		switch stroke {
		case "hammer":
			t.Slurs = append(t.Slurs, hammerOn{Type: kind, Number: number, Text: slurText(kind, "H")})
		case "pull":
			t.Slurs = append(t.Slurs, pullOff{Type: kind, Number: number, Text: slurText(kind, "P")})
		case "slide":
			marks.Slides = append(marks.Slides, slide{kind, number})
		}
	}
	add(e.Stroke, "stop", 1+e.N%2)
	if e.N < len(w.plan.Run.Events) {
		next := w.plan.Run.Events[e.N]
		add(next.Stroke, "start", 1+next.N%2)
	}
}

func slurText(kind, text string) string {
	if kind == "start" {
		return text
	}
	return ""
}
