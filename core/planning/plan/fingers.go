package plan

import (
	"fmt"
	"slices"
	"strconv"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/number"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
)

// fingered is a box with its fingers on the way up.
type fingered struct {
	layout.Box
	*hand.Fingering
	by     player
	strict bool               // no opening past the greatest limit
	refit  string             // what was changed so that the hand can hold it
	held   map[neck.Place]int // fingers set by hand
	own    map[neck.Place]int // fingers of the places of a run through it; nil where it is not played
}

// fingersByPlace are the fingers of the box.
func (f fingered) fingersByPlace() map[neck.Place]int {
	out := make(map[neck.Place]int, len(f.Notes))
	for i, t := range f.Touches {
		out[f.Notes[i].Place] = t.Finger
	}
	return out
}

// places are where the notes of the box are stopped.
func (f fingered) places() []neck.Place {
	out := make([]neck.Place, len(f.Notes))
	for i, n := range f.Notes {
		out[i] = n.Place
	}
	return out
}

// allowed are the fingers that may take a place.
func (f fingered) allowed(p neck.Place) hand.Fingers {
	if finger := f.held[p]; finger > 0 {
		return hand.Only(finger)
	}
	return hand.AnyFinger
}

// player is who fingers: by a school, an index in hand.Schools, and with what the brief would rather do or without it.
type player struct {
	school int
	free   bool // of the preference
}

// hands are the hands of one neck: each is made when it is first asked for and remembers what it has fingered.
type hands struct {
	neck  neck.Neck
	style hand.Style
	made  [][2]*hand.Hand // by school, and by whether it is free
	path  []neck.Place    // memory for the path that is fingered
}

func newHands(r *brief.Reading) *hands {
	return &hands{neck: r.Neck, style: r.Style, made: make([][2]*hand.Hand, len(hand.Schools))}
}

// of is a player's hand.
func (h *hands) of(by player) *hand.Hand {
	made := &h.made[by.school][0]
	if by.free {
		made = &h.made[by.school][1]
	}
	if *made == nil {
		style := h.style
		style.School = hand.Schools[by.school]
		if by.free {
			style.Prefer = hand.PreferEither
		}
		*made = hand.New(h.neck, style)
	}
	return *made
}

// finger fingers the notes of a box as a player does.
func (h *hands) finger(by player, notes []layout.Note, a hand.Ask) *hand.Fingering {
	h.path = slices.Grow(h.path[:0], len(notes))
	for _, n := range notes {
		h.path = append(h.path, n.Place)
	}
	return h.of(by).Finger(h.path, a)
}

// player is who the brief asks for.
func (m *maker) player() player {
	return player{school: slices.IndexFunc(hand.Schools, func(s hand.School) bool { return s.ID == m.Style.School.ID })}
}

// withoutPreference is the same player free of it.
func (p player) withoutPreference() player { return player{p.school, true} }

// finger fingers a box, and fits it to the hand where it asks for more than
// the hand's greatest opening.
func (m *maker) finger(b layout.Box) fingered { return m.fingerHeld(b, nil) }

// fingerChosen fingers the chosen box, with the fingers that are set by hand.
func (m *maker) fingerChosen() (fingered, error) {
	b := m.Chosen()
	for _, held := range m.Brief.Hand.Fingers {
		p, _, _ := brief.ReadHeld(held)
		if !slices.ContainsFunc(b.Notes, func(n layout.Note) bool { return n.Place == p }) {
			return fingered{}, fault.At("hand.fingers",
				"%s was given, which isn't in this box: give places of its notes", held)
		}
	}
	return m.fingerHeld(b, m.Fingers), nil
}

func (m *maker) fingerHeld(b layout.Box, held map[neck.Place]int) fingered {
	f := m.fitted(b, m.player(), held)
	if f.against(m.Style.Prefer) == 0 {
		return f
	}
	// A path that is cheaper for its distances, or that has to be fingered anew within the limits, may go against what it
	// was weighed for.
	if usual := m.fitted(b, f.by.withoutPreference(), held); f.against(m.Style.Prefer) > usual.against(m.Style.Prefer) {
		return usual
	}
	return f
}

