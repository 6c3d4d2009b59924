package plan

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
)

// differences says, for each note of a run that another finger takes than its
// place has in the box, what the finger of the box would have to do; empty for
// all others.
func (m *maker) differences(by player, places []neck.Place, touches []hand.Touch, ask hand.Ask) []string {
	out := make([]string, len(places))
	if ask.Own == nil {
		return out
	}
	type taken struct {
		neck.Place
		finger int
	}
	known := map[taken]string{}
	for k, own := range ask.Own {
		if finger := touches[k].Finger; own > 0 && finger != own {
			of := taken{places[k], finger}
			if _, ok := known[of]; !ok {
				known[of] = m.whyNotOwn(by, places, touches, ask, k)
			}
			out[k] = known[of]
		}
	}
	return out
}

// whyNotOwn says what the finger of the box would have to do at a note.
func (m *maker) whyNotOwn(by player, places []neck.Place, touches []hand.Touch, ask hand.Ask, note int) string {
	own := ask.Own[note]
	more := m.hands.of(by).Instead(places, touches, note, own, ask)
	name := hand.FingerWords[own]
	if len(more) == 0 {
		return fmt.Sprintf("With the %s, as in the box, this fret would get two fingers without a shift.", name)
	}
	where := " here"
	if d := more[0]; d.Note != note {
		where = fmt.Sprintf(" at string %d, fret %d", places[d.Note].String, places[d.Note].Fret)
	}
	return fmt.Sprintf("The %s, as in the box, would need %s%s.", name, demandWord(more[0]), where)
}

// sayPlayed notes with each note of the box the other fingers that the run takes it
// with.
func sayPlayed(notes []BoxNote, events []piece.Event) {
	for i, e := range events {
		if e.Differs == "" || e.InBox < 0 {
			continue
		}
		n := &notes[e.InBox]
		down := i > 0 && events[i-1].MIDI > e.MIDI
		k := slices.IndexFunc(n.Played, func(p Played) bool { return p.Finger == e.Finger })
		if k < 0 {
			k = len(n.Played)
			n.Played = append(n.Played, Played{Finger: e.Finger, Down: true, Words: e.Differs})
		}
		p := &n.Played[k]
		p.Down = p.Down && down
		if !slices.Contains(p.Bars, e.Bar) {
			p.Bars = append(p.Bars, e.Bar)
		}
	}
	for i := range notes {
		n := &notes[i]
		for k := range n.Played {
			p := &n.Played[k]
			p.Words = english.Capital(p.where()) + ". " + p.Words
			n.Spoken += "; " + p.where()
		}
	}
}

// mostBars bounds the bars that are listed.
const mostBars = 6

// where says the bars and the finger: "coming down in bars 4 and 5: ring finger".
func (p Played) where() string {
	numbers := make([]string, min(len(p.Bars), mostBars))
	for i := range numbers {
		numbers[i] = strconv.Itoa(p.Bars[i])
	}
	words := "in bar " + numbers[0]
	switch {
	case len(p.Bars) > mostBars:
		words = "in bars " + strings.Join(numbers, ", ") + " and others"
	case len(p.Bars) > 1:
		words = "in bars " + english.And(numbers)
	}
	if p.Down {
		words = "coming down " + words
	}
	return words + ": " + hand.FingerWords[p.Finger]
}
