package take

import (
	"math"
	"slices"

	"evenladder/core/base/number"
	"evenladder/core/music/piece"
)

// What happened to a run as a whole.
const (
	FalseStart = "false-start" // a few notes, and from the start again
	Restart    = "restart"     // a good part, and from the start again
	Twice      = "twice"       // to the end, and once more
	WentBack   = "went-back"   // to an earlier note, and on from there
	LeftOut    = "left-out"    // a part of it
	Stopped    = "stopped"     // before the end
	Off        = "off"         // all of it so many semitones too high
)

// Happening is something that happened to a run as a whole.
type Happening struct {
	What  string `json:"what"`
	N     int    `json:"n"`     // of the note that it came to, or stopped at; 0 for the whole run
	Bar   int    `json:"bar"`   // of that note
	Count int    `json:"count"` // notes left out or not reached, notes of a false start, or semitones too high
}

// telling is how heard notes were laid on a piece.
type telling struct {
	piece    piece.Piece // as it was played: all of it may be some semitones off
	matched  []int       // for each planned note the heard one that counts, -1 for none
	ofRun    []bool      // heard notes that belong to the run, though another time counts
	story    []Happening
	unplayed int // index from which nothing was played any more
}

// What an alignment without leaps may cost before another story is looked for; and a pass
// that counts, that was complete, or that was no more than a start.
const (
	plainEnough = 2.5
	plainShare  = 0.25 // of the notes, before the whole run may be off
	mostOfRun   = 0.9  // of the most notes that a pass has
	complete    = 0.8
	fewOfStart  = 6
	stoppedBy   = 3
)

// shifts are by how much a whole run may be off, and their prices.
var shifts = []struct {
	semitones int
	price     float64
}{{octave, octaveOff}, {-octave, octaveOff}, {1, fretsOff}, {-1, fretsOff}, {2, fretsOff}, {-2, fretsOff}, {3, fretsOff},
	{-3, fretsOff}, {5, fretsOff}, {-5, fretsOff}, {7, fretsOff}, {-7, fretsOff}}

// tell lays what was heard on a piece.
func tell(p piece.Piece, heard []Heard) telling {
	matched, cost := align(p, heard)
	t := telling{piece: p, matched: matched, ofRun: make([]bool, len(heard)), unplayed: len(p.Events)}
	if slipped := len(heard) != len(p.Events) ||
		rights(p.Events, heard, matched) < len(p.Events); slipped &&
		cost > plainEnough {
		cost = t.off(heard, cost)
		t.leaps(heard, cost)
	}
	for _, j := range t.matched {
		if j >= 0 {
			t.ofRun[j] = true
		}
	}
	return t
}

// off looks whether the whole run was played too high or too low, and gives what the cheapest costs.
func (t *telling) off(heard []Heard, cost float64) float64 {
	events := t.piece.Events
	right := rights(events, heard, t.matched)
	if cost <= plainShare*float64(len(events)) && 2*right >= len(events) {
		return cost
	}
	plain, most := t.piece, inCommon(events, heard, 0)
	for _, s := range shifts {
		if inCommon(events, heard, s.semitones) <= most {
			continue
		}
		q := plain
		q.Events = slices.Clone(plain.Events)
		for i := range q.Events {
			q.Events[i].MIDI += s.semitones
		}
		matched, c := align(q, heard)
		// Other sounds fit one of so many by chance.
		if c += s.price; c < cost && rights(q.Events, heard, matched) > max(right, 2*min(len(events), len(heard))/3) {
			t.piece, t.matched, cost = q, matched, c
			t.story = []Happening{{What: Off, Count: s.semitones}}
		}
	}
	return cost
}

// inCommon is how many heard notes have a pitch of a run so many semitones off, each planned note taken once.
func inCommon(events []piece.Event, heard []Heard, semitones int) (n int) {
	var planned [2*octave + maxMIDI + 1]int
	for _, e := range events {
		planned[e.MIDI+octave]++
	}
	for _, h := range heard {
		if at := h.MIDI - semitones + octave; at >= 0 && at < len(planned) && planned[at] > 0 {
			planned[at]--
			n++
		}
	}
	return n
}

