// Package take judges a run as it was played: heard notes against a piece.
//
// Judge lays what was heard on what was to be played, so that each planned note is right,
// wrong or missed and the rest is extra (align.go), and tells what happened to the whole: a
// second go, a part left out, all of it a fret too high (story.go, telling.go). It measures
// time (measure.go), and says what went well, one thing that didn't, and what to do
// (judge.go, say.go). It proposes a result for the log, of which the player has the last word.
// It knows nothing of sound: a Heard is a pitch at a time, whoever heard it.
package take

import (
	"cmp"
	"math"
	"slices"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/clock"
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
	LateMS    *float64 `json:"lateMs"` // against the line through all onsets; early negative
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
	Found  bool    `json:"found"` // more than chance shows
}

// Take is the judgement.
type Take struct {
	Planned         int           `json:"planned"`
	Right           int           `json:"right"`
	Wrong           int           `json:"wrong"`
	Missed          int           `json:"missed"`
	Extra           int           `json:"extra"`
	TempoBPM        float64       `json:"tempoBpm"`
	Tempo           Span          `json:"tempoBetween"`    // beats a minute
	DriftPercent    float64       `json:"driftPercent"`    // from start to end, faster positive; 0 where it may be chance
	EvennessMS      float64       `json:"evennessMs"`      // spread of the onsets around their line
	Evenness        Span          `json:"evennessBetween"` // ms
	EvennessPercent float64       `json:"evennessPercent"`
	NoteToNoteMS    float64       `json:"noteToNoteMs"` // spread of each against its neighbours
	Places          []Place       `json:"places"`       // of the beat that come late or early
	Worst           int           `json:"worst"`        // number of the note that lies far off, 0 for none
	FloorMS         float64       `json:"floorMs"`      // smaller differences can't be measured
	ByCause         []Cause       `json:"byCause"`
	Pauses          []Pause       `json:"pauses"`
	Events          []Event       `json:"events"`
	Extras          []Heard       `json:"extras"`
	Result          result.Result `json:"result"`
	Why             string        `json:"why"`
	Unsure          int           `json:"unsure"`  // verdicts that may be wrong
	Remarks         []string      `json:"remarks"` // on the take itself: its level, what cannot be heard
	Story           []Happening   `json:"story"`   // what happened to the run as a whole
	Facts           []string      `json:"facts"`   // the figures, in words
	SlipsAt         []int         `json:"slipsAt"` // numbers of the notes that went wrong, were missed or came after a pause

	reading clock.Reading
	noteMS  float64 // the usual note
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
	t := newTake(p, floorMS)
	sounds := bySound(heard)
	told := tell(p, heard)
	if sounds && byChance(told.piece, heard) {
		t.nothingTold(p)
		return t, nil
	}
	t.Story = append(t.Story, told.story...)
	limit := soft(told, heard)
	t.verdicts(p, told, heard, limit)
	t.extras(told, heard, limit, sounds)
	t.measure(told.piece, heard, told.matched)
	t.slipsAt(told.unplayed)
	t.judge(p, told)
	t.Facts = t.facts(p)
	return t, nil
}

func newTake(p piece.Piece, floorMS float64) Take {
	return Take{
		Planned: len(p.Events),
		FloorMS: floorMS,
		ByCause: []Cause{},
		Pauses:  []Pause{},
		Extras:  []Heard{},
		Remarks: []string{},
		Facts:   []string{},
		Places:  []Place{},
		Story:   []Happening{},
		Events:  make([]Event, len(p.Events)),
	}
}

// verdicts says of each planned note what became of it. A wrong note that is too soft is
// not of the player.
func (t *Take) verdicts(p piece.Piece, told telling, heard []Heard, limit float64) {
	for i, e := range p.Events {
		t.Events[i] = Event{N: e.N, Planned: e.MIDI, Verdict: Missed}
		j := told.matched[i]
		if j >= 0 && !heard[j].Is(told.piece.Events[i].MIDI) && heard[j].LevelDB < limit {
			j, told.matched[i] = -1, -1
		}
		if j < 0 {
			t.Missed++
			continue
		}
		h, played := heard[j], told.piece.Events[i].MIDI
		if h.Is(played) {
			t.Right++
			t.Events[i] = Event{N: e.N, Planned: e.MIDI, Verdict: Right, HeardMIDI: &played, OnsetSec: &h.OnsetSec}
			continue
		}
		t.Wrong++
		t.Events[i] = Event{N: e.N, Planned: e.MIDI, Verdict: Wrong, HeardMIDI: &h.MIDI, OnsetSec: &h.OnsetSec,
			Unsure: h.For(played) >= perhaps}
		if t.Events[i].Unsure {
			t.Unsure++
		}
	}
}

// extras finds the extra notes. A sound that is no note, is too soft or comes outside the run isn't one. Where there
// are very many, they are other sounds, and none counts.
func (t *Take) extras(told telling, heard []Heard, limit float64, sounds bool) {
	for j, h := range heard {
		if told.ofRun[j] || h.Doubt >= flutter || sounds && (h.LevelDB < limit || aside(h, heard, told.matched)) {
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
	t.Extra = len(t.Extras)
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

// flutter is the doubt from which a sound that fits no planned note is no note.
const flutter = 0.5

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