// fitted is a box under a hand that can open as far.
func (m *maker) fitted(b layout.Box, by player, held map[neck.Place]int) fingered {
	f := m.fingerBy(b, by, false, held)
	if f.Report.Greatest.Over() <= 0 {
		return f
	}
	return m.refit(f, f.Report.Greatest)
}

func (m *maker) fingerBy(b layout.Box, by player, strict bool, held map[neck.Place]int) fingered {
	f := fingered{Box: b, by: by, strict: strict, held: held}
	f.Fingering = m.hands.finger(by, b.Notes, m.ask(f, nil))
	return f
}

// ask is what is wanted of the fingers when the notes of a box are played in
// an order, or as they stand where that is nil. Four on a string are held in
// the way that the brief chooses.
func (m *maker) ask(f fingered, order []int) hand.Ask {
	a := hand.Ask{Strict: f.strict, Home: f.Hand}
	if order == nil && (len(f.held) > 0 || m.System.ID == fourPerString) {
		order = upTo(len(f.Notes))
	}
	if len(f.held) > 0 {
		a.Allow = make([]hand.Fingers, len(order))
		for k, i := range order {
			a.Allow[k] = f.allowed(f.Notes[i].Place)
		}
	}
	if m.System.ID != fourPerString {
		return a
	}
	held := 3
	if m.Four == hand.FourFingers {
		held = 4
	}
	rank := make([]int, len(f.Notes)) // of each note on its string, from 1
	for i, n := range f.Notes {
		rank[i] = 1
		if i > 0 && f.Notes[i-1].String == n.String {
			rank[i] += rank[i-1]
		}
	}
	a.Hold = make([]bool, len(order))
	for k := 1; k < len(order); k++ {
		from, to := order[k-1], order[k]
		a.Hold[k] = f.Notes[from].String == f.Notes[to].String && max(rank[from], rank[to]) <= held
	}
	if m.Four == hand.LittleShift {
		a.Allow = m.littleTwice(f, a.Allow, order, rank)
	}
	return a
}

// littleTwice lets the little finger alone take the third and the fourth note of a
// string, where it comes there and no finger is set by hand.
func (m *maker) littleTwice(f fingered, allowed []hand.Fingers, order, rank []int) []hand.Fingers {
	if allowed == nil {
		allowed = slices.Repeat([]hand.Fingers{hand.AnyFinger}, len(order))
	}
	for k, i := range order {
		little := allowed[k] & hand.Only(hand.Little)
		if (rank[i] == 3 || rank[i] == 4) && little != 0 && m.school(f).Takes(hand.Little, f.Notes[i].Fret) {
			allowed[k] = little
		}
	}
	return allowed
}

func (m *maker) school(f fingered) hand.School { return hand.Schools[f.by.school] }

const fourPerString = "four-per-string"

func upTo(n int) []int {
	out := make([]int, n)
	for i := range out {
		out[i] = i
	}
	return out
}

// refit looks for the least change that keeps within the hand's greatest
// opening: shifts in the same school, another school, fewer notes on each
// string. Of these the one with the fewest shifts in the middle of a string
// wins; fewer notes are taken only where the others shift on every string.
func (m *maker) refit(f fingered, past hand.Opening) fingered {
	best := m.fingerBy(f.Box, f.by, true, f.held)
	how := "the hand shifts instead"
	for i, s := range hand.Schools {
		if i == f.by.school {
			continue
		}
		if other := m.fingerBy(f.Box, player{i, f.by.free}, true, f.held); other.Touches != nil &&
			other.Report.WithinString < best.Report.WithinString {
			best, how = other, "fingered with "+s.Name
		}
	}
	if fewer, words, ok := m.fewerNotes(f.Box); ok && len(f.held) == 0 &&
		best.Report.WithinString >= len(m.Request.Strings) && fewer.Report.WithinString < best.Report.WithinString {
		best, how = fewer, "laid out "+words
	}
	opens, limit := apart(past.MM, past.LimitMM)
	best.refit = fmt.Sprintf("%s %s to %s from fret %d to %d is %s mm, past the %s mm that this hand can open: %s.",
		english.Capital(m.schoolName()), fingerNames[past.Low], fingerNames[past.High], past.LowFret, past.HighFret,
		opens, limit, how)
	return best
}

func (m *maker) schoolName() string { return "with " + m.Style.School.Name + "," }

