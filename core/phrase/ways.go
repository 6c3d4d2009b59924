package phrase

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"evenladder/core/brief"
	"evenladder/core/hand"
	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/scale"
	"evenladder/core/table"
)

// Way is one way to play a phrase on a neck.
type Way struct {
	System  string    `json:"system"` // id of a layout, or of one of Freeways
	Box     string    `json:"box"`    // name of the box; empty where there is none
	Title   string    `json:"title"`
	Notes   []WayNote `json:"notes"`
	SpanMM  float64   `json:"spanMm"`
	Shifts  int       `json:"shifts"`
	Reaches int       `json:"reaches"`
	Low     int       `json:"lowFret"` // lowest stopped fret
	High    int       `json:"highFret"`

	cost float64
}

// WayNote is a note of a way.
type WayNote struct {
	neck.Place
	Finger int `json:"finger"`
}

// Ids of the ways that follow no layout.
const (
	AsGiven   = "as-given"
	Position  = "position"
	OpenWay   = "open-strings"
	LowestWay = "low"
	OneString = "one-string"
)

// Freeways are the ways that follow no layout.
var Freeways = []table.Row{
	{ID: AsGiven, Name: "as the tab has it"},
	{ID: Position, Name: "under one hand", Why: "the hand stays where it is"},
	{ID: LowestWay, Name: "low", Why: "the first frets that have it"},
	{ID: OpenWay, Name: "with open strings"},
	{ID: OneString, Name: "on one string", Why: "slides, and one sound throughout"},
}

// mostWays is how many ways are given.
const mostWays = 24

// finder looks for ways on one neck.
type finder struct {
	brief.Reading
	notes []Note
	hand  *hand.Hand
	seen  map[string]bool
	out   []Way
}

// waysOf are the ways to play a phrase, the easiest first.
func waysOf(b brief.Brief, home scale.Scale, notes []Note) ([]Way, error) {
	b.Scale = scaleBrief(home)
	b.Hand.Fingers = nil
	r, err := brief.Read(b)
	if err != nil {
		return nil, err
	}
	f := finder{Reading: r, notes: notes, hand: hand.New(r.Neck, r.Style), seen: map[string]bool{}, out: []Way{}}
	f.given()
	f.boxes()
	f.positions()
	f.free(LowestWay, func(p neck.Place) float64 { return 0.6 * float64(p.Fret) })
	f.free(OpenWay, func(p neck.Place) float64 {
		if p.Fret == 0 {
			return -6
		}
		return 0.4 * float64(p.Fret)
	})
	f.oneString()
	slices.SortStableFunc(f.out, func(a, b Way) int {
		return cmp.Or(given(a)-given(b), cmp.Compare(a.cost, b.cost), a.Low-b.Low)
	})
	return f.out[:min(len(f.out), mostWays)], nil
}

func given(w Way) int {
	if w.System == AsGiven {
		return 0
	}
	return 1
}

// What counts for the order of ways: a shift most, then a reach, then an opening past four frets
// low on the neck, in millimetres.
const (
	perShift   = 10.0
	perReach   = 3.0
	easySpanMM = 110.0
	perSpanMM  = 0.2
)

// add fingers a way and takes it in, unless it is one already.
func (f *finder) add(system, box, title string, places []neck.Place) {
	key := fmt.Sprint(places)
	if f.seen[key] {
		return
	}
	f.seen[key] = true
	made := f.hand.Finger(places, hand.Ask{})
	if made == nil || len(made.Touches) != len(places) {
		return
	}
	w := Way{System: system, Box: box, Title: title, Notes: make([]WayNote, len(places)), Low: math.MaxInt}
	for i, p := range places {
		w.Notes[i] = WayNote{p, made.Touches[i].Finger}
		w.High = max(w.High, p.Fret)
		if p.Fret > 0 {
			w.Low = min(w.Low, p.Fret)
		}
	}
	if w.Low == math.MaxInt {
		w.Low = 0
	}
	w.SpanMM, w.Shifts, w.Reaches = math.Round(made.Report.SpanMM*10)/10, made.Report.Shifts, made.Report.Reaches
	w.cost = perShift*float64(w.Shifts) + perReach*float64(w.Reaches) + perSpanMM*max(w.SpanMM-easySpanMM, 0)
	f.out = append(f.out, w)
}

// given is the way that the tab has, where every note has a place that sounds it here.
func (f *finder) given() {
	places := make([]neck.Place, len(f.notes))
	for i, n := range f.notes {
		if n.Place == nil || n.Place.String > f.Neck.Strings() || n.Place.Fret > f.Neck.Frets || f.Neck.MIDI(*n.Place) != n.MIDI {
			return
		}
		places[i] = *n.Place
	}
	f.add(AsGiven, "", Freeways[0].Name, places)
}

// boxesOf are the layouts whose boxes are tried.
var boxesOf = []string{"five-form", "seven-position", "three-per-string", "two-per-string", "one-octave", "first-position"}

