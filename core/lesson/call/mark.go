package call

import (
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"fmt"
)

// Ids of the verdicts.
const (
	Right   = "right"
	TooHigh = "too-high"
	Far     = "far"
	Partly  = "partly"
	Wrong   = "wrong"
	Again   = "again"
)

// Verdicts are what an answer may come to.
var Verdicts = []table.Row{
	{ID: Right, Name: "right"},
	{ID: TooHigh, Name: "right note, too high"},
	{ID: Far, Name: "right note, but far away"},
	{ID: Partly, Name: "partly right"},
	{ID: Wrong, Name: "not that one"},
	{ID: Again, Name: "try again", Why: "not understood, and not counted"},
}

// Given is an answer: one of its fields, whichever way it came.
type Given struct {
	Place  *neck.Place  `json:"place,omitempty"`  // pressed on the neck
	Places []neck.Place `json:"places,omitempty"` // several of them
	MIDI   *int         `json:"midi,omitempty"`   // played, by microphone or MIDI
	Played []int        `json:"played,omitempty"` // several of them in their order, as MIDI notes
	Text   string       `json:"text,omitempty"`   // typed
	Right  *bool        `json:"right,omitempty"`  // said aloud, and judged by the teacher
	OffMS  *int         `json:"offMs,omitempty"`  // from the beat that it was due on, early below zero; where calls play on
}

// Answered asks for the verdict on an answer to one call.
type Answered struct {
	Request        // Said are the calls before it
	Given   Given  `json:"given"`
	Answers string `json:"answers"` // the ask that is answered
}

// Marked is the verdict on an answer.
type Marked struct {
	Verdict string          `json:"verdict"` // id of one of Verdicts
	Words   string          `json:"words"`   // for the player
	Time    string          `json:"time"`    // "early", "on" or "late" where it was due on a beat
	Call    Call            `json:"call"`    // with its right answer
	Facts   map[string]bool `json:"facts"`   // what it showed to be known or not
	Slips   []Slip          `json:"slips"`   // of what was spelled
	Missed  []neck.Place    `json:"missed"`  // places that were not found
	Extra   []neck.Place    `json:"extra"`   // places that are another note
	Anchors []piece.Note    `json:"anchors"` // the 1 and its 5, from which numbers are found
}

const (
	maxGiven    = 200 // characters typed
	mostPlaces  = 200
	mostMIDI    = 127
	mostOffMS   = 60_000
	onTimeShare = 4 // an answer is on time within this part of a beat
)

// Mark judges an answer. What cannot be an answer is a fault.List; what was not understood
// has the verdict Again.
func Mark(a Answered) (Marked, error) {
	var faults fault.List
	a.Given.check(&faults)
	if faults != nil {
		return Marked{}, faults
	}
	k, m, c, err := a.open()
	if err != nil {
		return Marked{}, err
	}
	out := Marked{Call: c, Facts: map[string]bool{}, Slips: []Slip{}, Missed: []neck.Place{}, Extra: []neck.Place{},
		Anchors: m.anchorNotes()}
	(&grading{m, &out, a.Given}).judge(k)
	if out.Verdict != Again {
		for _, f := range c.Facts {
			if _, ok := out.Facts[f]; !ok {
				out.Facts[f] = out.Verdict == Right
			}
		}
	}
	if off := a.Given.OffMS; off != nil {
		out.Time = timing(*off, *m.Brief.Rhythm.TempoBPM)
	}
	return out, nil
}

// open makes the call that is answered, and the setting of it.
func (a *Answered) open() (Kind, *setting, Call, error) {
	k, m, err := a.Request.open()
	if err != nil {
		return k, m, Call{}, err
	}
	asks, err := readEach("answers", k, m, []string{a.Answers})
	if err != nil {
		return k, m, Call{}, err
	}
	c, err := k.call(m, asks[0])
	if err != nil {
		return k, m, c, fault.At("answers", "%v", err)
	}
	c.N = len(a.Said) + 1
	return k, m, c, nil
}

func (g Given) check(faults *fault.List) {
	ways := 0
	for _, given := range []bool{g.Place != nil, g.Places != nil, g.MIDI != nil, g.Played != nil, g.Text != "", g.Right != nil} {
		if given {
			ways++
		}
	}
	if ways != 1 {
		faults.Addf("given", "%d ways were given: give one of place, places, midi, played, text and right", ways)
	}
	if len(g.Text) > maxGiven {
		faults.Addf("given.text", "%d characters were given: give %d at most", len(g.Text), maxGiven)
	}
	if len(g.Places) > mostPlaces {
		faults.Addf("given.places", "%d were given: give %d at most", len(g.Places), mostPlaces)
	}
	if len(g.Played) > mostPlaces {
		faults.Addf("given.played", "%d were given: give %d at most", len(g.Played), mostPlaces)
	}
	for i, midi := range g.Played {
		faults.Between(fmt.Sprintf("given.played[%d]", i), midi, 0, mostMIDI)
	}
	if g.MIDI != nil {
		faults.Between("given.midi", *g.MIDI, 0, mostMIDI)
	}
	if g.OffMS != nil {
		faults.Between("given.offMs", *g.OffMS, -mostOffMS, mostOffMS)
	}
}

// timing says how an answer came beside its beat.
func timing(offMS, tempoBPM int) string {
	allowed := 60_000 / tempoBPM / onTimeShare
	switch {
	case offMS < -allowed:
		return "early"
	case offMS > allowed:
		return "late"
	}
	return "on"
}

// grading is one answer to one call on its way to a verdict.
type grading struct {
	*setting
	*Marked
	Given
}

func (g *grading) say(verdict, words string) { g.Verdict, g.Words = verdict, words }

// right says that it is right, with the reason of the call; wrong that it isn't.
func (g *grading) right() { g.say(Right, g.Call.Why) }
func (g *grading) wrong() { g.say(Wrong, g.Call.Why) }

// judge asks the kind for its verdict. What a teacher heard said aloud is the teacher's to judge, of every kind.
func (g *grading) judge(k Kind) {
	switch said := g.Given.Right; {
	case said != nil && *said:
		g.right()
	case said != nil:
		g.wrong()
	default:
		k.grade(g)
	}
}