// fewerNotes is the box that starts on the same degree with a note less on
// each string.
func (m *maker) fewerNotes(b layout.Box) (f fingered, words string, ok bool) {
	system, ok := layout.Fewer(m.System)
	if !ok {
		return fingered{}, "", false
	}
	boxes, err := system.Boxes(m.Request)
	if err != nil {
		return fingered{}, "", false
	}
	for _, other := range boxes {
		if other.Degree == b.Degree {
			return m.fingerBy(other, m.player(), true, nil), system.Phrase, true
		}
	}
	return fingered{}, "", false
}

var fingerNames = [5]string{"open string", "index", "middle", "ring", "little finger"}

func (m *maker) planBox(i int, f fingered) Box {
	out := Box{
		ID: strconv.Itoa(i + 1), Name: f.Name, Degree: m.names.degrees[f.Degree], Form: f.Form,
		Complete: f.Complete(), Missing: []string{}, Lacks: []string{}, Corrections: []Correction{}, Links: []Link{},
		SpanMM: number.Tenth(f.Report.SpanMM), Shifts: f.Report.Shifts, Reaches: f.Report.Reaches,
		OverLimit: f.Report.Comfortable.Over() > 0, School: hand.Schools[f.by.school].ID, Refit: f.refit,
		Notes: make([]BoxNote, len(f.Notes)),
	}
	out.Higher, out.Lower = m.Request.Moves(f.Box, 1), m.Request.Moves(f.Box, -1)
	for _, p := range f.Missing {
		out.Missing = append(out.Missing, p.String())
		out.Lacks = append(out.Lacks, m.Say(p.Name)+strconv.Itoa(p.Octave))
	}
	out.LackWords = m.lackWords(f.Box)
	for _, c := range f.Corrections {
		out.Corrections = append(out.Corrections, Correction{c.FromString, c.ToString, c.Frets})
	}
	for _, l := range f.Links {
		out.Links = append(out.Links, Link{l.Box, l.From, l.To})
	}
	var ring []int
	if m.System.Uses.Rings {
		ring = m.hands.of(f.by).Rings(f.places(), f.Touches)
	}
	for k, n := range f.Notes {
		if k == 0 || n.Fret < out.LowFret {
			out.LowFret = n.Fret
		}
		out.HighFret = max(out.HighFret, n.Fret)
		t := f.Touches[k]
		note := BoxNote{
			Note:   m.names.note(n.Place, n.MIDI, n.Degree),
			Finger: t.Finger, Root: n.Degree == 0, Layer: n.Layer.String(), Reach: t.Reach.String(), Shift: t.Shift,
		}
		if i == m.Box() {
			note.Spoken = "string " + strconv.Itoa(n.String) + ", fret " + strconv.Itoa(n.Fret) + ", " +
				m.names.spoken[n.Degree] + ", " + hand.FingerWords[t.Finger] + spokenSigns(note)
		}
		if k+1 < len(f.Notes) {
			note.Step = f.Notes[k+1].MIDI - n.MIDI
		}
		if ring != nil {
			note.Ring = ring[k]
		}
		out.Notes[k] = note
	}
	return out
}

// spokenSigns say what else a mark shows.
func spokenSigns(n BoxNote) string {
	said := ""
	if n.Layer == layout.Added.String() {
		said += ", added note"
	}
	if n.Reach != "" {
		said += ", reaches " + n.Reach
	}
	switch {
	case n.Shift > 0:
		said += ", the hand moves " + english.Count(n.Shift, "fret", "frets") + " towards the bridge"
	case n.Shift < 0:
		said += ", the hand moves " + english.Count(-n.Shift, "fret", "frets") + " towards the nut"
	}
	return said
}

// runPlaces are where a run stops its notes. Coming down, the school of the
// fourth finger takes open notes on the next lower string.
func (m *maker) runPlaces(b layout.Box, order []int) []neck.Place {
	places := make([]neck.Place, len(order))
	for k, i := range order {
		places[k] = b.Notes[i].Place
		if down := k > 0 && i < order[k-1]; down && m.Open == hand.OpenAscending {
			if at, ok := m.Request.FourthFinger(b, b.Notes[i]); ok {
				places[k] = at
			}
		}
	}
	return places
}
