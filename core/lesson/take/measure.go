package take

import (
	"fmt"
	"math"
	"slices"

	"evenladder/core/base/number"
	"evenladder/core/lesson/clock"
	"evenladder/core/music/piece"
)

// Span is what a figure lies within 95 of 100 times.
type Span struct {
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// Place is how late the notes of a place in the beat come beside the others.
type Place struct {
	Count  string  `json:"count"` // as it is said aloud
	LateMS float64 `json:"lateMs"`
}

// measure reads the time of the right notes.
func (t *Take) measure(p piece.Piece, heard []Heard, matched []int) {
	note := 60 / float64(p.Rhythm.NotesPerMinute())
	onsets, of := onsetsOf(p, heard, matched)
	r := clock.Measure(onsets, note, t.FloorMS/1000)
	t.reading, t.noteMS = r, note*1000
	t.TempoBPM, t.Tempo = number.Tenth(r.TempoBPM), Span{number.Tenth(r.Tempo.Low), number.Tenth(r.Tempo.High)}
	if len(onsets) < 2 {
		t.TempoBPM = float64(p.Rhythm.TempoBPM)
		t.Tempo = Span{t.TempoBPM, t.TempoBPM}
	}
	t.DriftPercent = number.Tenth(r.Drift * 100)
	t.EvennessMS, t.Evenness = ms(r.Spread), Span{ms(r.Spreads.Low), ms(r.Spreads.High)}
	t.EvennessPercent = number.Tenth(r.Spread / note * 100)
	t.NoteToNoteMS = ms(r.NoteToNote)
	for k, late := range r.Late {
		off := ms(late)
		t.Events[of[k]].LateMS = &off
	}
	for _, pause := range r.Pauses {
		t.pause(p, of[pause.At], pause.Sec)
	}
	for _, place := range r.Places {
		t.Places = append(t.Places, Place{countAt(p, place.Place), ms(place.Sec)})
	}
	if r.Worst >= 0 {
		t.Worst = p.Events[of[r.Worst]].N
	}
	for _, c := range r.Causes {
		t.ByCause = append(t.ByCause, Cause{c.Cause, c.Notes, ms(c.Sec), c.Found})
	}
}

func ms(seconds float64) float64 { return number.Tenth(seconds * 1000) }

// onsetsOf are the onsets of the right notes, and the index of the event of each.
func onsetsOf(p piece.Piece, heard []Heard, matched []int) (onsets []clock.Onset, of []int) {
	before := -1 // index of the event
	for i, j := range matched {
		if j < 0 || !heard[j].Is(p.Events[i].MIDI) {
			continue
		}
		e := p.Events[i]
		if before >= 0 && (heard[j].OnsetSec <= heard[matched[before]].OnsetSec || e.At <= p.Events[before].At) {
			continue // a part that was played again before it
		}
		broken := before >= 0 && (before != i-1 || !nextTo(heard, matched[before], j))
		onsets = append(
			onsets,
			clock.Onset{Beat: e.At, Sec: heard[j].OnsetSec, Place: placeOf(e), Broken: broken, Causes: causesOf(p, i)},
		)
		of, before = append(of, i), i
	}
	return onsets, of
}

// partsOfBeat are the parts by which places in a beat are told apart.
const partsOfBeat = 12

// placeOf is where in its beat a note stands, in parts of the beat.
func placeOf(e piece.Event) int {
	return int(math.Round((e.Beat-math.Floor(e.Beat))*partsOfBeat)) % partsOfBeat
}

// countAt is what is said at a place of the beat, as the first note there has it.
func countAt(p piece.Piece, place int) string {
	for _, e := range p.Events {
		if placeOf(e) == place {
			return e.Count
		}
	}
	return ""
}

// nextTo tells whether nothing but flutters lies between two heard notes.
func nextTo(heard []Heard, a, b int) bool {
	for _, h := range heard[a+1 : b] {
		if h.Doubt < flutter {
			return false
		}
	}
	return true
}

func (t *Take) pause(p piece.Piece, i int, seconds float64) {
	e, cause, long := p.Events[i], causeOf(p, i), math.Round(seconds*1000)
	t.Pauses = append(t.Pauses, Pause{e.N, long, cause,
		fmt.Sprintf("There is a pause of %.0f ms before note %d, bar %d%s.", long, e.N, e.Bar, causeWords[cause])})
}

var causeWords = map[string]string{
	causeShift: ", where the hand moves", causeCrossing: ", where the string changes", causeStretch: ", at a reach",
	causeBeat: ", on the beat", causeNone: "",
	"finger-1": ", at the index finger", "finger-2": ", at the middle finger", "finger-3": ", at the ring finger",
	"finger-4": ", at the little finger",
}

// The causes, the likeliest first.
const (
	causeShift    = "shift"
	causeStretch  = "stretch"
	causeCrossing = "crossing"
	causeBeat     = "beat"
	causeNone     = "none"
)

// causesOf are the reasons why a note may come late. Where the beat has places of its own,
// the clock measures those.
func causesOf(p piece.Piece, i int) (out []string) {
	e := p.Events[i]
	if e.Shift != 0 {
		out = append(out, causeShift)
	}
	if e.Reach != "" {
		out = append(out, causeStretch)
	}
	if i > 0 && e.String != p.Events[i-1].String {
		out = append(out, causeCrossing)
	}
	if e.Accent && p.Rhythm.AccentEvery > 0 {
		out = append(out, causeBeat)
	}
	if e.Finger > 0 {
		out = append(out, fmt.Sprintf("finger-%d", e.Finger))
	}
	return out
}

func causeOf(p piece.Piece, i int) string {
	if causes := causesOf(p, i); len(causes) > 0 {
		return causes[0]
	}
	return causeNone
}

// slipsAt lists each note at which something went wrong once, in order. What was not
// reached any more is no slip.
func (t *Take) slipsAt(unplayed int) {
	t.SlipsAt = []int{}
	for i, e := range t.Events {
		if e.Verdict != Right && i <= unplayed {
			t.SlipsAt = append(t.SlipsAt, e.N)
		}
	}
	for _, p := range t.Pauses {
		t.SlipsAt = append(t.SlipsAt, p.N)
	}
	slices.Sort(t.SlipsAt)
	t.SlipsAt = slices.Compact(t.SlipsAt)
}
