package phrase

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
	"evenladder/core/music/run"
	"evenladder/core/music/way"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/scale"
)

// Way is one way to play a phrase on a neck.
type Way struct {
	System  string    `json:"system"` // id of a layout, or of one of way.Ways
	Box     string    `json:"box"`    // name of the box; empty where there is none
	Index   int       `json:"index"`  // of the box among those of its layout
	Way     string    `json:"way"`    // id of its way
	Number  int       `json:"number"` // that the way goes by, 0 for none
	Same    []string  `json:"same"`   // the ways that lie so, this one first: as layout/index or way/number
	Title   string    `json:"title"`
	Notes   []WayNote `json:"notes"`
	SpanMM  float64   `json:"spanMm"`
	Shifts  int       `json:"shifts"`
	Reaches int       `json:"reaches"`
	Cross   int       `json:"crossings"` // times it goes to another string
	Low     int       `json:"lowFret"`   // lowest stopped fret
	High    int       `json:"highFret"`

	cost float64
}

// Cost is how hard a way is to play: less is easier.
func (w Way) Cost() float64 { return w.cost }

// Brief is a brief that plays a phrase in this way.
func (w Way) Brief(b brief.Brief, text string) brief.Brief {
	b.Run = brief.Run{Pattern: run.Phrase, Phrase: text}
	if w.Way == way.Box {
		b.Layout = brief.Layout{System: w.System, Box: &w.Index}
	} else {
		b.Layout, b.Run.Way, b.Run.At = brief.Layout{}, w.Way, w.Number
	}
	return b
}

// WayNote is a note of a way.
type WayNote struct {
	neck.Place
	Finger int `json:"finger"`
}

// mostWays is how many ways are given.
const mostWays = 24

// finder looks for ways on one neck.
type finder struct {
	brief.Reading
	field way.Field
	hand  *hand.Hand
	seen  map[string]int // index of the way by its places
	out   []Way
}

// waysOf are the ways to play a phrase, the easiest first, and the boxes that have it.
func waysOf(b brief.Brief, home scale.Scale, notes []line.Note) ([]Way, []Fit, error) {
	b.Scale = scaleBrief(home)
	b = brief.Fields.Bare(b, "scale.tonic")
	if b.Run.Pattern == run.Phrase {
		b.Run = brief.Run{}
	}
	r, err := brief.Read(b)
	if err != nil {
		return nil, nil, err
	}
	f := finder{Reading: r, hand: hand.New(r.Neck, r.Style), seen: map[string]int{}, out: []Way{}}
	f.field = way.Field{Request: r.Request, Notes: notes, Scale: home}
	own, _ := table.Find(way.Ways, way.AsGiven)
	f.lay(own, own.ID, 0, Way{Title: own.Name})
	f.boxes()
	for _, w := range way.Ways {
		switch {
		case w.ID == way.Box, w.ID == own.ID:
		case w.Number:
			for _, n := range w.Numbers(f.field) {
				f.lay(w, w.ID, n, Way{Title: fmt.Sprintf(numbered[w.ID], n)})
			}
		default:
			f.lay(w, w.ID, 0, Way{Title: w.Name})
		}
	}
	slices.SortStableFunc(f.out, func(a, b Way) int {
		return cmp.Or(given(a)-given(b), cmp.Compare(a.cost, b.cost), a.Low-b.Low)
	})
	return f.out[:min(len(f.out), mostWays)], f.fits(), nil
}

// Fit says whether a box has a phrase.
type Fit struct {
	System string `json:"system"` // id of the layout
	Box    int    `json:"box"`    // index
	Name   string `json:"name"`
	Lacks  []int  `json:"lacks"` // numbers of the notes that it does not have
}

// usualBoxes are those that are asked about where the brief names no layout.
const usualBoxes = "five-form"

// fits says of each box of the layout of the brief, or of the five forms, which notes it lacks.
func (f *finder) fits() []Fit {
	system, _ := table.Find(layout.Systems, usualBoxes)
	if f.NamesLayout() {
		system = f.System
	}
	out := []Fit{}
	list, err := system.Boxes(f.Request)
	if err != nil {
		return out
	}
	in, _ := table.Find(way.Ways, way.Box)
	for i, box := range list {
		f.field.Box = box
		fit := Fit{System: system.ID, Box: i, Name: box.Name, Lacks: []int{}}
		for n := range f.field.Notes {
			if !in.May(f.field, n) {
				fit.Lacks = append(fit.Lacks, n+1)
			}
		}
		out = append(out, fit)
	}
	return out
}

