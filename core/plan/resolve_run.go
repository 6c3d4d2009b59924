package plan

import (
	"strconv"
	"strings"

	"evenladder/core/rhythm"
	"evenladder/core/run"
)

// Bounds of the settings of a run.
const (
	maxOctaves  = 3
	maxRunSize  = 12
	maxRepeat   = 8
	maxOrderLen = 12
	maxCellLen  = 64
	maxCellStep = 14
)

func (j *job) resolveRun(errs *Errors) {
	r := &j.brief.Run
	pattern, _ := run.FindPattern(r.Pattern)
	size := 3
	if r.Pattern == "stacks" {
		size = 4
	}
	fill(&r.Size, size)
	fill(&r.Repeat, 1)
	fill(&r.Chord, 1)
	fill(&r.Lean, 0)
	if len(r.Order) == 0 {
		r.Order = []int{1, 3, 5}
	}
	if len(r.Chords) == 0 && pattern.Uses.Chords {
		r.Chords = []int{1, 4, 5, 1}
	}
	if r.Cell == "" && pattern.Uses.Cell {
		r.Cell = "0 1 2 0"
	}
	between(errs, "run.size", *r.Size, 2, maxRunSize)
	between(errs, "run.repeat", *r.Repeat, 1, maxRepeat)
	between(errs, "run.chord", *r.Chord, 1, j.scale.Len())
	between(errs, "run.lean", *r.Lean, 0, j.scale.Len())
	eachBetween(errs, "run.order", r.Order, 13)
	eachBetween(errs, "run.chords", r.Chords, j.scale.Len())
	if r.Chain && !j.system.Uses.Links {
		errs.addf("run.chain", "the boxes of %s do not lead on to one another: give one-octave or single-string as the layout, or no chain", j.system.Name)
	}
	cell := parseCell(errs, r.Cell)
	if j.scale.Len() != 7 && pattern.ID == "drop-2" {
		errs.addf("run.pattern", "%s needs a scale of seven notes, this one has %d: give one of %s", pattern.Name, j.scale.Len(), run.PatternIDs())
	}
	j.spec = run.Spec{
		Pattern: r.Pattern, Direction: r.Direction, Size: *r.Size, Order: r.Order, Chords: r.Chords, Repeat: *r.Repeat,
		Cell: cell, RepeatTop: r.RepeatTop, ScaleLen: j.scale.Len(),
	}
	j.resolveRhythm(errs)
}

func eachBetween(errs *Errors, field string, list []int, high int) {
	if len(list) > maxOrderLen {
		errs.addf(field, "%d degrees were given: give up to %d", len(list), maxOrderLen)
	}
	for _, d := range list {
		between(errs, field, d, 1, high)
	}
}

// parseCell reads scale steps from a moving start, apart by spaces.
func parseCell(errs *Errors, text string) (cell []int) {
	if len(text) > maxCellLen {
		errs.addf("run.cell", "%d characters were given: give up to %d", len(text), maxCellLen)
		return nil
	}
	for _, w := range strings.Fields(text) {
		step, err := strconv.Atoi(w)
		if err != nil || step < -maxCellStep || step > maxCellStep {
			errs.addf("run.cell", "%q was given: give scale steps from %d to %d apart by spaces, such as 0 1 2 0", clip(w), -maxCellStep, maxCellStep)
			return nil
		}
		cell = append(cell, step)
	}
	return cell
}

func (j *job) resolveRhythm(errs *Errors) {
	t := &j.brief.Rhythm
	meter, known := rhythm.FindMeter(t.Meter)
	switch {
	case t.Meter != "" && !known:
		errs.addf("rhythm.meter", "%q was given: give one of %s", clip(t.Meter), rhythm.MeterIDs())
	case known:
		t.BeatsPerBar = &meter.BeatsPerBar
	}
	perBeat := 2
	if meter.Compound {
		perBeat = 3
	}
	fill(&t.PerBeat, perBeat)
	fill(&t.TempoBPM, 72)
	fill(&t.BeatsPerBar, 4)
	fill(&t.PickUp, 0)
	fill(&t.AccentEvery, 0)
	j.rhythm = RhythmOf(*t)
	if field, err := j.rhythm.Validate(); err != nil {
		errs.add("rhythm."+field, err)
	}
}

// RhythmOf is the rhythm of a brief with its defaults filled in. Swing is for
// eighths of simple meters.
func RhythmOf(b RhythmBrief) rhythm.Rhythm {
	meter, _ := rhythm.FindMeter(b.Meter)
	return rhythm.Rhythm{
		PerBeat: *b.PerBeat, TempoBPM: *b.TempoBPM, BeatsPerBar: *b.BeatsPerBar, Compound: meter.Compound,
		PickUp: *b.PickUp, Swing: b.Swing && *b.PerBeat == 2 && !meter.Compound, AccentEvery: *b.AccentEvery,
	}
}
