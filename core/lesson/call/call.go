// Package call is what a teacher calls out: a number, a note to find, a place to name, a
// scale to spell, a signature; and the right answer to each.
//
// A Request names a kind and how many calls, with a seed: the same request gives the same
// calls, so that what is asked aloud today can stand on a sheet tomorrow. Kinds is the table
// of kinds; each asks one thing and answers it, with the reason in a sentence. A further kind
// is a file with its function and a row in the table.
//
// Mark judges an answer in whatever way it was given. What an answer shows of the player's
// knowledge is said by facts: the name of one place, one degree, one key.
package call

import (
	"fmt"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
)

// Request asks for calls. Ask names what is asked in place of a number of calls by the seed.
type Request struct {
	Brief brief.Brief `json:"brief"`
	Kind  string      `json:"kind"`
	Count int         `json:"count,omitempty"` // 1 to MaxCalls; usualCount where it is not given
	Seed  int         `json:"seed,omitempty"`  // 0 to brief.MaxSeed
	Ask   []string    `json:"ask,omitempty"`

	Level       int                `json:"level,omitempty"`       // of the kind, from 1; 0 for the usual one
	Progression string             `json:"progression,omitempty"` // id of one of Progressions, of numbers
	Minor       string             `json:"minor,omitempty"`       // id of one of MinorSchools, of numbers
	Anchor      string             `json:"anchor,omitempty"`      // id of one of Anchors, of numbers
	Octave      string             `json:"octave,omitempty"`      // id of one of Octaves, of numbers
	NextFour    bool               `json:"nextFour,omitempty"`    // of numbers: the 4 on the next string is right, too
	Every       int                `json:"every,omitempty"`       // beats from call to call, one of Beats; 0 waits for the answer
	As          string             `json:"as,omitempty"`          // id of one of Sayings, of places to name
	Said        []string           `json:"said,omitempty"`        // what was asked before these, in its order
	Known       map[string]float64 `json:"known,omitempty"`       // facts with the chance that they are known, 0 to 1
}

// Bounds of a request.
const (
	MaxCalls   = 200
	MaxKnown   = 2000
	usualCount = 8
	maxAskLen  = 24
)

// Beats are the times between calls that play on, in beats; 0 waits.
var Beats = []int{0, 1, 2, 4, 8}

// Calls is the answer to a request.
type Calls struct {
	Kind  string `json:"kind"`
	Calls []Call `json:"calls"`
}

// Call is one call with its answer.
type Call struct {
	N      int         `json:"n"`               // from 1
	Ask    string      `json:"ask"`             // as data
	Show   string      `json:"show"`            // as it is read from a stand
	Say    string      `json:"say"`             // as it is said aloud
	At     *int        `json:"at,omitempty"`    // beat on which it is called, where calls play on
	Place  *piece.Note `json:"place,omitempty"` // that is pointed at, where a place is asked about
	Answer Answer      `json:"answer"`
	Also   []Other     `json:"also"` // other places of the same note: right, but not where it is called for
	Why    string      `json:"why"`
	Facts  []string    `json:"facts"` // what a right answer shows to be known
}

// Title is what was asked, for a list of calls.
func (c Call) Title() string {
	if c.Place != nil {
		return c.Say
	}
	return c.Show
}

// Answer is a place with its note, or a list of notes or words.
type Answer struct {
	*piece.Note
	Notes []piece.Note `json:"notes,omitempty"` // places, lowest first
	Words []string     `json:"words,omitempty"` // in their order; names as data
}

// Other is a place of the note that is asked for, but not the one.
type Other struct {
	piece.Note
	How string `json:"how"` // id of one of Verdicts
}

// By is the way in which a kind of call is answered.
type By string

// The ways to answer.
const (
	ByPlace  By = "place"  // one place of the neck
	ByPlaces By = "places" // all of some places
	ByName   By = "name"   // one word: a note, a degree, a finger
	ByNames  By = "names"  // several notes in their order
	ByYes    By = "yes"    // yes or no
)

