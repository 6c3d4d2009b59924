package take

import (
	"math"

	"evenladder/core/lesson/result"
	"evenladder/core/music/piece"
)

// What a clean take may be off by, and a nearly clean one: the tempo; the spread as a share
// of a note, and in ms whatever the note; and one note.
const (
	cleanTempo, nearlyTempo   = 0.03, 0.08
	cleanSpread, nearlySpread = 0.10, 0.18
	cleanMost, nearlyMost     = 35.0, 60.0
	cleanFloors               = 2.5
	cleanWorst, cleanWorstMS  = 0.25, 60.0
	cleanPlace                = 0.10
	nearlySlips               = 0.06 // of the notes
)

// hardly is the part of the notes under which a take is another run, or speech.
const hardly = 2

// fewNotes is a plan so short that chance tells nothing.
const fewNotes = 24

// nothingTold is the judgement where no note can be told.
func (t *Take) nothingTold(p piece.Piece) {
	for i, e := range p.Events {
		t.Events[i] = Event{N: e.N, Planned: e.MIDI, Verdict: Missed}
	}
	t.Missed, t.SlipsAt, t.Result = t.Planned, []int{}, result.NotYet
	t.TempoBPM = float64(p.Rhythm.TempoBPM)
	t.Tempo = Span{t.TempoBPM, t.TempoBPM}
	t.Why = "This hardly sounds like the run. Play what is on screen, and check your tuning."
	if t.Planned < fewNotes {
		t.Why = "I couldn't tell enough notes to judge this. Play it again, closer to the microphone."
	}
}

// judge proposes a result, and says why.
func (t *Take) judge(p piece.Piece, told telling) {
	slips := t.Wrong + t.Missed + t.Extra + len(t.Pauses)
	off := math.Abs(t.TempoBPM/float64(p.Rhythm.TempoBPM) - 1)
	switch {
	case slips == 1 && t.Unsure == 1 && off <= cleanTempo && t.even():
		t.Result, t.Why = result.Nearly, "One note wasn't clear enough to judge. Play it again."
		return
	case slips == 0 && off <= cleanTempo && t.even() && !t.swayed():
		t.Result = result.Clean
	case float64(slips) <= max(2, nearlySlips*float64(t.Planned)) && off <= nearlyTempo &&
		t.within(nearlySpread, nearlyMost):
		t.Result = result.Nearly
	case hardly*t.Right < told.unplayed:
		t.Result, t.Why = result.NotYet, t.anotherRun()
		return
	default:
		t.Result = result.NotYet
	}
	t.Why = t.firstWords(p, told)
}

// swayed reports whether something happened that a clean take doesn't have, whatever its notes.
func (t *Take) swayed() bool {
	for _, h := range t.Story {
		if h.What != Twice && !(h.What == Off && h.Count%octave == 0) {
			return true
		}
	}
	return false
}

func (t *Take) within(share, most float64) bool {
	return t.EvennessMS <= max(min(share*t.noteMS, most), cleanFloors*t.FloorMS)
}

// even reports whether the time is that of a clean take: in all, at each place of the beat, at each note.
func (t *Take) even() bool {
	if !t.within(cleanSpread, cleanMost) {
		return false
	}
	for _, p := range t.Places {
		if math.Abs(p.LateMS) > cleanPlace*t.noteMS {
			return false
		}
	}
	return math.Abs(t.worstMS()) <= max(cleanWorst*t.noteMS, cleanWorstMS)
}

// worstMS is how late the note comes that lies far off, 0 where none does.
func (t *Take) worstMS() float64 {
	for _, e := range t.Events {
		if t.Worst > 0 && e.N == t.Worst && e.LateMS != nil {
			return *e.LateMS
		}
	}
	return 0
}
