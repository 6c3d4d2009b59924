// Package call is what a teacher calls out: a number, a note to find, a place to name, a
// scale to spell, a signature; and the right answer to each.
//
// A Request names a kind and how many calls, with a seed: the same request gives the same
// calls, so that what is asked aloud today can stand on a sheet tomorrow. Kinds is the table
// of kinds; each asks one thing and answers it, with the reason in a sentence. A further kind
// is a file with its function and a row in the table.
package call

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/brief"
	"evenladder/core/fault"
	"evenladder/core/neck"
	"evenladder/core/piece"
	"evenladder/core/table"
)

// Request asks for calls. Ask names what is asked in place of a number of calls by the seed.
type Request struct {
	Brief brief.Brief `json:"brief"`
	Kind  string      `json:"kind"`
	Count int         `json:"count,omitempty"` // 1 to MaxCalls; usualCount where it is not given
	Seed  int         `json:"seed,omitempty"`  // 0 to brief.MaxSeed
	Ask   []string    `json:"ask,omitempty"`
}

// Bounds of a request.
const (
	MaxCalls   = 200
	usualCount = 8
	maxAskLen  = 24
)

// Calls is the answer to a request.
type Calls struct {
	Kind  string `json:"kind"`
	Calls []Call `json:"calls"`
}

// Call is one call with its answer.
type Call struct {
	N      int          `json:"n"`               // from 1
	Ask    string       `json:"ask"`             // as data
	Say    string       `json:"say"`             // as it is said aloud
	Place  *piece.Note  `json:"place,omitempty"` // that is pointed at, where a place is asked about
	Answer Answer       `json:"answer"`
	Also   []piece.Note `json:"also"` // other places of the same note: right, but not where it is called for
	Why    string       `json:"why"`
}

// Answer is a place with its note, or a list of notes.
type Answer struct {
	*piece.Note
	Notes []piece.Note `json:"notes,omitempty"` // places, lowest first
	Words []string     `json:"words,omitempty"` // names in their order, for what is spelled
}

// kind is one kind of call.
type kind struct {
	table.Row
	// asks are all that may be asked, in a fixed order.
	asks func(*room) []string
	// read takes what was asked for by hand.
	read func(*room, string) (string, error)
	// answer answers what is asked; what was answered before may matter.
	answer func(*room, string) (Call, error)
}

// Kinds are all kinds in picker order.
var Kinds = []kind{
	{table.Row{ID: "numbers", Name: "numbers", Why: "degrees called one after another, as in a band: the low one near the hand is right"}, numbersOf, readDegree, answerNumber},
	{table.Row{ID: "find", Name: "find the note", Why: "every place of a note on the neck"}, namesOf, readName, answerFind},
	{table.Row{ID: "name", Name: "name the place", Why: "a place is pointed at: which note, which degree"}, placesOf, readPlace, answerName},
	{table.Row{ID: "spell", Name: "spell the scale", Why: "the notes of a scale in their order, letter by letter"}, tonicsOf, readTonic, answerSpell},
	{table.Row{ID: "signature", Name: "signatures", Why: "how many sharps or flats, and which"}, tonicsOf, readTonic, answerSignature},
}

// room is where calls are answered: a neck, a key, and where the hand stands.
type room struct {
	brief.Reading
	hand  int         // fret of the index finger
	low   []int       // strings on which bass notes belong, the lowest first
	roots [2]anchored // the 1, and the low 5 under it
}

// anchored is a place that others are found from.
type anchored struct {
	neck.Place
	name string
}

// Build makes calls with their answers. What cannot be met is a fault.List.
func Build(r Request) (Calls, error) {
	var faults fault.List
	k, ok := table.Find(Kinds, r.Kind)
	if !ok {
		faults.Add("kind", fault.Word(r.Kind, table.IDs(Kinds)))
	}
	if r.Count == 0 {
		r.Count = usualCount
	}
	faults.Between("count", r.Count, 1, MaxCalls)
	faults.Between("seed", r.Seed, 0, brief.MaxSeed)
	if len(r.Ask) > MaxCalls {
		faults.Addf("ask", "%d were given: give %d at most", len(r.Ask), MaxCalls)
	}
	reading, err := brief.Read(r.Brief)
	faults.Under("brief.", err)
	if len(faults) > 0 {
		return Calls{}, faults
	}
	if err != nil {
		return Calls{}, err
	}
	m, err := newRoom(reading)
	if err != nil {
		return Calls{}, err
	}
	asked, err := r.asked(k, m)
	if err != nil {
		return Calls{}, err
	}
	out := Calls{Kind: k.ID, Calls: []Call{}}
	for i, ask := range asked {
		c, err := k.answer(m, ask)
		if err != nil {
			return Calls{}, fault.At("ask", "%v", err)
		}
		c.N, c.Ask = i+1, ask
		if c.Also == nil {
			c.Also = []piece.Note{}
		}
		out.Calls = append(out.Calls, c)
	}
	return out, nil
}

// asked is what is asked: by hand, or by the seed, never the same twice running.
func (r Request) asked(k kind, m *room) ([]string, error) {
	if len(r.Ask) > 0 {
		out := make([]string, len(r.Ask))
		var faults fault.List
		faults.Each("ask", len(r.Ask), func(i int) (err error) {
			if len(r.Ask[i]) > maxAskLen {
				return fmt.Errorf("%q was given: give something shorter", fault.Clip(r.Ask[i]))
			}
			out[i], err = k.read(m, strings.TrimSpace(r.Ask[i]))
			return err
		})
		return out, faults.Or()
	}
	all := k.asks(m)
	if len(all) == 0 {
		return nil, fault.At("brief", "nothing of this kind can be asked here: give another scale or neck")
	}
	random := rand.New(rand.NewPCG(uint64(r.Seed), uint64(len(all))))
	out := make([]string, r.Count)
	for i := range out {
		out[i] = all[random.IntN(len(all))]
		for len(all) > 1 && i > 0 && out[i] == out[i-1] {
			out[i] = all[random.IntN(len(all))]
		}
	}
	return out, nil
}

// note is a place with its note as the key spells it.
func (m *room) note(p neck.Place) piece.Note {
	midi := m.Neck.MIDI(p)
	at := m.Scale.Pitch(midi)
	n := piece.Note{Place: p, MIDI: midi, Name: at.Name.String()}
	if i := m.Scale.Index(midi); i >= 0 {
		n.Degree = m.Scale.Formula[i].String()
	}
	return n
}

// places are all places of a pitch class up to a fret, the lowest sounding first.
func (m *room) places(class, upTo int) (out []neck.Place) {
	for str := 1; str <= m.Neck.Strings(); str++ {
		for fret := 0; fret <= min(upTo, m.Neck.Frets); fret++ {
			if p := (neck.Place{String: str, Fret: fret}); m.Neck.MIDI(p)%octave == class {
				out = append(out, p)
			}
		}
	}
	slices.SortStableFunc(out, func(a, b neck.Place) int {
		if by := m.Neck.MIDI(a) - m.Neck.MIDI(b); by != 0 {
			return by
		}
		return b.String - a.String
	})
	return out
}

const octave = 12

// highestAsked is up to which fret notes are asked for: what lies higher repeats it.
const highestAsked = 12

func parsePlace(s string) (p neck.Place, ok bool) {
	str, fret, cut := strings.Cut(s, "/")
	var err1, err2 error
	p.String, err1 = strconv.Atoi(str)
	p.Fret, err2 = strconv.Atoi(fret)
	return p, cut && err1 == nil && err2 == nil
}

func placeText(p neck.Place) string { return fmt.Sprintf("%d/%d", p.String, p.Fret) }
