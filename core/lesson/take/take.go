// Package take judges a run as it was played: heard notes against a piece.
//
// Judge aligns what was heard with what was to be played, so that each planned note
// is right, wrong or missed and the rest is extra (align.go); measures tempo, drift
// and evenness, leaving pauses out (measure.go); and proposes a result for the log,
// of which the player has the last word. It knows nothing of sound: a Heard is a
// pitch at a time, whoever heard it.
package take

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/lesson/result"
	"evenladder/core/music/piece"
)

// Heard is a note that was heard.
type Heard struct {
	MIDI     int      `json:"midi"`     // the likeliest pitch
	OnsetSec float64  `json:"onsetSec"` // seconds from the start of the take
	Seconds  float64  `json:"-"`        // that it sounds, where that is known
	String   int      `json:"-"`        // that it is played on, where that is known
	LevelDB  float64  `json:"-"`        // how loud it is under full level; 0 where that is not known
	Doubt    float64  `json:"-"`        // whether it is a note at all: 0 none, 1 a flutter
	Evidence Evidence `json:"-"`        // for other pitches; none from an instrument that tells its notes
}

// Evidence is how well each of some neighbouring pitches fits what was heard: 1 for the
// likeliest of them, less for the others.
type Evidence struct {
	Low int // MIDI number of the first
	Of  []float64
}

// For is the evidence that a note is of a pitch, up to 1.
func (h Heard) For(midi int) float64 {
	if midi == h.MIDI {
		return 1
	}
	if i := midi - h.Evidence.Low; i >= 0 && i < len(h.Evidence.Of) {
		return h.Evidence.Of[i]
	}
	return 0
}

// Is tells whether a note may be taken for a pitch that was to come.
func (h Heard) Is(midi int) bool {
	if d := h.MIDI - midi; d == octave || d == -octave {
		return h.For(midi) >= enoughOctave
	}
	return h.For(midi) >= enough
}

// enough is the evidence that will do for a pitch that was to come, though another has
// more; less does where the other is the octave, which shares every partial. Measured:
// docs/listening.md.
const enough, enoughOctave = 0.55, 0.35

const octave = 12 // semitones

// perhaps is the evidence from which a wrong note may have been the right one.
const perhaps = 0.4

// Verdict is what became of a planned note.
type Verdict string

// The verdicts.
const (
	Right  Verdict = "right"
	Wrong  Verdict = "wrong"
	Missed Verdict = "missed"
)

// Event is a planned note as it was played.
type Event struct {
	N         int      `json:"n"` // of the piece, from 1
	Planned   int      `json:"plannedMidi"`
	Verdict   Verdict  `json:"verdict"`
	HeardMIDI *int     `json:"heardMidi"` // nil where it was missed
	OnsetSec  *float64 `json:"onsetSec"`
	LateMS    *float64 `json:"lateMs"` // against the notes around it; early negative
	Unsure    bool     `json:"unsure"` // the verdict may be wrong: what was heard is not plain
}

// Pause is a gap that is no unevenness: the playing stopped.
type Pause struct {
	N       int     `json:"n"`  // of the note that came late
	MS      float64 `json:"ms"` // beyond its time
	Cause   string  `json:"cause"`
	Message string  `json:"message"`
}

// Cause is how late notes of one kind come, on average, beside the others.
type Cause struct {
	Cause  string  `json:"cause"`
	Notes  int     `json:"notes"`
	LateMS float64 `json:"lateMs"`
}

// Take is the judgement.
type Take struct {
	Planned         int           `json:"planned"`
	Right           int           `json:"right"`
	Wrong           int           `json:"wrong"`
	Missed          int           `json:"missed"`
	Extra           int           `json:"extra"`
	TempoBPM        float64       `json:"tempoBpm"`
	DriftPercent    float64       `json:"driftPercent"` // from the first third to the last; faster positive
	EvennessMS      float64       `json:"evennessMs"`   // spread of the onsets around their places
	EvennessPercent float64       `json:"evennessPercent"`
	FloorMS         float64       `json:"floorMs"` // smaller differences can't be measured
	ByCause         []Cause       `json:"byCause"`
	Pauses          []Pause       `json:"pauses"`
	Events          []Event       `json:"events"`
	Extras          []Heard       `json:"extras"`
	Result          result.Result `json:"result"`
	Why             string        `json:"why"`
	Unsure          int           `json:"unsure"`  // verdicts that may be wrong
	Remarks         []string      `json:"remarks"` // on the take itself: its level, what cannot be heard
	SlipsAt         []int         `json:"slipsAt"` // numbers of the notes that went wrong, were missed or came after a pause
}