// Kind is one kind of call.
type Kind struct {
	table.Row
	Group  string // id of one of Groups
	By     By
	Levels []Level
	usual  int // level that is asked at where none is said
	// ready finds what the kind needs of the setting, or says what is wrong; nil for nothing.
	ready func(*setting) error
	// asks are all that may be asked, in a fixed order.
	asks func(*setting) []string
	// read takes what was asked for by hand.
	read func(*setting, string) (string, error)
	// answer answers what is asked; what was answered before may matter.
	answer func(*setting, string) (Call, error)
	// facts are what a right answer shows to be known; nil for the ask itself.
	facts func(*setting, string) []string
}

// Groups are what kinds of call are about, in picker order.
var Groups = []table.Row{
	{ID: onNeck, Name: "on the neck"}, {ID: inNames, Name: "names"}, {ID: inSpelling, Name: "spelling"},
	{ID: inKeys, Name: "keys"},
}

const (
	onNeck     = "neck"
	inNames    = "names"
	inSpelling = "spelling"
	inKeys     = "keys"
)

// Kinds are all kinds in picker order, those of a group together.
var Kinds = []Kind{
	{table.Row{ID: "numbers", Name: "numbers",
		Why: "A degree is called, as in a band. Play the low one near your hand."}, onNeck, ByPlace,
		numberLevels, 2, (*setting).anchors, numbersOf, readDegree, answerNumber, nil},
	{table.Row{ID: runKind, Name: "the run, note by note",
		Why: "Play the run. Each note waits for you."}, onNeck, ByPlace, runLevels, 1,
		(*setting).runOf, runNotesOf, readRunNote, answerRunNote, factOfRunNote},
	{table.Row{ID: "from-degree", Name: "from a degree",
		Why: "Start the scale on the degree that is called."}, onNeck, ByPlace, fromLevels, 3,
		nil, startsOf, readStart, answerStart, nil},
	{table.Row{ID: "find", Name: "find the note", Why: "Find every place of a note."}, onNeck, ByPlaces, neckLevels, 3,
		nil, namesOf, readName, answerFind, factsToFind},
	{table.Row{ID: "next-key", Name: "the next key",
		Why: "The chord changes. Play the nearest octave of the new key."}, onNeck, ByPlace, nextLevels, 2, nil,
		nextKeysOf, readTonic, answerNextKey, nil},
	{table.Row{ID: "name", Name: "name the note",
		Why: "A place is marked. Say or type its note, degree or interval."}, inNames, ByName, neckLevels, 3, nil,
		placesOf, readPlace, answerName, factOfPlace},
	{table.Row{ID: "fingers", Name: "fingers", Why: "A place is marked. Which finger plays it?"}, inNames, ByName,
		boxLevels, 2, (*setting).plan, boxPlacesOf, readPlace, answerFinger, factOfFinger},
	{table.Row{ID: "landing", Name: "landing", Why: "Can the run end on this note of the chord?"}, inNames, ByYes,
		chordLevels, 3, nil, landingsOf, readLanding, answerLanding, nil},
	{table.Row{ID: "spell", Name: "spell the scale", Why: "Letters first, then accidentals."},
		inSpelling, ByNames, keyLevels, 3, nil, tonicsOf, readTonic, answerSpell, factOfKey},
	{table.Row{ID: "chord", Name: "spell the chord", Why: "Name the notes of a chord of the key."},
		inSpelling, ByNames, chordLevels, 3, nil, chordsOf, readChord, answerChord, nil},
	{table.Row{ID: "signature", Name: "key signatures", Why: "How many sharps or flats, and which?"}, inKeys, ByNames,
		keyLevels, 3, (*setting).signed, tonicsOf, readTonic, answerSignature, factOfKey},
	{table.Row{ID: "key", Name: "name the key", Why: "Which key has this many sharps or flats?"}, inKeys, ByName,
		keyLevels, 3, (*setting).signed, signaturesOf, readSignature, answerKey, factOfKey},
	{table.Row{ID: "order", Name: "order of sharps and flats",
		Why: "The first sharps or flats, in order."}, inKeys, ByNames, orderLevels, 2, nil, ordersOf,
		readOrder, answerOrder, nil},
	{table.Row{ID: "relative", Name: "relatives", Why: "The minor of a major key, and back."},
		inKeys, ByName, keyLevels, 3, (*setting).signed, relativesOf, readTonic, answerRelative, factOfKey},
}

