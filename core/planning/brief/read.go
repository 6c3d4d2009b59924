package brief

import (
	"fmt"
	"reflect"
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/backing"
	"evenladder/core/music/line"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
	"evenladder/core/music/way"
	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Reading is a brief with its words turned into values.
type Reading struct {
	Brief      Brief // with every default filled in
	Instrument neck.Instrument
	Neck       neck.Neck // above the capo
	Scale      scale.Scale
	Naming     pitch.Naming
	System     layout.System
	Request    layout.Request
	Style      hand.Style
	OwnHand    bool               // the limits of the hand are the brief's own
	Fingers    map[neck.Place]int // set by hand in the chosen box
	Open       hand.Open
	Four       hand.Four
	Pattern    run.Pattern
	Phrase     line.Line // that is played, where the pattern is one
	Way        way.Way   // that it is laid in
	Spec       run.Spec
	Through    []chord.Chord // that the run goes through, where they are symbols
	Finish     run.Finish
	Fit        run.Fit
	Tones      run.Tones // of the chords that it goes through
	Picking    run.Picking
	Rhythm     rhythm.Rhythm
	Backing    backing.Spec
	Keys       Keys // of a round

	given   Brief // as it was read
	table   Table
	carried bool // it is read as a round
	met     bool // nothing was at fault
	anyBox  bool // the brief names no box
}

// Read reads a brief for a plan. Where it cannot be met the error is a
// fault.List, and the reading holds what could be read all the same.
func Read(b Brief) (Reading, error) { return Fields.read(b, false) }

// ReadRound reads a brief with the way that it is carried through the keys.
func ReadRound(b Brief) (Reading, error) { return Fields.read(b, true) }

// readAll reads a brief as a round where it is one.
func (t Table) readAll(b Brief) Reading {
	r, _ := t.read(b, !b.Round.IsZero())
	return r
}

func (t Table) read(b Brief, carried bool) (Reading, error) {
	r := Reading{Brief: b, given: b, Naming: pitch.Namings[0], table: t, carried: carried}
	var faults fault.List
	sound := true // nothing was at fault in what all others need
	for _, g := range t {
		if g.carried && !carried {
			continue
		}
		before := len(faults)
		for _, f := range g.Fields {
			if f.Options != nil {
				f.word(&r, &faults)
			} else if sound || g.first {
				f.number(&r, &faults)
			}
		}
		stands := sound
		if g.first {
			stands = len(faults) == before
		}
		if g.make != nil && stands {
			g.make(&r, &faults)
		}
		if g.first && len(faults) > before {
			sound = false
		}
	}
	r.met = len(faults) == 0
	return r, faults.Or()
}

// word fills in and checks a field that is one of a few words.
func (f Field) word(r *Reading, faults *fault.List) {
	v := f.at(&r.Brief).(*string)
	usual := f.Usual(r)
	if *v == "" || *v == usual {
		*v = usual
		return
	}
	if _, ok := table.Find(f.Options, *v); !ok {
		faults.Add(f.Path, fault.Word(*v, table.IDs(f.Options)))
	}
}

// number fills in and checks any other field.
func (f Field) number(r *Reading, faults *fault.List) {
	if f.fill != nil {
		f.fill(r)
	}
	if n, ok := f.Value(&r.Brief).(int); ok && f.Between != nil {
		faults.Between(f.Path, n, f.Between[0], f.Between[1])
	}
	if f.check != nil {
		f.check(r, faults)
	}
}

// Box is the index of the chosen box.
func (r *Reading) Box() int { return *r.Brief.Layout.Box }

// LayOut lays the boxes out. A brief that names no box has the first one, or
// where that stands at the octave and another does not, the first that starts
// lower. What cannot be laid out gives a fault.List.
func (r *Reading) LayOut() ([]layout.Box, error) {
	boxes, err := r.System.Boxes(r.Request)
	switch {
	case err != nil:
		return nil, fault.At("layout.system", "%v", err)
	case len(boxes) == 0:
		return nil, fault.At("layout.highFret",
			"no note of the scale is within these frets: give a wider stretch of the neck")
	case r.Box() >= len(boxes):
		return nil, fault.At("layout.box", "%d was given: %s", r.Box(), boxesThere(len(boxes)))
	}
	if r.anyBox {
		low := slices.IndexFunc(boxes, func(b layout.Box) bool {
			return b.Complete() &&
				layout.HandFret(b) < layout.Octave
		})
		*r = r.WithBox(max(low, 0))
		r.anyBox = false
	}
	if n := *r.Brief.Layout.BoxOctave; n != 0 {
		if !r.Request.Moves(boxes[r.Box()], n) {
			return nil, fault.At("layout.boxOctave",
				"%d was given: %s the box would leave frets %d to %d; give 0, or another stretch of the neck", n,
				fretsAway(n), r.Request.LowFret, r.Request.HighFret)
		}
		boxes[r.Box()] = layout.Moved(boxes[r.Box()], n)
	}
	return boxes, nil
}

// boxesThere says which boxes a layout has.
func boxesThere(count int) string {
	if count == 1 {
		return "this layout has one box: give 0"
	}
	return fmt.Sprintf("this layout has boxes 0 to %d", count-1)
}

// Unused are the titles of the fields that the brief names though they change
// nothing here.
func (r *Reading) Unused() (titles []string) {
	for _, f := range r.table.All() {
		if f.matters == nil || f.matters(r) || f.Value(&r.given) == nil {
			continue
		}
		silent := r.given
		f.clear(&silent)
		usual := r.table.readAll(silent)
		if !reflect.DeepEqual(f.Value(&usual.Brief), f.Value(&r.Brief)) {
			titles = append(titles, f.Title)
		}
	}
	return titles
}

// NamesLayout reports whether the brief names its layout.
func (r *Reading) NamesLayout() bool { return r.given.Layout.System != "" }

// NamesPattern reports whether the brief names its pattern.
func (r *Reading) NamesPattern() bool { return r.given.Run.Pattern != "" }

// Say is a note's name as the brief asks to say notes, whatever the key.
func (r *Reading) Say(n pitch.Name) string { return r.Naming.Absolute(n) }

// Title is a key as the brief asks to say notes: "B♭ Dorian".
func (r *Reading) Title(tonic pitch.Name, name string) string { return r.Say(tonic) + " " + name }

// WithPattern is the reading with another pattern that asks for nothing more.
func (r Reading) WithPattern(id string) Reading {
	r.Pattern, _ = table.Find(run.Patterns, id)
	r.Brief.Run.Pattern, r.Spec.Pattern = id, id
	return r
}

// WithBox is the reading with another box chosen.
func (r Reading) WithBox(box int) Reading {
	r.Brief.Layout.Box = &box
	return r
}

// InstrumentWords says an instrument on its own: "guitar, D A D G B E, 19 frets,
// 580 mm", what is as usual left out; or what is wrong with it.
func InstrumentWords(in Instrument) (string, error) {
	r, err := Table{instrumentGroup}.read(Brief{Instrument: in}, false)
	if err != nil {
		return "", err
	}
	words := []string{r.Instrument.Name, prettyWords(r.Brief.Instrument.Tuning)}
	for _, w := range []struct {
		said  bool
		words string
	}{
		{*r.Brief.Instrument.Frets != r.Instrument.Frets, fmt.Sprintf("%d frets", *r.Brief.Instrument.Frets)},
		{*r.Brief.Instrument.ScaleLengthMM != r.Instrument.ScaleLengthMM, fmt.Sprintf("%g mm",
			*r.Brief.Instrument.ScaleLengthMM)},
		{in.LeftHanded, "left-handed"},
	} {
		if w.said {
			words = append(words, w.words)
		}
	}
	return strings.Join(words, ", "), nil
}

// ReadScale reads a scale on its own.
func ReadScale(s Scale) (scale.Scale, error) {
	r, err := Table{keyGroup}.read(Brief{Scale: s}, false)
	return r.Scale, err
}
