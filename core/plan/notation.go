package plan

import (
	"evenladder/core/neck"
	"evenladder/core/pitch"
	"evenladder/core/rhythm"
)

// Written is the run as it is written down: bars of figures and rests that
// fill them.
type Written struct {
	Rhythm rhythm.Rhythm
	Figure rhythm.Figure // of each note
	Bars   []WrittenBar
}

// WrittenBar is one bar. A pick-up is bar 0 and holds its notes alone.
type WrittenBar struct {
	Number int
	Items  []WrittenItem
}

// WrittenItem is a note or a rest, as long as one note of the rhythm or a whole
// beat.
type WrittenItem struct {
	Event     *Event // nil for a rest
	WholeBeat bool
	TieFrom   bool // goes on from the item before
	TieTo     bool // goes on in the next item
	Place     int  // among the notes of its beat, from 0; -1 where a whole beat
}

// Write lays the run of a plan out in bars, with the rests or the longer last
// note that fill the last one.
func Write(p Plan) Written {
	r := rhythmOf(p.Brief.Rhythm)
	w := Written{Rhythm: r, Figure: r.Figure()}
	for i := range p.Run.Events {
		e := &p.Run.Events[i]
		if len(w.Bars) == 0 || w.Bars[len(w.Bars)-1].Number != e.Bar {
			w.Bars = append(w.Bars, WrittenBar{Number: e.Bar})
		}
		bar := &w.Bars[len(w.Bars)-1]
		at := i
		if r.PickUp > 0 {
			at += r.PerBeat*r.BeatsPerBar - r.PickUp
		}
		bar.Items = append(bar.Items, WrittenItem{Event: e, Place: at % r.PerBeat})
	}
	if len(w.Bars) > 0 {
		w.fillLast(p.Brief.Run.Fit == "long-last")
	}
	return w
}

// fillLast fills the beat that the last note stands in and the beats after it.
func (w *Written) fillLast(long bool) {
	bar := &w.Bars[len(w.Bars)-1]
	last := bar.Items[len(bar.Items)-1]
	perBar := w.Rhythm.PerBeat * w.Rhythm.BeatsPerBar
	used := len(bar.Items)
	if bar.Number == 0 {
		used = perBar // a pick-up is not filled
	}
	add := func(item WrittenItem) {
		if long {
			item.Event, item.TieFrom = last.Event, true
			bar.Items[len(bar.Items)-1].TieTo = true
		}
		bar.Items = append(bar.Items, item)
	}
	for ; used%w.Rhythm.PerBeat != 0; used++ {
		add(WrittenItem{Place: used % w.Rhythm.PerBeat})
	}
	for ; used < perBar; used += w.Rhythm.PerBeat {
		add(WrittenItem{WholeBeat: true, Place: -1})
	}
}

func rhythmOf(b RhythmBrief) rhythm.Rhythm {
	meter, _ := rhythm.FindMeter(b.Meter)
	return rhythm.Rhythm{
		PerBeat: *b.PerBeat, TempoBPM: *b.TempoBPM, BeatsPerBar: *b.BeatsPerBar, Compound: meter.Compound, PickUp: *b.PickUp,
		Swing: b.Swing && *b.PerBeat == 2 && !meter.Compound, AccentEvery: *b.AccentEvery,
	}
}

// Pitch is the event's pitch as it is spelled.
func (e Event) Pitch() pitch.Pitch { return pitch.FromMIDI(e.MIDI, pitch.MustParseName(e.Name)) }

// Clef is how an instrument is written: a G or an F clef, an octave lower for
// the instruments that sound so.
type Clef struct {
	Sign         string // "G" or "F"
	Line         int
	OctaveChange int
}

// ClefOf is the clef usual for a plan's instrument: guitars and basses sound an
// octave below the clef, the others where their lowest string lies best.
func ClefOf(p Plan) Clef {
	in, _ := neck.FindInstrument(p.Brief.Instrument.ID)
	low := 127
	for _, s := range p.Neck.Strings {
		low = min(low, s.MIDI)
	}
	switch {
	case in.Family == neck.Basses || in.Family == neck.Uprights:
		return Clef{"F", 4, -1}
	case in.Family == neck.Guitars:
		return Clef{"G", 2, -1}
	case low < 40:
		return Clef{"F", 4, 0}
	case low < 48:
		return Clef{"G", 2, -1}
	}
	return Clef{"G", 2, 0}
}
