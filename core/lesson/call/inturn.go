package call

import (
	"fmt"
	"strconv"

	"evenladder/core/base/fault"
	"evenladder/core/music/piece"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
)

var runLevels = []Level{{words: "every note, in order", has: anything}}

// runOf finds the run whose notes are called.
func (m *setting) runOf() error {
	p, err := plan.Build(m.asked.Brief)
	if err != nil {
		return err
	}
	m.run = p.Run.Events
	return nil
}

// runNotesOf are the numbers of the notes of the run.
func runNotesOf(m *setting) []string {
	out := make([]string, len(m.run))
	for i := range m.run {
		out[i] = strconv.Itoa(i + 1)
	}
	return out
}

func readRunNote(m *setting, s string) (string, error) {
	n, err := strconv.Atoi(s)
	if err != nil || n < 1 || n > len(m.run) {
		return "", fmt.Errorf("%q was given: give the number of a note, 1 to %d", fault.Clip(s), len(m.run))
	}
	return strconv.Itoa(n), nil
}

func (m *setting) runNote(ask string) piece.Note {
	n, _ := strconv.Atoi(ask)
	return m.run[n-1].Note
}

// answerRunNote is the place where the run has a note. Other places of its name are right notes, but
// not where it is played.
func answerRunNote(m *setting, ask string) (Call, error) {
	n := m.runNote(ask)
	d := pitch.MustParseDegree(n.Degree)
	c := Call{Show: d.Pretty(), Say: degreeWords(d), Answer: Answer{Note: &n}, Also: []Other{}}
	for _, p := range m.everyPlace(n.MIDI % octave) {
		if p == n.Place {
			continue
		}
		how := Far
		if m.Neck.MIDI(p) > n.MIDI {
			how = TooHigh
		}
		other := n
		other.Place, other.MIDI = p, m.Neck.MIDI(p)
		c.Also = append(c.Also, Other{other, how})
	}
	c.Why = fmt.Sprintf("Note %s of %d is on string %d, fret %d.", ask, len(m.run), n.String, n.Fret)
	return c, nil
}

func factOfRunNote(m *setting, ask string) []string {
	return []string{m.placeFact(m.runNote(ask).Place)}
}

// inTurn are the asks that come next, each in its turn and then from the first again.
func (r *Request) inTurn(all []string) []string {
	out := make([]string, r.Count)
	for i := range out {
		out[i] = all[(len(r.Said)+i)%len(all)]
	}
	return out
}
