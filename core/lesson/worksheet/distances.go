package worksheet

import (
	"fmt"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/lesson/call"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
)

// Distances are what the distance from one note of a scale to the next may be named, in the order of their half steps, from one.
var Distances = []table.Row{
	{ID: "half", Name: "half"}, {ID: "whole", Name: "whole"}, {ID: "step-and-a-half", Name: "1½"},
	{ID: "two-steps", Name: "2 whole"},
}

// checkDistances finds what can't be a name of a distance.
func (f Filled) checkDistances(it Item, faults *fault.List) {
	if len(f.Distances) > len(it.Steps) {
		faults.Addf("distances", "%d were given: give %d at most", len(f.Distances), len(it.Steps))
		return
	}
	faults.Each("distances", len(f.Distances), func(i int) error {
		if id := f.Distances[i]; id != "" {
			if _, ok := table.Find(Distances, id); !ok {
				return fault.Word(id, table.IDs(Distances))
			}
		}
		return nil
	})
}

// distances judges what the distances were named: those between the notes that are written, or as the scale has them where
// one of the two is missing.
func (m *Judged) distances(r brief.Reading, it Item, f Filled, given []string) {
	m.Distances = make([]string, len(it.Steps))
	for i, semitones := range it.Steps {
		m.Distances[i] = BlankEmpty
		if i >= len(f.Distances) || f.Distances[i] == "" || f.Step == call.LettersStep {
			continue
		}
		between := "Distance " + fmt.Sprint(i+1)
		if given[i] != "" && given[i+1] != "" {
			from, to := pitch.MustParseName(given[i]), pitch.MustParseName(given[i+1])
			semitones = (to.Class() - from.Class() + 12) % 12
			between = r.Say(from) + " to " + r.Say(to)
		}
		m.Distances[i] = BlankRight
		if semitones < 1 || semitones > len(Distances) || Distances[semitones-1].ID != f.Distances[i] {
			m.Distances[i] = BlankWrong
			m.Slips = append(m.Slips, call.Slip{At: i, Kind: "distance", Words: between + " is " + call.DistanceWords(semitones) + "."})
		}
	}
}
