package call

import (
	"cmp"
	"fmt"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// handFrets is how many frets lie under a hand that stays, a finger each.
const handFrets = 4

// lowFive is how far the 5 lies under the 1, and highFive how far above it, in semitones.
const lowFive, highFive = 5, 7

// MinorSchools are the two ways to count in a minor key.
var MinorSchools = []table.Row{
	{ID: "own", Name: "from the minor's 1", Why: "the minor key counts from its own tonic: its third is ♭3"},
	{ID: "relative", Name: "from the relative major's 6",
		Why: "the notes keep the numbers of the relative major: the minor starts on 6"},
}

const countedAsRelative = "relative"

// Progressions are usual rounds of calls, by the degrees of the chords.
var Progressions = []Progression{
	{table.Row{ID: "6-4-1-5", Name: "6 4 1 5"}, []string{"6", "4", "1", "5"}},
	{table.Row{ID: "1-5-6-4", Name: "1 5 6 4"}, []string{"1", "5", "6", "4"}},
	{table.Row{ID: "1-6-4-5", Name: "1 6 4 5"}, []string{"1", "6", "4", "5"}},
	{table.Row{ID: "1-6-2-5", Name: "1 6 2 5"}, []string{"1", "6", "2", "5"}},
	{table.Row{ID: "2-5-1", Name: "2 5 1"}, []string{"2", "5", "1", "1"}},
	{table.Row{ID: "1-4-5", Name: "1 4 5 4"}, []string{"1", "4", "5", "4"}},
	{table.Row{ID: "1-b7-4", Name: "1 ♭7 4 1"}, []string{"1", "b7", "4", "1"}},
	{table.Row{ID: "minor-descent", Name: "1 ♭7 ♭6 5"}, []string{"1", "b7", "b6", "5"}},
	{table.Row{ID: "fourths", Name: "3 6 2 5 1"}, []string{"3", "6", "2", "5", "1"}},
	{table.Row{ID: "twelve-bars", Name: "twelve bars"}, []string{"1", "4", "1", "1", "4", "4", "1", "1", "5", "4", "1",
		"5"}},
}

// Progression is degrees that are called again and again in their order.
type Progression struct {
	table.Row
	Degrees []string
}

// Anchors are where the hand finds the 1, and with it its 5. Teachers differ; the lowest is the usual one.
var Anchors = []table.Row{
	{ID: lowestRoot, Name: "the lowest 1", Why: "the lowest 1 that the hand can play, its 5 beside it"},
	{ID: bottomRoot, Name: "1 on the bottom string", Why: "the 5 is beside it or above"},
	{ID: nextRoot, Name: "1 on the next string", Why: "the 5 is below it, on the bottom string"},
}

// Ids of the anchors.
const (
	lowestRoot = "lowest"
	bottomRoot = "bottom"
	nextRoot   = "next"
)

// Octaves are where a number is answered: low, an octave higher (on most tunings two strings and two frets away), or either.
var Octaves = []table.Row{
	{ID: lowOctave, Name: "the low one"},
	{ID: highOctave, Name: "its octave", Why: "two strings and two frets away"},
	{ID: eitherOctave, Name: "either one"},
}

// Ids of the octaves.
const (
	lowOctave    = "low"
	highOctave   = "high"
	eitherOctave = "either"
)

// checkWays checks what only some kinds are asked with.
func (r *Request) checkWays(faults *fault.List) {
	k, known := Find(r.Kind)
	for _, way := range []struct {
		field, given string
		of           []table.Row
	}{
		{"progression", r.Progression, table.Rows(Progressions)}, {"minor", r.Minor, MinorSchools},
		{"anchor", r.Anchor, Anchors}, {"octave", r.Octave, Octaves}, {"as", r.As, Sayings},
		{"over", r.Over, Overs},
	} {
		if _, ok := table.Find(way.of, way.given); way.given != "" && !ok {
			faults.Add(way.field, fault.Word(way.given, table.IDs(way.of)))
		}
		if known && way.given != "" && !slices.Contains(k.Takes, way.field) {
			faults.Addf(way.field, "%q was given: %s is asked without it", way.given, k.ID)
		}
	}
	if r.NextFour && known && !slices.Contains(k.Takes, "nextFour") {
		faults.Addf("nextFour", "it was given: %s is asked without it", k.ID)
	}
	if !slices.Contains(Beats, r.Every) {
		faults.Addf("every", "%d was given: give one of %s beats", r.Every, english.Numbers(Beats))
	}
}

// anchors finds the two places that low answers are found from: the 1 in its lowest place, the
// one nearer the nut where two sound alike, and its 5. A 1 on the second string from the bottom has
// the 5 below it; a 1 on the bottom string has it on the next string, above. Common practice.
func (m *setting) anchors() error {
	if m.asked.Minor == countedAsRelative {
		if !m.Scale.MinorType() {
			return fault.At("minor", "%q was given: %s isn't a minor key, so give %s or nothing", m.asked.Minor,
				m.Scale.Title(), MinorSchools[0].ID)
		}
		m.from = m.Scale.Tonic.Degree(flatThree)
	}
	m.low = m.byPitch()[:2]
	bottom, next := m.low[0], m.low[1]
	for _, root := range m.rootsFromLow() {
		if m.asked.Anchor == bottomRoot && root.String != bottom || m.asked.Anchor == nextRoot && root.String != next {
			continue
		}
		five := anchored{m.placeOf(bottom, m.Neck.MIDI(root)-lowFive), "the low 5"}
		if root.String == bottom {
			five = anchored{m.placeOf(next, m.Neck.MIDI(root)+highFive), "the 5"}
		}
		if five.Fret < 0 || five.Fret > m.Neck.Frets {
			continue
		}
		one := anchored{root, theOne}
		m.roots = [2]anchored{one, five}
		if root.String == bottom {
			m.roots = [2]anchored{five, one}
		}
		m.hand = max(min(root.Fret, five.Fret)-1, 0)
		return nil
	}
	return fault.At("brief.instrument", "the 1 has no 5 beside it on the low strings: give another tuning or key")
}

// anchorNotes are the anchors as notes, the 1 first; none where no numbers are asked.
func (m *setting) anchorNotes() []piece.Note {
	out := []piece.Note{}
	if m.low == nil {
		return out
	}
	for _, a := range m.roots {
		d := pitch.MustParseDegree("5")
		if a.name == theOne {
			d = pitch.MustParseDegree("1")
		}
		out = append(out, m.as(a.Place, d))
	}
	slices.SortFunc(out, func(a, b piece.Note) int { return cmp.Compare(a.Degree, b.Degree) })
	return out
}

// rootsFromLow are the places of the 1 on the two low strings up to the octave, the lowest first.
func (m *setting) rootsFromLow() (out []neck.Place) {
	for _, p := range m.everyPlace(m.from.Class()) {
		if slices.Contains(m.low, p.String) && p.Fret <= highestAsked {
			out = append(out, p)
		}
	}
	slices.SortStableFunc(out, func(a, b neck.Place) int {
		return cmp.Or(m.Neck.MIDI(a)-m.Neck.MIDI(b), a.Fret-b.Fret)
	})
	return out
}

// placeOf is where a string has a pitch; its fret may lie off the neck.
func (m *setting) placeOf(str, midi int) neck.Place {
	return neck.Place{String: str, Fret: midi - m.Neck.MIDI(neck.Place{String: str})}
}

var flatThree = pitch.MustParseDegree("b3")

// theOne is the name of the anchor that is the 1.
const theOne = "the 1"

// anchored is a place that others are found from.
type anchored struct {
	neck.Place
	name string
}

// called are the degrees that are called beside those of the scale: the flats of a band and
// the ♯4. Nobody calls ♯7 or ♯3.
var called = []string{"1", "b2", "2", "b3", "3", "4", "#4", "b5", "5", "b6", "6", "b7", "7"}

func numbersOf(m *setting) []string {
	out := slices.DeleteFunc(m.scaleDegrees(), func(d string) bool { return d == "#3" || d == "#7" })
	for _, d := range called {
		if !slices.Contains(out, d) {
			out = append(out, d)
		}
	}
	return out
}

// scaleDegrees are the degrees of the scale from what is counted from.
func (m *setting) scaleDegrees() []string {
	out := make([]string, 0, m.Scale.Len())
	for i, d := range m.Scale.Formula {
		if m.from != m.Scale.Tonic {
			d, _ = m.from.DegreeOf(m.Scale.Notes[i])
		}
		out = append(out, d.String())
	}
	return out
}

func readDegree(_ *setting, s string) (string, error) {
	d, ok := pitch.TypedDegree(s)
	if !ok {
		_, err := pitch.ParseDegree(s)
		return "", err
	}
	for _, c := range called {
		if pitch.MustParseDegree(c).Semitones() == (d.Semitones()+octave)%octave && (d.String() == c ||
			d.Alter() > 0 && d.Number() != 3 && d.Number() != 7) {
			return d.String(), nil
		}
	}
	return "", fmt.Errorf("%q was given: give a degree that is called, such as 6, b7 or #4", fault.Clip(s))
}

// progression is its degrees as often as the count asks for. In a minor key that is counted
// from its own 1, its degrees are those of the scale where it has the number.
func (r *Request) progression(m *setting) []string {
	p, _ := table.Find(Progressions, r.Progression)
	own := m.scaleDegrees()
	out := make([]string, r.Count)
	for i := range out {
		d := p.Degrees[(len(r.Said)+i)%len(p.Degrees)]
		if len(d) == 1 {
			if at := slices.IndexFunc(own, func(o string) bool { return o[len(o)-1:] == d }); at >= 0 &&
				!slices.Contains(own, d) {
				d = own[at]
			}
		}
		out[i] = d
	}
	return out
}

// answerNumber is the low place of a degree that moves the hand least, and among those the lowest.
func answerNumber(m *setting, ask string) (Call, error) {
	d := pitch.MustParseDegree(ask)
	class := (m.from.Class() + d.Semitones() + octave) % octave
	best, bestCost, found := neck.Place{}, [3]int{}, false
	all := m.everyPlace(class)
	for _, p := range all {
		if cost, ok := m.cost(p); ok && (!found || slices.Compare(cost[:], bestCost[:]) < 0) {
			best, bestCost, found = p, cost, true
		}
	}
	if !found {
		return Call{}, fmt.Errorf("%s has no place on the low strings", d.Pretty())
	}
	m.hand = moved(m.hand, best.Fret)
	why, low := m.reason(best), best
	high, hasHigh := m.octaveOf(best, all)
	if m.asked.Octave == highOctave && hasHigh {
		best, why = high, "The octave of the low "+d.Pretty()+", "+m.fromTo(low, high)+"."
	}
	also := make([]Other, 0, len(all))
	for _, p := range all {
		if p == best {
			continue
		}
		how := Far
		switch {
		case m.alsoRight(p, best, high, hasHigh, ask):
			how = Right
		case m.Neck.MIDI(p) > m.Neck.MIDI(best):
			how = TooHigh
		}
		also = append(also, Other{m.as(p, d), how})
	}
	answer := m.as(best, d)
	return Call{Show: d.Pretty(), Say: degreeWords(d), Answer: Answer{Note: &answer}, Also: also, Why: why}, nil
}

// alsoRight reports whether a place beside the answer is right, too: the same pitch under the hand, the octave where either
// counts, and the 4 on the string above the 1 where that counts.
func (m *setting) alsoRight(p, best, high neck.Place, hasHigh bool, ask string) bool {
	root := m.roots[0]
	if root.name != theOne {
		root = m.roots[1]
	}
	return m.Neck.MIDI(p) == m.Neck.MIDI(best) && m.underHand(p) ||
		m.asked.Octave == eitherOctave && hasHigh && p == high ||
		m.asked.NextFour && ask == "4" && p == m.stringUp(root.Place)
}

// stringUp is a fourth above a place, on the next string.
func (m *setting) stringUp(p neck.Place) neck.Place {
	all := m.byPitch()
	at := slices.Index(all, p.String)
	if at < 0 || at+1 == len(all) {
		return neck.Place{}
	}
	return m.placeOf(all[at+1], m.Neck.MIDI(p)+fourth)
}

// octaveOf is the octave of a place that lies nearest to it along the neck, of those the one on the lower string; ok is
// false where the neck has none.
func (m *setting) octaveOf(low neck.Place, all []neck.Place) (high neck.Place, ok bool) {
	for _, p := range all {
		if m.Neck.MIDI(p) == m.Neck.MIDI(low)+octave && (!ok || distance(p.Fret, low.Fret) < distance(high.Fret, low.Fret)) {
			high, ok = p, true
		}
	}
	return high, ok
}

// fromTo says how a place lies from another: "two strings and two frets away".
func (m *setting) fromTo(a, b neck.Place) string {
	order := m.byPitch()
	apart := distance(slices.Index(order, a.String), slices.Index(order, b.String))
	return english.CountInWords(apart, "string", "strings") + " and " +
		english.CountInWords(distance(a.Fret, b.Fret), "fret", "frets") + " away"
}

// everyPlace are all places of a pitch class up to a hand beyond the octave, the lowest sounding
// first.
func (m *setting) everyPlace(class int) (out []neck.Place) {
	for str := 1; str <= m.Neck.Strings(); str++ {
		for fret := 0; fret <= min(highestAsked+handFrets, m.Neck.Frets); fret++ {
			if p := (neck.Place{String: str, Fret: fret}); m.Neck.MIDI(p)%octave == class {
				out = append(out, p)
			}
		}
	}
	m.sortByPitch(out)
	return out
}

// as is a place with the note that a degree names.
func (m *setting) as(p neck.Place, d pitch.Degree) piece.Note {
	return piece.Note{Place: p, MIDI: m.Neck.MIDI(p), Name: m.from.Degree(d).String(), Degree: d.String()}
}

// cost is what a place asks for: frets that the hand moves, its pitch, its distance from the anchor of its string: of two
// that are as near the lower one is called. ok is false on a string that bass notes do not belong on.
func (m *setting) cost(p neck.Place) (c [3]int, ok bool) {
	i := slices.Index(m.low, p.String)
	if i < 0 {
		return c, false
	}
	return [3]int{distance(moved(m.hand, p.Fret), m.hand), m.Neck.MIDI(p), distance(p.Fret, m.roots[1-i].Fret)}, true
}

// underHand reports whether a place needs no move of the hand: an open string never does.
func (m *setting) underHand(p neck.Place) bool {
	return p.Fret == 0 || moved(m.hand, p.Fret) == m.hand
}

// moved is where the index stands once a fret lies under the hand.
func moved(hand, fret int) int {
	return max(min(hand, fret), fret-handFrets+1)
}

// reason says where a place lies from the anchor of its string.
func (m *setting) reason(p neck.Place) string {
	anchor := m.roots[1-slices.Index(m.low, p.String)]
	frets := p.Fret - anchor.Fret
	switch {
	case frets == 0:
		return english.Capital(anchor.name) + " itself."
	case frets > 0:
		return fmt.Sprintf("%s above %s.", english.Capital(english.CountInWords(frets, "fret", "frets")), anchor.name)
	}
	return fmt.Sprintf("%s below %s.", english.Capital(english.CountInWords(-frets, "fret", "frets")), anchor.name)
}

// degreeWords is a degree as it is called: "six", "flat seven".
func degreeWords(d pitch.Degree) string {
	words := english.Number(d.Number())
	switch {
	case d.Alter() < 0:
		return "flat " + words
	case d.Alter() > 0:
		return "sharp " + words
	}
	return words
}

// inKey is the scale of the brief on another tonic.
func (m *setting) inKey(tonic string) scale.Scale {
	return scale.New(pitch.MustParseName(tonic), m.Scale.Formula)
}
