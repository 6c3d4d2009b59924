package plan

import (
	"slices"

	"evenladder/core/hand"
	"evenladder/core/layout"
	"evenladder/core/neck"
)

func (j *job) resolveInstrument(errs *Errors) {
	in := &j.brief.Instrument
	found, ok := neck.FindInstrument(in.ID)
	if !ok {
		errs.addf("instrument.id", "%s: give one of %s", given(in.ID, "no instrument", "no instrument is called"), neck.InstrumentIDs())
		return
	}
	j.instrument = found
	tuning := found.Tuning
	if len(in.Tuning) > 0 {
		t, err := neck.InferTuning(in.Tuning, found.Tuning)
		if err != nil {
			errs.add("instrument.tuning", err)
			return
		}
		tuning = t
	}
	fill(&in.Frets, found.Frets)
	fill(&in.Courses, found.Courses)
	fill(&in.ScaleLengthMM, found.ScaleLengthMM)
	before := len(*errs)
	between(errs, "instrument.frets", *in.Frets, neck.MinFrets, neck.MaxFrets)
	if l := *in.ScaleLengthMM; !(l >= neck.MinScaleLengthMM && l <= neck.MaxScaleLengthMM) {
		errs.addf("instrument.scaleLengthMm", "%g was given: give %g to %g mm", l, neck.MinScaleLengthMM, neck.MaxScaleLengthMM)
	}
	if len(*errs) > before {
		return
	}
	n, err := neck.New(tuning, *in.Frets, *in.ScaleLengthMM)
	errs.add("instrument", err)
	if err == nil {
		n, err = n.Capo(in.Capo)
		errs.add("instrument.capo", err)
	}
	j.neck = n
	in.Tuning = make([]string, len(tuning))
	for i, p := range tuning {
		in.Tuning[i] = p.String()
	}
}

// Openings that a hand may have, in mm.
const minOpeningMM, maxOpeningMM = 15.0, 150.0

func (j *job) resolveHand(errs *Errors) {
	h := &j.brief.Hand
	school, _ := hand.FindSchool(h.School)
	limits := hand.DefaultLimits(j.instrument.Family)
	before := len(*errs)
	fillLimits(errs, "hand.limitsMm.comfortable", &h.LimitsMM.Comfortable, &limits.ComfortableMM)
	fillLimits(errs, "hand.limitsMm.greatest", &h.LimitsMM.Greatest, &limits.GreatestMM)
	for i := range limits.GreatestMM {
		if len(*errs) == before && limits.GreatestMM[i] < limits.ComfortableMM[i] {
			errs.addf("hand.limitsMm.greatest", "%g mm stands under the comfortable %g mm: give that much or more", limits.GreatestMM[i], limits.ComfortableMM[i])
		}
	}
	j.ownHand = limits != hand.DefaultLimits(j.instrument.Family)
	j.style = hand.Style{School: school, Wide: h.Wide, Prefer: h.Prefer, Limits: limits}
	j.hands = make([]*hand.Hand, len(hand.Schools))
}

func fillLimits(errs *Errors, field string, given *[]float64, limits *[3]float64) {
	if len(*given) == 0 {
		*given = limits[:]
		*given = slices.Clone(*given)
		return
	}
	if len(*given) != len(limits) {
		errs.addf(field, "%d openings were given: give three in mm, index to middle, middle to ring and ring to little finger", len(*given))
		return
	}
	for i, mm := range *given {
		if !(mm >= minOpeningMM && mm <= maxOpeningMM) {
			errs.addf(field, "%g was given: give %g to %g mm", mm, minOpeningMM, maxOpeningMM)
			return
		}
		limits[i] = mm
	}
	*given = slices.Clone(*given)
}

func (j *job) resolveLayout(errs *Errors) {
	l := &j.brief.Layout
	j.system, _ = layout.Find(l.System)
	fill(&l.LowFret, 0)
	fill(&l.HighFret, j.neck.Frets)
	fill(&l.FromDegree, 1)
	fill(&l.Octaves, usualOctaves(j.neck))
	fill(&l.Box, 0)
	between(errs, "layout.lowFret", *l.LowFret, 0, j.neck.Frets)
	between(errs, "layout.highFret", *l.HighFret, 1, j.neck.Frets)
	between(errs, "layout.fromDegree", *l.FromDegree, 1, j.scale.Len())
	between(errs, "layout.octaves", *l.Octaves, 1, maxOctaves)
	if *l.Box < 0 {
		errs.addf("layout.box", "%d was given: give 0 for the first box or a number above", *l.Box)
	}
	if *l.LowFret > *l.HighFret {
		errs.addf("layout.lowFret", "%d lies above layout.highFret %d: give a low fret at or under it", *l.LowFret, *l.HighFret)
	}
	if len(l.Strings) == 0 {
		l.Strings = j.usualStrings()
	}
	for i, s := range l.Strings {
		if s < 1 || s > j.neck.Strings() || slices.Contains(l.Strings[:i], s) {
			errs.addf("layout.strings", "string %d was given: give each string once, from 1 to %d", s, j.neck.Strings())
			return
		}
	}
	low := *l.LowFret
	if j.brief.Hand.Open == "closed" {
		low = max(low, 1)
	}
	j.request = layout.Request{
		Neck: j.neck, Scale: j.scale, Strings: j.neck.ByPitch(l.Strings), LowFret: low, HighFret: *l.HighFret,
		Frame: j.style.School.Frame(), Positions: j.style.School.Positions, SpanMM: j.style.Limits.SpanMM(),
		FromDegree: *l.FromDegree - 1, Octaves: *l.Octaves,
	}
}

// usualStrings are the strings that a system takes when none are named: those
// that rise, or all of them.
func (j *job) usualStrings() []int {
	if !j.system.Uses.AllStrings {
		return j.neck.Rising()
	}
	all := make([]int, j.neck.Strings())
	for i := range all {
		all[i] = len(all) - i
	}
	return all
}

// usualOctaves is one on short ranges and two on the others.
func usualOctaves(n neck.Neck) int {
	if len(n.Rising()) <= 4 {
		return 1
	}
	return 2
}
