package hand

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
	"evenladder/internal/coretest"
)

// stepPrice is the cost of a step, and of a shift how early it comes: by the
// notes that are still to be played, counted here and not as the model does.
func stepPrice(m *model, from grip, a neck.Place, to grip, b neck.Place, strict bool, toCome int) price {
	p := costing(price(m.step(from, a, to, b, strict)).cost())
	if from.position > 0 && b.Fret > 0 && from.position != to.position {
		p += price(toCome)
	}
	return p
}

// priceOf prices the fingering that Path chose.
func priceOf(m *model, places []neck.Place, touches []Touch, strict bool) price {
	var sum price
	var last grip
	for i, t := range touches {
		g := t.grip
		if t.Finger != OpenString {
			sum += m.grip(g, places[i].Fret)
		}
		if i > 0 {
			sum += stepPrice(m, last, places[i-1], g, places[i], strict, len(places)-i)
		}
		last = g
	}
	return sum
}

func requestFor(in neck.Instrument, n neck.Neck, school School, s scale.Scale) layout.Request {
	return layout.Request{
		Neck: n, Scale: s, Strings: n.Rising(), HighFret: n.Frets, Octaves: 1,
		Frame: school.Frame, Positions: school.Positions,
		Ring: New(n, Style{School: school, Limits: DefaultLimits(in.Family), Rings: true}).Place,
	}
}

func placesOf(b layout.Box) []neck.Place {
	out := make([]neck.Place, len(b.Notes))
	for i, n := range b.Notes {
		out[i] = n.Place
	}
	return out
}

func realBox(t *rapid.T) (neck.Neck, []neck.Place) {
	in := rapid.SampledFrom(neck.Instruments()).Draw(t, "instrument")
	n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
	require.NoError(t, err)
	school := rapid.SampledFrom(Schools).Draw(t, "school of the layout")
	boxes, err := rapid.SampledFrom(layout.Systems).Draw(t, "system").Boxes(requestFor(in, n, school,
		coretest.Scale(t)))
	if err != nil || len(boxes) == 0 {
		t.Skip("no box")
	}
	return n, placesOf(rapid.SampledFrom(boxes).Draw(t, "box"))
}

// cheaper looks through every way to play a path, one after the other, for one
// with a lower price.
func cheaper(m *model, places []neck.Place, than price, strict bool) bool {
	var try func(i int, last grip, so price) bool
	try = func(i int, last grip, so price) bool {
		if so >= than { // no step has a price below zero
			return false
		}
		if i == len(places) {
			return true
		}
		if places[i].Fret == 0 {
			return try(i+1, grip{last.position, noStance}, so)
		}
		for s := range m.stances {
			g, ok := m.gripOf(s, places[i].Fret)
			if !ok {
				continue
			}
			p := so + m.grip(g, places[i].Fret)
			if i > 0 {
				p += stepPrice(m, last, places[i-1], g, places[i], strict, len(places)-i)
			}
			if try(i+1, g, p) {
				return true
			}
		}
		return false
	}
	return try(0, grip{stance: noStance}, 0)
}

// checkLeast compares the fingering of a path, up and down, with all others.
func checkLeast(t require.TestingT, h *Hand, path []neck.Place, strict bool) {
	for range 2 {
		got, _ := h.least(path, Ask{Strict: strict})
		if cheaper(h.model, path, priceOf(h.model, path, got, strict), strict) {
			require.Fail(t, "there is a cheaper way", "%v %v", path, got)
		}
		path = slices.Clone(path)
		slices.Reverse(path)
	}
}

const exhaustiveNotes = 9

// The fingering is the cheapest there is: equal to exhaustive search on every
// path of nine notes in the boxes of every layout, on every instrument, in
// every school.
func TestPathEqualsExhaustiveSearch(t *testing.T) {
	dorian, _ := scale.FromCatalogue(pitch.MustParseName("F#"), "dorian")
	for _, in := range neck.Instruments() {
		n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
		require.NoError(t, err)
		for _, school := range Schools {
			h := New(n, Style{School: school, Limits: DefaultLimits(in.Family)})
			for _, system := range layout.Systems {
				boxes, err := system.Boxes(requestFor(in, n, school, dorian))
				require.NoError(t, err)
				for _, box := range boxes {
					path := placesOf(box)
					for from := 0; from == 0 || from+exhaustiveNotes <= len(path); from++ {
						checkLeast(t, h, path[from:min(from+exhaustiveNotes, len(path))], from%2 == 0)
					}
				}
			}
		}
	}
}

// The same for any scale, any way of wide spans, any preference, tight limits.
func TestPathEqualsExhaustiveSearchAnywhere(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, places := realBox(t)
		length := min(len(places), rapid.IntRange(1, exhaustiveNotes).Draw(t, "length"))
		from := rapid.IntRange(0, len(places)-length).Draw(t, "from")
		style := Style{
			School: rapid.SampledFrom(Schools).Draw(t, "school"), Wide: Wide(rapid.SampledFrom(Wides).Draw(t,
				"wide").ID),
			Prefer: Prefer(rapid.SampledFrom(Prefers).Draw(t, "prefer").ID), Limits: Limits{GreatestMM: [3]float64{60,
				45, 40}},
		}
		strict := rapid.Bool().Draw(t, "strict")
		checkLeast(t, New(n, style), places[from:from+length], strict)
		if strict {
			touches := New(n, style).Path(places, Ask{Strict: true})
			assert.LessOrEqual(t, Summarize(n, style.Limits, places, touches).Greatest.Over(), 0.0,
				"no opening past the greatest")
		}
	})
}

