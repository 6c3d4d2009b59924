package suggest

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/pupil"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Map is what of a neck, of the keys and of the layouts was practised.
type Map struct {
	Tries   int             `json:"tries"`
	Works   int             `json:"works"`
	Neck    NeckOf          `json:"neck"`
	Places  []Touched       `json:"places"` // in the order of strings and frets
	Most    int             `json:"most"`   // tries of the place that was played most
	Keys    []TouchedKey    `json:"keys"`   // the twelve, round in fourths
	Layouts []TouchedLayout `json:"layouts"`
	Holes   []Hole          `json:"holes"`          // what was never practised, the largest first
	Fill    *Proposal       `json:"fill,omitempty"` // what fills the largest with the least new
	Others  int             `json:"others"`         // works on another neck, which are not drawn
}

// Hole is what of one kind was never practised: "Keys", "10 of 12".
type Hole struct {
	What  string `json:"what"`
	Which string `json:"which"`
}

// NeckOf is the neck that a map is drawn on.
type NeckOf struct {
	Strings []string    `json:"strings"` // pitches, string 1 last
	Frets   []plan.Fret `json:"frets"`
}

// Touched is a place with how often it was played.
type Touched struct {
	neck.Place
	Tries int `json:"tries"` // in which it was played
	Boxes int `json:"boxes"` // of how many works
}

// TouchedKey is a key with how it went in it.
type TouchedKey struct {
	Tonic     string       `json:"tonic"`
	Tries     int          `json:"tries"`
	Clean     int          `json:"clean"`
	LastClean calendar.Day `json:"lastClean"` // empty where it never was
	DaysAgo   int          `json:"daysAgo"`   // since it was last clean; -1 where it never was
}

// TouchedLayout is a layout with which of its boxes were played, in any key.
type TouchedLayout struct {
	System string       `json:"system"`
	Name   string       `json:"name"`
	Boxes  []TouchedBox `json:"boxes"`
}

// TouchedBox is a box of a layout.
type TouchedBox struct {
	Name  string `json:"name"`
	Tries int    `json:"tries"`
}

// mappedFrets is how far up the neck a hole is one: what lies higher repeats it an octave
// on.
const mappedFrets = 12

// leastHole is how many frets in a row make a hole.
const leastHole = 3

// mapper gathers a map.
type mapper struct {
	out     Map
	of      pupil.Pupil
	today   calendar.Day
	neck    plan.NeckPlan
	places  map[neck.Place]*Touched
	keys    [scale.Keys]TouchedKey // by pitch class
	layouts map[string]*TouchedLayout
}

// MapOf is the map of a pupil from what was played by today.
func MapOf(p pupil.Pupil, log []knowledge.Played, today calendar.Day) (Map, error) {
	m := mapper{of: p, today: today, places: map[neck.Place]*Touched{}, layouts: map[string]*TouchedLayout{}}
	empty, err := plan.Build(p.Fit(brief.Brief{Scale: brief.Scale{Tonic: "C", Name: "major"},
		Layout: brief.Layout{System: "single-string"}}))
	if err != nil {
		return Map{}, err
	}
	m.neck = empty.Neck
	for i := range m.keys {
		m.keys[i] = TouchedKey{Tonic: scale.UsualTonic(i).String(), DaysAgo: -1}
	}
	for _, played := range log {
		m.add(played)
	}
	m.finish(log)
	return m.out, nil
}

// add takes in one work. What cannot be laid out any more is left out.
func (m *mapper) add(p knowledge.Played) {
	m.out.Works++
	m.out.Tries += len(p.Tries)
	if !p.Brief.Round.IsZero() {
		r, err := round.Build(p.Brief)
		if err != nil {
			return
		}
		for _, s := range r.Stops {
			m.key(s.Tonic, p)
		}
		if !m.onThisNeck(r.Stops[0].Plan) {
			return
		}
		for _, s := range r.Stops {
			m.box(s.Plan, p)
		}
		return
	}
	made, err := plan.Build(p.Brief)
	if err != nil {
		return
	}
	m.key(p.Brief.Scale.Tonic, p)
	if m.onThisNeck(made) {
		m.box(made, p)
	}
}

// onThisNeck reports whether a work lies on this pupil's strings, and counts those that do
// not.
func (m *mapper) onThisNeck(p plan.Plan) bool {
	same := slices.EqualFunc(p.Neck.Strings, m.neck.Strings,
		func(a, b piece.OpenString) bool { return a.Open == b.Open })
	if !same {
		m.out.Others++
	}
	return same
}

func (m *mapper) key(tonic string, p knowledge.Played) {
	name, err := pitch.ParseName(tonic)
	if err != nil {
		return
	}
	k := &m.keys[name.Class()]
	k.Tries += len(p.Tries)
	k.Clean += p.Clean()
	if last := p.LastClean(); last.Compare(k.LastClean) > 0 {
		k.LastClean, k.DaysAgo = last, m.today.Since(last)
	}
}

