package worksheet

import (
	"fmt"
	"slices"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

const (
	neckMarks  = 8  // places to name on a neck
	neckFrets  = 12 // what lies higher repeats it
	stringLong = 12 // frets that an octave takes
)

// onNeck is places of the key all over the neck, by number, to be named.
func onNeck(w *writer, s scale.Scale) (Item, error) {
	var all []neck.Place
	for str := 1; str <= w.Neck.Strings(); str++ {
		for fret := 0; fret <= min(neckFrets, w.Neck.Frets); fret++ {
			if p := (neck.Place{String: str, Fret: fret}); s.Index(w.Neck.MIDI(p)) >= 0 {
				all = append(all, p)
			}
		}
	}
	w.random.Shuffle(len(all), func(i, k int) { all[i], all[k] = all[k], all[i] })
	it := Item{Ask: title(s), Show: w.show(s), Figure: "neck", LowFret: 1, High: min(neckFrets, w.Neck.Frets)}
	for _, p := range all[:min(neckMarks, len(all))] {
		name := s.Pitch(w.Neck.MIDI(p)).Name
		it.Answer = append(it.Answer, name.String())
		it.Marks = append(it.Marks, Mark{Place: p, N: len(it.Answer), label: w.Naming.Absolute(name)})
		it.Facts = append(it.Facts, call.PlaceFact(w.Neck, p))
	}
	it.Blanks = len(it.Answer)
	return it, nil
}

// inKey is the brief of the sheets in a key, with a run of one box upwards.
func (w *writer) inKey(s scale.Scale, system string) brief.Brief {
	b := w.Brief
	b.Scale = scaleOf(s)
	b.Layout = brief.Layout{System: system}
	b.Run = brief.Run{Pattern: "straight", Direction: "up"}
	one := 1
	b.Rhythm = brief.Rhythm{PerBeat: &one}
	b.Hand.Fingers = nil
	return b
}

// chosen is a plan in a key with one of its boxes by the seed.
func (w *writer) chosen(s scale.Scale, system string, complete bool) (plan.Plan, error) {
	b := w.inKey(s, system)
	l, err := plan.Lay(b)
	if err != nil {
		return plan.Plan{}, err
	}
	var fit []int
	for i, box := range l.Boxes {
		if (box.Complete() || !complete) && !slices.ContainsFunc(fit,
			func(k int) bool { return slices.Equal(l.Boxes[k].Notes, box.Notes) }) {
			fit = append(fit, i)
		}
	}
	if len(fit) == 0 {
		return plan.Plan{}, fmt.Errorf("it has no box on this neck")
	}
	box := fit[w.random.IntN(len(fit))]
	b.Layout.Box = &box
	return plan.Build(b)
}

// fingersOfBox is a box of the key whose fingers are to be written.
func fingersOfBox(w *writer, s scale.Scale) (Item, error) {
	p, err := w.chosen(s, oneOctave, true)
	if err != nil {
		return Item{}, err
	}
	box := p.Boxes[p.Box]
	it := Item{Ask: fmt.Sprintf("%s, %s", title(s), box.Name), Show: fmt.Sprintf("%s, from %s", w.show(s),
		at(box.Notes[0].Place)), Figure: "neck", LowFret: max(1, box.LowFret), High: max(box.HighFret, box.LowFret+4)}
	for _, n := range box.Notes {
		finger := fmt.Sprint(n.Finger)
		it.Answer = append(it.Answer, finger)
		it.Marks = append(it.Marks, Mark{Place: n.Place, N: len(it.Answer), Root: n.Root, label: finger})
	}
	it.Blanks = len(it.Answer)
	return it, nil
}

const oneOctave = "one-octave"

func at(p neck.Place) string {
	if p.Fret == 0 {
		return fmt.Sprintf("the open string %d", p.String)
	}
	return fmt.Sprintf("string %d, fret %d", p.String, p.Fret)
}

// alongString is a scale along one string, from its lowest root there to its octave.
func alongString(w *writer, s scale.Scale) (Item, error) {
	var fit []neck.Place
	for str := 1; str <= w.Neck.Strings(); str++ {
		for fret := 0; fret+stringLong <= w.Neck.Frets && fret < stringLong; fret++ {
			if p := (neck.Place{String: str, Fret: fret}); s.Index(w.Neck.MIDI(p)) == 0 {
				fit = append(fit, p)
			}
		}
	}
	if len(fit) == 0 {
		return Item{}, fmt.Errorf("no string has frets enough for an octave from its root")
	}
	first := fit[w.random.IntN(len(fit))]
	it := Item{Ask: fmt.Sprintf("%s on string %d", title(s), first.String), Show: fmt.Sprintf("%s from %s", w.show(s),
		at(first)), Figure: "string", LowFret: max(1, first.Fret), High: first.Fret + stringLong, Steps: steps(s)}
	for i := range s.Len() + 1 {
		fret := first.Fret + stringLong
		if i < s.Len() {
			fret = first.Fret + s.Formula[i].Semitones()
		}
		it.Answer = append(it.Answer, fmt.Sprint(fret))
		it.Marks = append(it.Marks, Mark{Place: neck.Place{String: first.String, Fret: fret}, N: i + 1, Root: i == 0 ||
			i == s.Len(), label: fmt.Sprint(fret)})
	}
	it.Blanks = len(it.Answer)
	return it, nil
}

// tab is an octave of a key by its names, to be written on the strings.
func tab(w *writer, s scale.Scale) (Item, error) {
	p, err := w.chosen(s, oneOctave, true)
	if err != nil {
		return Item{}, err
	}
	first := p.Run.Events[0]
	it := Item{Ask: fmt.Sprintf("%s from %d/%d", title(s), first.String, first.Fret),
		Show: fmt.Sprintf("%s, one octave from %s", w.show(s), at(first.Place)), Figure: "tab", Piece: p.Piece()}
	for _, e := range p.Run.Events {
		it.Labels = append(it.Labels, w.Naming.Absolute(pitch.MustParseName(e.Name)))
		it.Answer = append(it.Answer, fmt.Sprintf("%d/%d", e.String, e.Fret))
	}
	it.Blanks = len(it.Answer)
	return it, nil
}

// staff is notes of a key on the staff, to be named.
func staff(w *writer, s scale.Scale) (Item, error) {
	p, err := w.chosen(s, oneOctave, true)
	if err != nil {
		return Item{}, err
	}
	it := Item{Ask: title(s), Show: w.show(s), Figure: "staff", Piece: p.Piece()}
	w.random.Shuffle(len(it.Piece.Events), func(i, k int) {
		a, b := &it.Piece.Events[i], &it.Piece.Events[k]
		a.Note, b.Note = b.Note, a.Note
	})
	for _, e := range it.Piece.Events {
		it.Answer = append(it.Answer, e.Name)
	}
	it.Blanks = len(it.Answer)
	return it, nil
}

// boxSheets is all boxes of each key, a page a key.
func boxSheets(b brief.Brief, keys []scale.Scale) ([]Sheet, error) {
	var out []Sheet
	for n, s := range keys {
		b.Scale = scaleOf(s)
		b.Layout.Box = nil
		p, err := plan.Build(b)
		if err != nil {
			return nil, fault.Under("brief.", err)
		}
		sheet := Sheet{Day: 1, N: n + 1}
		slices.SortStableFunc(p.Boxes, func(a, b plan.Box) int { return a.LowFret - b.LowFret })
		for _, box := range p.Boxes {
			it := Item{Ask: fmt.Sprintf("%s, %s", title(s), box.Name), Show: box.Name, Figure: "box",
				LowFret: max(1, box.LowFret), High: max(box.HighFret, box.LowFret+3), Answer: []string{},
				Words: []string{}, Facts: []string{}, tonic: s.Tonic}
			for i, note := range box.Notes {
				it.Marks = append(it.Marks, Mark{Place: note.Place, N: i + 1, Root: note.Root,
					label: fmt.Sprint(note.Finger)})
			}
			sheet.Items = append(sheet.Items, it)
		}
		out = append(out, sheet)
	}
	return out, nil
}

// Played is a place that was played, by the open string, so that it holds on every neck with
// such a string.
type Played struct{ Open, Fret int }

// MarkHoles marks the places of boxes that were never played.
func (w *Worksheet) MarkHoles(played map[Played]bool) {
	open := map[int]int{}
	for _, s := range w.Strings {
		open[s.String] = s.MIDI
	}
	for _, s := range w.Sheets {
		for _, it := range s.Items {
			for i, m := range it.Marks {
				it.Marks[i].Hole = !played[Played{open[m.String], m.Fret}]
			}
		}
	}
}
