package explore

import (
	"math"
	"strconv"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/scale"
)

// MaxChanges bounds a sequence of chord changes.
const MaxChanges = 32

// OneOctave is the layout whose shapes are followed through changes of key.
const OneOctave = "one-octave"

// NearestStop is one key of a sequence with the octave that the hand goes to.
type NearestStop struct {
	Title    string       `json:"title"`
	Scale    string       `json:"scale"` // catalogue id, empty for a formula
	Tonic    string       `json:"tonic"`
	Box      int          `json:"box"` // index of the box in its own plan
	BoxName  string       `json:"boxName"`
	LowFret  int          `json:"lowFret"`
	HighFret int          `json:"highFret"`
	Complete bool         `json:"complete"`
	TravelMM float64      `json:"travelMm"` // of the hand, from the stop before
	Notes    []neck.Place `json:"notes"`
}

// Nearest chooses an octave for each scale of a sequence, so that the hand
// travels least, on the neck of the brief and beginning with its chosen box.
func Nearest(b brief.Brief, changes []brief.Scale) ([]NearestStop, error) {
	if len(changes) == 0 || len(changes) > MaxChanges {
		return nil, fault.At("changes", "%d keys were given: give 1 to %d", len(changes), MaxChanges)
	}
	b.Layout.System = OneOctave
	l, err := plan.Lay(b)
	if err != nil {
		return nil, err
	}
	scales := make([]scale.Scale, 1, len(changes)+1)
	scales[0] = l.Scale
	var faults fault.List
	for i, c := range changes {
		s, err := brief.ReadScale(c)
		faults.Under("changes."+strconv.Itoa(i)+".", err)
		scales = append(scales, s)
	}
	if len(faults) > 0 {
		return nil, faults
	}
	at := l.Box()
	lists := [][]layout.Box{l.Boxes[at : at+1]}
	for i, s := range scales[1:] {
		request := l.Request
		request.Scale = s
		boxes, err := l.System.Boxes(request)
		if err != nil || len(boxes) == 0 {
			return nil, fault.At("changes."+strconv.Itoa(i),
				"%s has no full octave within these frets: give a wider stretch of the neck", s.Title())
		}
		lists = append(lists, boxes)
	}
	choice, travel := layout.Nearest(l.Neck, lists)
	stops := make([]NearestStop, len(scales))
	for i, s := range scales {
		stops[i] = nearestStop(lists[i][choice[i]], choice[i], travel[i])
		stops[i].Title, stops[i].Scale, stops[i].Tonic = l.Title(s.Tonic, s.Name), s.ID, s.Tonic.String()
	}
	stops[0].Box = at
	return stops, nil
}

func nearestStop(b layout.Box, box int, travelMM float64) NearestStop {
	stop := NearestStop{
		Box: box, BoxName: b.Name, Complete: b.Complete(), TravelMM: math.Round(travelMM*10) / 10,
		LowFret: b.Notes[0].Fret, Notes: make([]neck.Place, len(b.Notes)),
	}
	for i, n := range b.Notes {
		stop.LowFret, stop.HighFret = min(stop.LowFret, n.Fret), max(stop.HighFret, n.Fret)
		stop.Notes[i] = n.Place
	}
	return stop
}