// box marks the places of a run, and the box among those of its layout.
func (m *mapper) box(p plan.Plan, played knowledge.Played) {
	seen := map[neck.Place]bool{}
	for _, e := range p.Run.Events {
		if seen[e.Place] {
			continue
		}
		seen[e.Place] = true
		t := m.places[e.Place]
		if t == nil {
			t = &Touched{Place: e.Place}
			m.places[e.Place] = t
		}
		t.Tries += len(played.Tries)
		t.Boxes++
	}
	system := p.Brief.Layout.System
	l := m.layouts[system]
	if l == nil {
		l = &TouchedLayout{System: system, Name: layout.NameOf(system)}
		m.layouts[system] = l
	}
	for i, box := range p.Boxes {
		if i >= len(l.Boxes) {
			l.Boxes = append(l.Boxes, TouchedBox{Name: cmp.Or(box.Form, box.ID)})
		}
	}
	l.Boxes[p.Box].Tries += len(played.Tries)
}

// finish puts what was gathered in order and finds the holes.
func (m *mapper) finish(log []knowledge.Played) {
	o := &m.out
	o.Neck = NeckOf{Frets: m.neck.Frets}
	for _, s := range m.neck.Strings {
		o.Neck.Strings = append(o.Neck.Strings, s.Open)
	}
	o.Places = []Touched{}
	for _, t := range m.places {
		o.Places = append(o.Places, *t)
		o.Most = max(o.Most, t.Tries)
	}
	slices.SortFunc(o.Places, func(a, b Touched) int { return cmp.Or(a.String-b.String, a.Fret-b.Fret) })
	for i := range scale.Keys {
		o.Keys = append(o.Keys, m.keys[scale.ByFourths(pitch.MustParseName("C"), i).Class()])
	}
	o.Layouts = []TouchedLayout{}
	for _, l := range m.layouts {
		o.Layouts = append(o.Layouts, *l)
	}
	slices.SortFunc(o.Layouts, func(a, b TouchedLayout) int { return strings.Compare(a.System, b.System) })
	frets := m.fretHole()
	never := m.neverKeys()
	o.Holes = m.holes(frets, never)
	if len(log) > 0 {
		o.Fill = fill(m, log, frets, never)
	}
}

// hole is a stretch of frets that nothing was played on.
type hole struct{ low, high int }

func (h hole) width() int { return h.high - h.low + 1 }

// fretHole is the widest hole up to the octave; none where its width is 0.
func (m *mapper) fretHole() (widest hole) {
	widest = hole{0, -1}
	top := min(mappedFrets, len(m.neck.Frets)-1)
	low := 1
	for fret := 1; fret <= top+1; fret++ {
		if fret <= top && !m.touchedFret(fret) {
			continue
		}
		if h := (hole{low, fret - 1}); h.width() >= leastHole && h.width() > widest.width() {
			widest = h
		}
		low = fret + 1
	}
	return widest
}

func (m *mapper) touchedFret(fret int) bool {
	for p := range m.places {
		if p.Fret == fret {
			return true
		}
	}
	return false
}

// neverKeys are the keys without a try, round in fourths.
func (m *mapper) neverKeys() (out []string) {
	for _, k := range m.out.Keys {
		if k.Tries == 0 {
			out = append(out, k.Tonic)
		}
	}
	return out
}

// namedKeys is how many keys a hole names; more are counted, as the row of keys names them all.
const namedKeys = 3

// holes are what was never practised, the largest share first.
func (m *mapper) holes(frets hole, never []string) []Hole {
	out := []Hole{}
	if m.out.Tries == 0 {
		return out
	}
	if frets.width() > 0 {
		out = append(out, Hole{"Frets", fmt.Sprintf("%d to %d", frets.low, frets.high)})
	}
	if len(never) > 0 {
		keys := Hole{"Keys", keysInWords(never)}
		if largerKeys(frets, never) {
			out = slices.Insert(out, 0, keys)
		} else {
			out = append(out, keys)
		}
	}
	for _, l := range m.out.Layouts {
		var missing []string
		for _, b := range l.Boxes {
			if b.Tries == 0 {
				missing = append(missing, b.Name)
			}
		}
		if n := len(missing); n > 0 && n < len(l.Boxes) && len(l.Boxes) <= mappedFrets {
			out = append(out, Hole{"Boxes of " + l.Name, english.And(missing)})
		}
	}
	var unclean []string
	for _, k := range m.out.Keys {
		if k.Tries > 0 && k.Clean == 0 {
			unclean = append(unclean, k.Tonic)
		}
	}
	if len(unclean) > 0 {
		out = append(out, Hole{"Keys never clean", keysInWords(unclean)})
	}
	return out
}

func keysInWords(tonics []string) string {
	if len(tonics) > namedKeys {
		return fmt.Sprintf("%d of %d", len(tonics), scale.Keys)
	}
	names := make([]string, len(tonics))
	for i, t := range tonics {
		names[i] = pitch.Pretty(t)
	}
	return english.And(names)
}

// largerKeys reports whether more of the keys is missing than of the neck.
func largerKeys(frets hole, never []string) bool {
	return len(never)*mappedFrets > frets.width()*scale.Keys
}
