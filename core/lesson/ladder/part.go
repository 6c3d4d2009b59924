package ladder

import (
	"fmt"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/planning/plan"
)

// Part is what of the run a rung is played on.
type Part struct {
	ID   string `json:"id"`   // empty for the whole
	Name string `json:"name"` // as it is said behind the rung
	From int    `json:"from"` // its first note, from 1
	To   int    `json:"to"`   // its last one
}

// partKind is a part that comes before the whole, at the tempo where the ladder begins.
type partKind struct {
	table.Row
	find func(plan.Plan) (from, to int, ok bool)
}

// naming is the part in which each note is named: at so many notes a minute at most.
const naming, namingNPM = "naming", 60

// stepOf is how fast a part is played: where the ladder begins, and slow enough to name
// each note.
func stepOf(part Part, from Step) Step {
	if part.ID == naming && from.NotesPerMinute() > namingNPM {
		return Step{1, namingNPM}
	}
	return from
}

// Parts are what may come before the whole, in this order. Common practice: slow enough
// to name each note, one octave before two, up before both ways.
var Parts = []partKind{
	{table.Row{ID: naming, Name: "naming each note", Why: "the whole run, slow enough to say each note's name"},
		func(p plan.Plan) (int, int, bool) {
			return 1, len(p.Run.Events), true
		}},
	{table.Row{ID: "octave", Name: "one octave", Why: "from the first root to the next one"}, firstOctave},
	{table.Row{ID: "up", Name: "going up only", Why: "to the highest note, without coming down"}, wayUp},
	{table.Row{ID: "half", Name: "the first half", Why: "a phrase up to its middle"}, firstHalf},
}

// leastPart is how many notes a part has, and how many fewer than the whole, to be worth
// a rung.
const leastPart = 4

// octave is its size in semitones.
const octave = 12

// firstHalf is a phrase up to the first note after its middle.
func firstHalf(p plan.Plan) (from, to int, ok bool) {
	events := p.Run.Events
	last := events[len(events)-1]
	middle := (events[0].At + last.At + last.Beats) / 2
	for i, e := range events {
		if e.At >= middle-1e-9 {
			return 1, i + 1, p.Run.Rhythm.Free && i+1 >= leastPart && len(events)-(i+1) >= leastPart
		}
	}
	return 0, 0, false
}

// firstOctave is from the first root up to the one above it.
func firstOctave(p plan.Plan) (from, to int, ok bool) {
	if p.Run.Rhythm.Free {
		return 0, 0, false
	}
	for i, e := range p.Run.Events {
		switch {
		case from == 0 && e.Degree == "1":
			from = i + 1
		case from > 0 && e.MIDI == p.Run.Events[from-1].MIDI+octave:
			return from, i + 1, len(p.Run.Events)-(i+2-from) >= leastPart
		}
	}
	return 0, 0, false
}

// wayUp is up to the highest note.
func wayUp(p plan.Plan) (from, to int, ok bool) {
	if p.Run.Rhythm.Free {
		return 0, 0, false
	}
	top := 0
	for i, e := range p.Run.Events {
		if e.MIDI > p.Run.Events[top].MIDI {
			top = i
		}
	}
	return 1, top + 1, top+1 >= leastPart && len(p.Run.Events)-(top+1) >= leastPart
}

// Stretch is a part of the run by its notes, both counted from 1.
type Stretch struct {
	From int `json:"from"`
	To   int `json:"to"`
}

// Check says what is wrong with a stretch of a run of so many notes.
func (s Stretch) Check(notes int) error {
	if s.From < 1 || s.To <= s.From || s.To > notes {
		return fmt.Errorf("notes %d to %d were given: give two notes of the %d of the run, the earlier first", s.From,
			s.To, notes)
	}
	return nil
}

// Offer is a part that a run has.
type Offer struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Why  string `json:"why"`
}

// partsOf are the parts that come first, as they are asked for, and the one that all
// other rungs are of; and what else the run offers.
func (r Request) partsOf(p plan.Plan, faults *fault.List) (first []Part, rest Part, offers []Offer) {
	rest = Part{From: 1, To: len(p.Run.Events)}
	for i, id := range r.Parts {
		if _, ok := table.Find(Parts, id); !ok {
			faults.Add(fmt.Sprintf("parts.%d", i), fault.Word(id, table.IDs(Parts)))
		}
	}
	for _, k := range Parts {
		from, to, ok := k.find(p)
		if !ok {
			continue
		}
		offers = append(offers, Offer{k.ID, k.Name, k.Why})
		if slices.Contains(r.Parts, k.ID) && r.Stretch == nil {
			first = append(first, Part{k.ID, k.Name, from, to})
		}
	}
	if s := r.Stretch; s != nil {
		faults.Add("stretch", s.Check(rest.To))
		rest = Part{fmt.Sprintf("notes %d-%d", s.From, s.To), fmt.Sprintf("notes %d to %d", s.From, s.To), s.From, s.To}
	}
	return first, rest, offers
}

// timesWords says how often, nothing for once.
func timesWords(times int) string {
	if times <= 1 {
		return ""
	}
	return english.Times(times) + " without a stop"
}

// MaxTimes is how often a rung may be played on end.
const MaxTimes = 8
