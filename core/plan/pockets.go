package plan

import (
	"strconv"

	"evenladder/core/layout"
	"evenladder/core/pitch"
	"evenladder/core/scale"
)

// MaxChanges bounds a sequence of chord changes.
const MaxChanges = 32

// NearestStop is one key of a sequence with the octave that the hand goes to.
type NearestStop struct {
	Title    string  `json:"title"`
	Scale    string  `json:"scale"` // catalogue id, empty for a formula
	Tonic    string  `json:"tonic"`
	Box      int     `json:"box"` // index of the box in its own plan
	BoxName  string  `json:"boxName"`
	LowFret  int     `json:"lowFret"`
	HighFret int     `json:"highFret"`
	Complete bool    `json:"complete"`
	TravelMM float64 `json:"travelMm"` // of the hand, from the stop before
	Notes    []Place `json:"notes"`
}

// Nearest chooses an octave for each scale of a sequence, so that the hand
// travels least, on the neck of the brief and beginning with its chosen box.
func Nearest(b Brief, changes []ScaleBrief) ([]NearestStop, error) {
	if len(changes) == 0 || len(changes) > MaxChanges {
		return nil, Errors{{"changes", strconv.Itoa(len(changes)) + " keys were given: give 1 to " + strconv.Itoa(MaxChanges)}}
	}
	b.Layout.System = "one-octave"
	j, own, err := lay(b)
	if err != nil {
		return nil, err
	}
	scales := make([]scale.Scale, 0, len(changes)+1)
	scales = append(scales, j.scale)
	var errs Errors
	for i, c := range changes {
		next := job{brief: Brief{Scale: c}}
		var wrong Errors
		next.resolveScale(&wrong)
		errs.under("changes."+strconv.Itoa(i)+".", orNil(wrong))
		scales = append(scales, next.scale)
	}
	if len(errs) > 0 {
		return nil, errs
	}
	at := *j.brief.Layout.Box
	lists := [][]layout.Box{own[at : at+1]}
	for i, s := range scales[1:] {
		j.request.Scale = s
		boxes, err := j.system.Boxes(j.request)
		if err != nil || len(boxes) == 0 {
			return nil, Errors{{"changes." + strconv.Itoa(i), s.Title() + " has no octave within these frets: give a wider stretch of the neck"}}
		}
		lists = append(lists, boxes)
	}
	choice, travel := layout.Nearest(j.neck, lists)
	stops := make([]NearestStop, len(scales))
	for i, s := range scales {
		box := choice[i]
		stops[i] = j.nearestStop(s, lists[i][box], box, travel[i])
	}
	stops[0].Box = at
	return stops, nil
}

func (j *job) nearestStop(s scale.Scale, b layout.Box, box int, travelMM float64) NearestStop {
	stop := NearestStop{
		Title: j.title(s.Tonic, s.Name), Scale: s.ID, Tonic: s.Tonic.String(), Box: box, BoxName: b.Name,
		Complete: b.Complete(), TravelMM: tenth(travelMM), LowFret: b.Notes[0].Fret, Notes: make([]Place, len(b.Notes)),
	}
	for i, n := range b.Notes {
		stop.LowFret, stop.HighFret = min(stop.LowFret, n.Fret), max(stop.HighFret, n.Fret)
		stop.Notes[i] = Place(n.Place)
	}
	return stop
}

func orNil(errs Errors) error {
	if len(errs) == 0 {
		return nil
	}
	return errs
}

// FormulaReport tells what a formula is.
type FormulaReport struct {
	Formula string         `json:"formula"`
	Notes   []string       `json:"notes"` // on C
	Steps   []int          `json:"steps"`
	Same    []FormulaMatch `json:"same"` // catalogue scales that sound the same
	Modes   []FormulaMatch `json:"modes"`
}

// FormulaMatch is a catalogue scale that a formula is, or is a mode of.
type FormulaMatch struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Degree string `json:"degree"` // of that scale, on which the formula begins
}

// ReadFormula reads a formula and tells which known scales it equals or is a
// mode of.
func ReadFormula(text string) (FormulaReport, error) {
	f, err := scale.ParseFormula(text)
	if err != nil {
		return FormulaReport{}, Errors{{"formula", err.Error()}}
	}
	s := scale.New(pitch.MustParseName("C"), f)
	r := FormulaReport{Formula: f.String(), Steps: f.Steps(), Same: []FormulaMatch{}, Modes: []FormulaMatch{}}
	for _, n := range s.Notes {
		r.Notes = append(r.Notes, n.String())
	}
	for _, l := range scale.Recognise(f) {
		m := FormulaMatch{l.Entry.ID, l.Entry.Name, l.Degree.String()}
		if l.Degree.String() == "1" {
			r.Same = append(r.Same, m)
		} else {
			r.Modes = append(r.Modes, m)
		}
	}
	return r, nil
}