// leaps looks for a story with leaps that costs less.
func (t *telling) leaps(heard []Heard, cost float64) {
	events := t.piece.Events
	if len(events)*len(heard) > mostLeapCells {
		return
	}
	var path []step
	noteBeats := float64(t.piece.Rhythm.TempoBPM) / float64(t.piece.Rhythm.NotesPerMinute())
	for _, secondsPerBeat := range tempos(t.piece, heard) {
		if tried, c := leaps(events, heard, secondsPerBeat, noteBeats*secondsPerBeat); c < cost-1e-9 {
			path, cost = tried, c
		}
	}
	if path == nil {
		return
	}
	passes := passesOf(path)
	counts := judgedOf(passes)
	for _, p := range passes[:counts] {
		t.story = append(t.story, p.happening(events))
	}
	t.matched = slices.Repeat([]int{-1}, len(events))
	for k, s := range passes[counts] {
		if k > 0 && s.leap {
			t.leapt(events, passes[counts][k-1].planned, s.planned)
		}
		t.matched[s.planned] = s.heard
	}
	judged := passes[counts]
	for _, s := range path {
		t.ofRun[s.heard] = true
	}
	if len(passes) > 1 {
		for j := range heard {
			t.ofRun[j] = t.ofRun[j] || j < judged[0].heard || j > judged[len(judged)-1].heard
		}
	}
	if last := judged[len(judged)-1].planned; len(events)-1-last >= stoppedBy {
		t.unplayed = last + 1
		t.story = append(t.story, Happening{Stopped, events[last].N, events[last].Bar, len(events) - 1 - last})
	}
}

// leapt says what a leap within a pass was.
func (t *telling) leapt(events []piece.Event, from, to int) {
	if to <= from {
		t.story = append(t.story, Happening{WentBack, events[to].N, events[to].Bar, from - to + 1})
	} else {
		t.story = append(t.story, Happening{LeftOut, events[from+1].N, events[from+1].Bar, to - from - 1})
	}
}

// pass is a run as it was played once, from the start.
type pass []step

// passesOf parts a path where it begins again.
func passesOf(path []step) (out []pass) {
	from := 0
	for k := 1; k < len(path); k++ {
		if path[k].leap && path[k].planned <= 1 {
			out, from = append(out, path[from:k]), k
		}
	}
	return append(out, path[from:])
}

// notes of a pass, each counted once.
func (p pass) notes() int {
	seen := map[int]bool{}
	for _, s := range p {
		seen[s.planned] = true
	}
	return len(seen)
}

// judgedOf is the last pass that has most of the notes.
func judgedOf(passes []pass) (at int) {
	most := 0
	for _, p := range passes {
		most = max(most, p.notes())
	}
	for k, p := range passes {
		if float64(p.notes()) >= mostOfRun*float64(most) {
			at = k
		}
	}
	return at
}

// happening is what a pass was that another followed.
func (p pass) happening(events []piece.Event) Happening {
	n, last := p.notes(), p[len(p)-1].planned
	h := Happening{Restart, events[last].N, events[last].Bar, n}
	switch {
	case float64(n) >= complete*float64(len(events)) && last >= len(events)-2:
		h.What = Twice
	case n < fewOfStart && 3*n <= len(events):
		h.What = FalseStart
	}
	return h
}

// tempos are the seconds to a beat that a take with leaps may have: the plan's, and those of its usual gap.
func tempos(p piece.Piece, heard []Heard) []float64 {
	out := []float64{60 / float64(p.Rhythm.TempoBPM)}
	var played, planned []float64
	for j := 1; j < len(heard); j++ {
		played = append(played, heard[j].OnsetSec-heard[j-1].OnsetSec)
	}
	for i := 1; i < len(p.Events); i++ {
		planned = append(planned, p.Events[i].At-p.Events[i-1].At)
	}
	if len(played) > 0 && len(planned) > 0 {
		if usual := number.Median(planned); usual > 0 {
			if of := number.Median(played) / usual; of > 0 && math.Abs(math.Log(of/out[0])) > 0.01 {
				out = append(out, of)
			}
		}
	}
	return out
}