// numbered are the titles of the ways that go by a number.
var numbered = map[string]string{way.Position: "under one hand at fret %d", way.OneString: "on string %d alone"}

func given(w Way) int {
	if w.Way == way.AsGiven {
		return 0
	}
	return 1
}

// boxesOf are the layouts whose boxes are tried.
var boxesOf = []string{"five-form", "seven-position", "three-per-string", "two-per-string", "one-octave",
	"first-position"}

// boxes are the boxes of the layouts that have every note of the phrase.
func (f *finder) boxes() {
	in, _ := table.Find(way.Ways, way.Box)
	for _, id := range boxesOf {
		system, _ := table.Find(layout.Systems, id)
		list, err := system.Boxes(f.Request)
		if err != nil {
			continue
		}
		for i, box := range list {
			f.field.Box = box
			f.lay(in, id, 0, Way{Box: box.Name, Index: i, Title: fmt.Sprintf("%s, %s", system.Name, box.Name)})
		}
	}
}

// What counts for the order of ways: a shift most, then a reach, then an opening past four frets low on the neck, in
// millimetres, and how high it lies: a little for each fret, more for each past the ninth. Narrow frets high up make no way
// easier. An open string takes off what two frets add where open strings are the usual sound.
const (
	perShift    = 10.0
	perReach    = 3.0
	easySpanMM  = 110.0
	perSpanMM   = 0.2
	perFret     = 0.4
	perHighFret = 3.0
	perOpen     = 0.8
)

// openFamilies are the instruments whose usual sound has open strings.
var openFamilies = []neck.Family{neck.Mandolins, neck.Ukuleles}

// lay lays the phrase in a way and takes it in, unless it lies so in one already.
func (f *finder) lay(rule way.Way, system string, number int, w Way) {
	laid, ok := rule.Lay(f.hand, f.field, number)
	if !ok {
		return
	}
	key, name := fmt.Sprint(laid.Places), fmt.Sprintf("%s/%d", system, number+w.Index)
	if at, seen := f.seen[key]; seen {
		f.out[at].Same = append(f.out[at].Same, name)
		return
	}
	made := f.hand.Finger(laid.Places, f.ask(rule))
	if made == nil || len(made.Touches) != len(laid.Places) {
		return
	}
	w.System, w.Way, w.Number, w.Same = system, rule.ID, laid.Number, []string{name}
	w.Notes, w.Low = make([]WayNote, len(laid.Places)), math.MaxInt
	open := 0
	for i, p := range laid.Places {
		if p.Fret == 0 {
			open++
		}
		w.Notes[i] = WayNote{p, made.Touches[i].Finger}
		w.High = max(w.High, p.Fret)
		if i > 0 && p.String != laid.Places[i-1].String {
			w.Cross++
		}
		if p.Fret > 0 {
			w.Low = min(w.Low, p.Fret)
		}
	}
	if w.Low == math.MaxInt {
		w.Low = 0
	}
	if rule.ID == way.Position && made.Report.Shifts > 0 {
		return // it is said that the hand stays
	}
	f.seen[key] = len(f.out)
	w.SpanMM, w.Shifts, w.Reaches = math.Round(made.Report.SpanMM*10)/10, made.Report.Shifts, made.Report.Reaches
	w.cost = perShift*float64(w.Shifts) + perReach*float64(w.Reaches) + perSpanMM*max(w.SpanMM-easySpanMM, 0) +
		perFret*float64(w.Low) + perHighFret*float64(max(w.High-easyFret, 0))
	if slices.Contains(openFamilies, f.Instrument.Family) {
		w.cost -= perOpen * float64(open)
	}
	f.out = append(f.out, w)
}

// ask keeps the fingers that a tab gives, where the way is that of the tab.
func (f *finder) ask(rule way.Way) hand.Ask {
	if rule.ID != way.AsGiven {
		return hand.Ask{}
	}
	return hand.Ask{Allow: line.Fingers(f.field.Notes)}
}