// Limits of a take.
const (
	MaxPlanned = 2_000
	MaxHeard   = 6_000
	MaxSeconds = 5 * 60
)

// MIDIFloorMS is how exactly a MIDI instrument tells the time of a note, about.
const MIDIFloorMS = 1.0

// Judge judges what was heard against a piece. floorMS is how exactly onsets are
// known.
func Judge(p piece.Piece, heard []Heard, floorMS float64) (Take, error) {
	if err := check(p, heard); err != nil {
		return Take{}, err
	}
	heard = slices.Clone(heard)
	slices.SortStableFunc(heard, earlier)
	matched := align(p, heard)
	t := Take{Planned: len(p.Events), FloorMS: floorMS, ByCause: []Cause{}, Pauses: []Pause{}, Extras: []Heard{},
		Remarks: []string{}, Events: make([]Event, len(p.Events))}
	sounds := bySound(heard)
	if sounds && byChance(p, heard, matched) {
		t.nothingTold(p)
		return t, nil
	}
	limit := soft(p, heard, matched)
	used := make([]bool, len(heard))
	for i, e := range p.Events {
		t.Events[i] = Event{N: e.N, Planned: e.MIDI, Verdict: Missed}
		j := matched[i]
		if j < 0 {
			t.Missed++
			continue
		}
		used[j] = true
		h := heard[j]
		if !h.Is(e.MIDI) && h.LevelDB < limit {
			matched[i] = -1
			t.Missed++
			continue
		}
		t.Events[i] = Event{N: e.N, Planned: e.MIDI, Verdict: Right, HeardMIDI: &h.MIDI, OnsetSec: &h.OnsetSec}
		if h.Is(e.MIDI) {
			t.Events[i].HeardMIDI = &p.Events[i].MIDI
			t.Right++
		} else {
			t.Wrong++
			t.Events[i].Verdict = Wrong
			t.Events[i].Unsure = h.For(e.MIDI) >= perhaps
		}
	}
	for j, h := range heard {
		if used[j] || h.Doubt >= flutter || sounds && (h.LevelDB < limit || aside(h, heard, matched)) {
			continue
		}
		t.Extras = append(t.Extras, h)
	}
	if sounds && float64(len(t.Extras)) > max(mostOthers*float64(t.Planned), 2) {
		t.Extras = []Heard{}
		t.Remarks = append(t.Remarks, "Other sounds were heard beside the run. They aren't counted.")
	}
	for _, h := range t.Extras {
		if h.Doubt > 0 {
			t.Unsure++
		}
	}
	for _, e := range t.Events {
		if e.Unsure {
			t.Unsure++
		}
	}
	t.Extra = len(t.Extras)
	t.measure(p, heard, matched)
	t.slipsAt()
	t.judge(p)
	return t, nil
}

// aside reports whether a sound lies before the first note that was played, or after the last.
func aside(h Heard, heard []Heard, matched []int) bool {
	first, last := math.Inf(1), math.Inf(-1)
	for _, j := range matched {
		if j >= 0 {
			first, last = min(first, heard[j].OnsetSec), max(last, heard[j].OnsetSec)
		}
	}
	return h.OnsetSec < first || h.OnsetSec > last
}

// fewNotes is a plan so short that chance tells nothing.
const fewNotes = 24

// nothingTold is the judgement where no note can be told.
func (t *Take) nothingTold(p piece.Piece) {
	for i, e := range p.Events {
		t.Events[i] = Event{N: e.N, Planned: e.MIDI, Verdict: Missed}
	}
	t.Missed, t.SlipsAt, t.Result = t.Planned, []int{}, result.NotYet
	t.TempoBPM = float64(p.Rhythm.TempoBPM)
	t.Why = "This hardly sounds like the run. Play what is on screen, and check your tuning."
	if t.Planned < fewNotes {
		t.Why = "I couldn't tell enough notes to judge this. Play it again, closer to the microphone."
	}
}

// flutter is the doubt from which a sound that fits no planned note is no note.
const flutter = 0.5

// slipsAt lists each note at which something went wrong once, in order.
func (t *Take) slipsAt() {
	t.SlipsAt = []int{}
	for _, e := range t.Events {
		if e.Verdict != Right {
			t.SlipsAt = append(t.SlipsAt, e.N)
		}
	}
	for _, p := range t.Pauses {
		t.SlipsAt = append(t.SlipsAt, p.N)
	}
	slices.Sort(t.SlipsAt)
	t.SlipsAt = slices.Compact(t.SlipsAt)
}