// Find returns the kind with this id.
func Find(id string) (Kind, bool) { return table.Find(Kinds, id) }

// Build makes calls with their answers. What cannot be met is a fault.List.
func Build(r Request) (Calls, error) {
	k, m, err := r.open()
	if err != nil {
		return Calls{}, err
	}
	asked, err := r.asked(k, m)
	if err != nil {
		return Calls{}, err
	}
	out := Calls{Kind: k.ID, Calls: make([]Call, 0, len(asked))}
	for i, ask := range asked {
		c, err := k.call(m, ask)
		if err != nil {
			return Calls{}, fault.At("ask", "%v", err)
		}
		c.N = len(r.Said) + i + 1
		if r.Every > 0 {
			at := i * r.Every
			c.At = &at
		}
		out.Calls = append(out.Calls, c)
	}
	return out, nil
}

// open checks a request, and makes the setting that its calls are answered in, with the hand
// where what was said before has left it.
func (r *Request) open() (Kind, *setting, error) {
	var faults fault.List
	k, ok := Find(r.Kind)
	if !ok {
		faults.Add("kind", fault.Word(r.Kind, table.IDs(Kinds)))
	}
	if r.Count == 0 {
		r.Count = usualCount
	}
	faults.Between("count", r.Count, 1, MaxCalls)
	faults.Between("seed", r.Seed, 0, brief.MaxSeed)
	faults.Between("level", r.Level, 0, max(len(k.Levels), 1))
	if len(r.Ask) > MaxCalls {
		faults.Addf("ask", "%d were given: give %d at most", len(r.Ask), MaxCalls)
	}
	if len(r.Said) > MaxCalls {
		faults.Addf("said", "%d were given: give %d at most", len(r.Said), MaxCalls)
	}
	if len(r.Known) > MaxKnown {
		faults.Addf("known", "%d were given: give %d at most", len(r.Known), MaxKnown)
	}
	r.checkWays(&faults)
	reading, err := brief.Read(r.Brief)
	faults.Under("brief.", err)
	if len(faults) > 0 {
		return k, nil, faults
	}
	if err != nil {
		return k, nil, err
	}
	if r.Level == 0 {
		r.Level = k.usual
	}
	m := &setting{Reading: reading, asked: r, level: k.Levels[r.Level-1], from: reading.Scale.Tonic}
	if k.ready != nil {
		if err := k.ready(m); err != nil {
			return k, nil, err
		}
	}
	r.Said, err = readEach("said", k, m, r.Said)
	if err != nil {
		return k, nil, err
	}
	for _, ask := range r.Said {
		if _, err := k.answer(m, ask); err != nil {
			return k, nil, fault.At("said", "%v", err)
		}
	}
	return k, m, nil
}

// call is one call with what every kind has.
func (k Kind) call(m *setting, ask string) (Call, error) {
	c, err := k.answer(m, ask)
	if err != nil {
		return c, err
	}
	c.Ask = ask
	if c.Show == "" {
		c.Show = c.Say
	}
	if c.Also == nil {
		c.Also = []Other{}
	}
	c.Facts = k.factsOf(m, ask)
	return c, nil
}

// factsOf are the facts of an ask. Degrees are known of every key, the rest of its own.
func (k Kind) factsOf(m *setting, ask string) []string {
	if k.facts == nil {
		return []string{k.ID + " " + ask}
	}
	return k.facts(m, ask)
}

// factOfKey is of one key of the scale.
func factOfKey(m *setting, ask string) []string {
	return []string{KeyFact(m.asked.Kind, ask, m.Scale.Name)}
}

// KeyFact is the fact that something is known of a key: its spelling, its signature.
func KeyFact(kind, key, scaleName string) string { return kind + " " + key + " " + scaleName }

// readEach reads what is asked by hand.
func readEach(field string, k Kind, m *setting, list []string) ([]string, error) {
	out := make([]string, len(list))
	var faults fault.List
	faults.Each(field, len(list), func(i int) (err error) {
		if len(list[i]) > maxAskLen {
			return fmt.Errorf("%q was given: give something shorter", fault.Clip(list[i]))
		}
		out[i], err = k.read(m, strings.TrimSpace(list[i]))
		return err
	})
	return out, faults.Or()
}