// Every fingering can be played: fingers stay in order within a position, no
// finger is asked for behind the nut, open strings need none.
func TestFingeringsArePlayable(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, places := realBox(t)
		touches := pathOf(n, "1-2-4", places)
		require.Len(t, touches, len(places))
		shifts := 0
		for i, touch := range touches {
			if places[i].Fret == 0 {
				assert.Equal(t, OpenString, touch.Finger)
				continue
			}
			assert.GreaterOrEqual(t, touch.Position, 1)
			assert.InDelta(t, places[i].Fret-touch.Position, touch.Finger-1, 1,
				"a finger is at home or reaches by one fret")
			if touch.Shift != 0 {
				shifts++
			}
			if i > 0 && touches[i-1].Finger > 0 && touch.Shift == 0 && places[i-1].String == places[i].String &&
				places[i].Fret > places[i-1].Fret {
				assert.GreaterOrEqual(t, touch.Finger, touches[i-1].Finger, "fingers do not cross on a string")
			}
		}
		assert.Equal(t, shifts, Summarize(n, Limits{}, places, touches).Shifts)
		assert.Equal(t, touches, pathOf(n, "1-2-4", places), "the same every time")
	})
}

func pathOf(n neck.Neck, wide Wide, places []neck.Place) []Touch {
	return New(n, Style{School: Schools[0], Wide: wide}).Path(places, Ask{})
}

func fretted(str int, frets ...int) []neck.Place {
	out := make([]neck.Place, len(frets))
	for i, f := range frets {
		out[i] = neck.Place{String: str, Fret: f}
	}
	return out
}

func neckOf(t require.TestingT, id string) neck.Neck {
	in, ok := neck.FindInstrument(id)
	require.True(t, ok)
	n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
	require.NoError(t, err)
	return n
}

func fingers(touches []Touch) string {
	s := ""
	for _, t := range touches {
		s += fmt.Sprint(t.Finger)
	}
	return s
}

// Common practice on one string: a half step inside a span gives 1-3-4 or
// 1-2-4, two whole steps 1-2-4, or 1-3-4 in the other school.
func TestSpansOnOneString(t *testing.T) {
	n := neckOf(t, "guitar")
	for fret := 1; fret+4 <= n.Frets; fret++ {
		for want, by := range map[string][2]int{"134": {2, 3}, "124": {1, 3}, "123": {1, 2}} {
			assert.Equal(t, want, fingers(pathOf(n, "1-2-4", fretted(4, fret, fret+by[0], fret+by[1]))),
				"from fret %d", fret)
		}
		whole := fretted(4, fret, fret+2, fret+4)
		assert.Equal(t, "124", fingers(pathOf(n, "1-2-4", whole)), "from fret %d", fret)
		assert.Equal(t, "134", fingers(pathOf(n, "1-3-4", whole)), "from fret %d", fret)
	}
}

// On a long scale the hand shifts where a short one reaches.
func TestMillimetresDecide(t *testing.T) {
	low := fretted(3, 1, 3, 5)
	for id, shifts := range map[string]int{"mandolin": 0, "ukulele": 0, "guitar": 0, "bass": 1, "upright-bass": 1} {
		n := neckOf(t, id)
		assert.Equal(t, shifts, Summarize(n, Limits{}, low, pathOf(n, "1-2-4", low)).Shifts, id)
	}
	bass := neckOf(t, "bass")
	for fret := 5; fret+4 <= bass.Frets; fret++ {
		assert.Equal(t, "124", fingers(pathOf(bass, "1-2-4", fretted(3, fret, fret+2, fret+4))),
			"the bass reaches from fret %d", fret)
	}
}

func TestSummarize(t *testing.T) {
	n := neckOf(t, "guitar")
	places := append(fretted(6, 3, 5), fretted(5, 0, 9)...)
	touches := []Touch{{Finger: 1, Position: 3}, {Finger: 3, Position: 3}, {Position: 3}, {Finger: 4, Position: 5,
		Reach: Forward, Shift: 2}}
	r := Summarize(n, Limits{}, places, touches)
	assert.Equal(t, 1, r.Shifts)
	assert.Equal(t, 1, r.Reaches)
	assert.InDelta(t, n.FretMM(5)-n.FretMM(3), r.SpanMM, 1e-9)
	assert.Equal(t, [2]int{3, 5}, [2]int{r.Comfortable.LowFret, r.Comfortable.HighFret})
	assert.Nil(t, pathOf(n, "1-2-4", nil))
}

// Of equally cheap ways, the one that moves the hand latest: three notes that
// fit two positions stay in the first.
func TestShiftsAsLateAsPossible(t *testing.T) {
	n := neckOf(t, "guitar")
	path := append(fretted(5, 5, 8), fretted(4, 6, 12)...)
	touches := pathOf(n, "1-2-4", path)
	assert.Zero(t, touches[2].Shift)
	assert.NotZero(t, touches[3].Shift)
}

func Example() {
	tuning, _ := neck.ParseTuning("E1 A1 D2 G2")
	bass, _ := neck.New(tuning, 20, 864)
	s := scale.New(pitch.MustParseName("F"), scale.MustParseFormula("1 2 3 4 5 6 7"))
	system, _ := table.Find(layout.Systems, "three-per-string")
	boxes, _ := system.Boxes(layout.Request{Neck: bass, Scale: s, Strings: []int{3, 2}, HighFret: 20})
	var places []neck.Place
	for _, n := range boxes[0].Notes {
		places = append(places, n.Place)
	}
	school, _ := table.Find(Schools, "per-fret")
	for i, t := range New(bass, Style{School: school}).Path(places, Ask{}) {
		fmt.Printf("%d(%d) ", places[i].Fret, t.Finger)
	}
	// Output: 8(1) 10(2) 12(4) 8(1) 10(2) 12(4)
}
