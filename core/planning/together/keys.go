package together

import (
	"cmp"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/base/table"
	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
	"evenladder/core/theory/scale"
)

// Key is how a key suits a group.
type Key struct {
	Tonic  string   `json:"tonic"`
	Title  string   `json:"title"`
	Cannot []string `json:"cannot"` // names of those whose part it has no room for
	Shifts int      `json:"shifts"` // of all hands
	Open   int      `json:"open"`   // notes on open strings
	High   int      `json:"high"`   // the highest fret that anyone plays
	Words  string   `json:"words"`  // this in words
	Now    bool     `json:"now"`    // it is the key of the brief

	cost float64
}

// Keys are the twelve keys for the music of a group, those that suit all its members first: whom a key has no room for counts
// most, then how easily each part lies in its easiest way.
func Keys(g Group) ([]Key, error) {
	g.Members = slices.Clone(g.Members)
	if err := CheckMembers(g.Members); err != nil {
		return nil, err
	}
	own, m, err := musicOf(g.Brief)
	if err != nil {
		return nil, err
	}
	out := make([]Key, 0, octave)
	for class := range octave {
		to := m.scale
		to.Tonic = scale.UsualTonic(class)
		if class == m.scale.Tonic.Class() {
			to.Tonic = m.scale.Tonic
		}
		moved := m
		moved.scale, moved.notes = to, line.InScale(m.notes, m.scale, to)
		moved.roots = rootsUp(m.roots, to.Tonic.Class()-m.scale.Tonic.Class())
		b := own.Brief
		b.Scale.Tonic = to.Tonic.String()
		k := keyOf(b, moved, g.Members)
		k.Tonic, k.Title, k.Now = b.Scale.Tonic, to.Title(), class == m.scale.Tonic.Class()
		out = append(out, k)
	}
	slices.SortStableFunc(out, func(a, b Key) int {
		return cmp.Or(len(a.Cannot)-len(b.Cannot), cmp.Compare(a.cost, b.cost))
	})
	return out, nil
}

func rootsUp(roots []root, by int) []root {
	out := slices.Clone(roots)
	for i := range out {
		out[i].midi += by
	}
	return out
}

func keyOf(b brief.Brief, m music, members []Member) Key {
	k := Key{Cannot: []string{}}
	for _, member := range members {
		voice, _ := table.Find(Voices, member.Voice)
		w, ok := easiest(bare(b, member), voice.of(m, member.After))
		if !ok {
			k.Cannot = append(k.Cannot, member.Name)
			continue
		}
		k.cost += w.Cost()
		k.Shifts += w.Shifts
		k.High = max(k.High, w.High)
		for _, n := range w.Notes {
			if n.Fret == 0 {
				k.Open++
			}
		}
	}
	k.Words = some(k.Shifts, "shift", "shifts") + ", " + some(k.Open, "note", "notes") + " on open strings"
	return k
}

// some is how many there are of something, in words.
func some(n int, one, many string) string {
	if n == 0 {
		return "no " + many
	}
	return english.CountInWords(n, one, many)
}

// easiest is the easiest way of a part.
func easiest(b brief.Brief, notes []line.Note) (phrase.Way, bool) {
	r, err := brief.Read(b)
	if err != nil || len(notes) == 0 {
		return phrase.Way{}, false
	}
	up, ok := phrase.AtHome(notes, r.Neck, false)
	if !ok {
		return phrase.Way{}, false
	}
	found, err := phrase.Build(phrase.Request{Brief: b, Keep: true,
		Line: line.Line{Notes: line.Transposed(notes, up), InKey: true}})
	if err != nil || len(found.Ways) == 0 {
		return phrase.Way{}, false
	}
	return found.Ways[0], true
}