// boxes are the boxes of the layouts that have every note of the phrase; what is no note of the
// scale is taken within the frets of the box.
func (f *finder) boxes() {
	for _, id := range boxesOf {
		system, _ := table.Find(layout.Systems, id)
		list, err := system.Boxes(f.Request)
		if err != nil {
			continue
		}
		for _, box := range list {
			if places, ok := f.within(box); ok {
				f.add(id, box.Name, fmt.Sprintf("%s, %s", system.Name, box.Name), places)
			}
		}
	}
}

// within is where the notes lie in a box.
func (f *finder) within(b layout.Box) ([]neck.Place, bool) {
	at := map[int]neck.Place{}
	low, high := b.Notes[0].Fret, b.Notes[0].Fret
	for _, n := range b.Notes {
		if _, there := at[n.MIDI]; !there {
			at[n.MIDI] = n.Place
		}
		low, high = min(low, n.Fret), max(high, n.Fret)
	}
	out := make([]neck.Place, len(f.notes))
	for i, n := range f.notes {
		p, ok := at[n.MIDI]
		if !ok {
			if f.Scale.Index(n.MIDI) >= 0 {
				return nil, false
			}
			if p, ok = f.under(n.MIDI, low, high); !ok {
				return nil, false
			}
		}
		out[i] = p
	}
	return out, true
}

// under is the place of a pitch within a stretch of frets, on the string where it lies nearest to
// the middle of them.
func (f *finder) under(midi, low, high int) (best neck.Place, ok bool) {
	middle := float64(low+high) / 2
	for str := 1; str <= f.Neck.Strings(); str++ {
		p := neck.Place{String: str, Fret: midi - f.Neck.Open(str).MIDI()}
		if p.Fret < low || p.Fret > high || p.Fret < 0 || p.Fret > f.Neck.Frets {
			continue
		}
		if !ok || math.Abs(float64(p.Fret)-middle) < math.Abs(float64(best.Fret)-middle) {
			best, ok = p, true
		}
	}
	return best, ok
}

// positions are the stretches of frets under one hand that have every note.
func (f *finder) positions() {
	frame := f.Request.Frame
	for at := 1; at+frame.LastHome <= f.Neck.Frets; at++ {
		places := make([]neck.Place, len(f.notes))
		fits := true
		for i, n := range f.notes {
			p, ok := f.under(n.MIDI, at+frame.FirstHome, at+frame.LastHome)
			if !ok {
				p, ok = f.under(n.MIDI, at+frame.First, at+frame.Last)
			}
			if fits = fits && ok; !fits {
				break
			}
			places[i] = p
		}
		if fits {
			f.add(Position, fmt.Sprintf("fret %d", at), fmt.Sprintf("under one hand at fret %d", at), places)
		}
	}
}

// oneString is the phrase on the string that has it lowest.
func (f *finder) oneString() {
	for str := f.Neck.Strings(); str >= 1; str-- {
		places := make([]neck.Place, len(f.notes))
		fits := true
		for i, n := range f.notes {
			places[i] = neck.Place{String: str, Fret: n.MIDI - f.Neck.Open(str).MIDI()}
			fits = fits && places[i].Fret >= 0 && places[i].Fret <= f.Neck.Frets
		}
		if fits {
			f.add(OneString, fmt.Sprintf("string %d", str), fmt.Sprintf("on string %d alone", str), places)
		}
	}
}

// free is the row of places that asks least of the hand and of a wish: the frets that it moves
// beyond four, and the strings that are skipped, note by note.
func (f *finder) free(id string, wish func(neck.Place) float64) {
	const fourFrets, perFret, perString = 3, 2.0, 0.5
	type step struct {
		place neck.Place
		cost  float64
		from  int
	}
	var rows [][]step
	for i, n := range f.notes {
		var row []step
		for str := 1; str <= f.Neck.Strings(); str++ {
			p := neck.Place{String: str, Fret: n.MIDI - f.Neck.Open(str).MIDI()}
			if p.Fret < 0 || p.Fret > f.Neck.Frets {
				continue
			}
			s := step{p, wish(p), -1}
			if i > 0 {
				best := math.Inf(1)
				for k, before := range rows[i-1] {
					cost := before.cost + perString*max(math.Abs(float64(before.place.String-str))-1, 0)
					if p.Fret > 0 && before.place.Fret > 0 {
						cost += perFret * max(math.Abs(float64(before.place.Fret-p.Fret))-fourFrets, 0)
					}
					if cost < best {
						best, s.from = cost, k
					}
				}
				s.cost += best
			}
			row = append(row, s)
		}
		if len(row) == 0 {
			return // the neck does not have it
		}
		rows = append(rows, row)
	}
	last := rows[len(rows)-1]
	at := 0
	for k := range last {
		if last[k].cost < last[at].cost {
			at = k
		}
	}
	places := make([]neck.Place, len(rows))
	for i := len(rows) - 1; i >= 0; i-- {
		places[i] = rows[i][at].place
		at = rows[i][at].from
	}
	row, _ := table.Find(Freeways, id)
	f.add(id, "", row.Name, places)
}