// earlier puts heard notes in the order of time.
func earlier(a, b Heard) int { return cmp.Compare(a.OnsetSec, b.OnsetSec) }

func check(p piece.Piece, heard []Heard) error {
	if len(p.Events) == 0 || len(p.Events) > MaxPlanned {
		return fault.At("brief", "a run of %d notes was given: give 1 to %d", len(p.Events), MaxPlanned)
	}
	return Check(heard)
}

// Check says what is wrong with heard notes as a take: none, too many, out of range, or
// after the longest time.
func Check(heard []Heard) error {
	switch {
	case len(heard) == 0:
		return fault.At("take", "no notes were heard: give a take with notes")
	case len(heard) > MaxHeard:
		return fault.At("take", "%d notes were given: give up to %d", len(heard), MaxHeard)
	}
	for _, h := range heard {
		if !(h.OnsetSec >= 0 && h.OnsetSec <= MaxSeconds) {
			return fault.At("take", "a note at %.1f seconds was given: give a take of up to %d minutes", h.OnsetSec,
				MaxSeconds/60)
		}
		if h.MIDI < 0 || h.MIDI > maxMIDI {
			return fault.At("take", "MIDI number %d was given: give 0 to %d", h.MIDI, maxMIDI)
		}
	}
	return nil
}

const maxMIDI = 127

// What a clean take may be off by, and a nearly clean one.
const (
	cleanTempo, nearlyTempo   = 0.03, 0.08
	cleanSpread, nearlySpread = 0.10, 0.18 // of the length of a note
	cleanFloors               = 2.5
	nearlySlips               = 0.06 // of the notes
)

// hardly is the part of the notes under which a take is another run, or speech.
const hardly = 2

// judge proposes a result.
func (t *Take) judge(p piece.Piece) {
	slips := t.Wrong + t.Missed + t.Extra + len(t.Pauses)
	off := math.Abs(t.TempoBPM/float64(p.Rhythm.TempoBPM) - 1)
	note := 60_000 / float64(p.Rhythm.NotesPerMinute())
	spread := func(share float64) bool { return t.EvennessMS <= max(share*note, cleanFloors*t.FloorMS) }
	switch {
	case slips == 1 && t.Unsure == 1 && off <= cleanTempo && spread(cleanSpread):
		t.Result, t.Why = result.Nearly, "One note wasn't clear enough to judge. Play it again."
	case slips == 0 && off <= cleanTempo && spread(cleanSpread):
		t.Result, t.Why = result.Clean, fmt.Sprintf("Every note right and in time. Timing varies by %.0f ms.", t.EvennessMS)
	case float64(slips) <= max(2, nearlySlips*float64(t.Planned)) && off <= nearlyTempo && spread(nearlySpread):
		t.Result, t.Why = result.Nearly, "Nearly: "+t.slipWords(p)+"."
	case t.Right < t.Planned/hardly:
		t.Result, t.Why = result.NotYet, fmt.Sprintf("This doesn't sound like the run: %d of %d notes are right. Play what is on screen, and check your tuning.", t.Right, t.Planned)
	default:
		t.Result, t.Why = result.NotYet, "Not yet: "+t.slipWords(p)+"."
	}
}

// slipWords says what stands between a take and a clean one.
func (t *Take) slipWords(p piece.Piece) string {
	var words []string
	for _, s := range []struct {
		n         int
		one, many string
	}{{t.Wrong, "wrong note", "wrong notes"}, {t.Missed, "missed note", "missed notes"}, {t.Extra, "extra note",
		"extra notes"}, {len(t.Pauses), "pause", "pauses"}} {
		if s.n > 0 {
			words = append(words, english.Count(s.n, s.one, s.many))
		}
	}
	if off := t.TempoBPM/float64(p.Rhythm.TempoBPM) - 1; math.Abs(off) > cleanTempo {
		words = append(words, fmt.Sprintf("played at %.0f, not %d", t.TempoBPM, p.Rhythm.TempoBPM))
	}
	if note := 60_000 / float64(p.Rhythm.NotesPerMinute()); t.EvennessMS > max(cleanSpread*note,
		cleanFloors*t.FloorMS) {
		words = append(words, fmt.Sprintf("timing varies by %.0f ms", t.EvennessMS))
	}
	return english.And(words)
}
