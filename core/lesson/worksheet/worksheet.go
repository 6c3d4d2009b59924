// Package worksheet is what pupils write out on paper: scales letter by letter, signatures,
// the notes of a neck, fingers, tab; day by day, with the key to each page.
//
// A Request names a kind, the keys, and how many sheets a day for how many days; the same
// request gives the same sheets. Kinds is the table of kinds: a further one is a function that
// makes an item of a key, and a row. An Item carries its answer, and what is drawn for it as
// data; Judge judges an item that was filled in on screen.
package worksheet

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Request asks for sheets.
type Request struct {
	Kind   string       `json:"kind"`
	Keys   []string     `json:"keys,omitempty"`   // tonics in their order; those in use where none are given
	Scale  string       `json:"scale,omitempty"`  // id of the catalogue or a formula; major where none is given
	Days   int          `json:"days,omitempty"`   // 1 to MaxDays, 1 where it is not given
	PerDay int          `json:"perDay,omitempty"` // sheets, 1 to MaxPerDay, 1 where it is not given
	Items  int          `json:"items,omitempty"`  // of a sheet; as many as keys or as a page holds where it is not given
	Seed   int          `json:"seed,omitempty"`   // 0 to brief.MaxSeed
	Order  string       `json:"order,omitempty"`  // id of one of Orders
	Large  bool         `json:"large,omitempty"`  // large print: fewer items to a page
	Brief  *brief.Brief `json:"brief,omitempty"`  // instrument, hand and naming; a guitar where none is given
}

// Bounds of a request.
const (
	MaxDays, MaxPerDay, MaxKeys = 28, 6, 24
	maxSheets                   = 60
	usualScale                  = "major"
	usualInstrument             = "guitar"
)

// Orders are the orders of the keys.
var Orders = []table.Row{
	{ID: "as-given", Name: "as they are given"},
	{ID: "sharps-first", Name: "sharps before flats",
		Why: "for beginners: sharp keys one sharp at a time, then the flat keys"},
	{ID: "flats-first", Name: "flats before sharps"},
	{ID: "mixed", Name: "mixed", Why: "no pattern to rely on"},
}

// Worksheet is sheets of one kind.
type Worksheet struct {
	Kind       string             `json:"kind"`
	Title      string             `json:"title"`
	How        string             `json:"how"` // what is to be done, for the head of a page
	Large      bool               `json:"large"`
	LeftHanded bool               `json:"leftHanded"`
	Strings    []piece.OpenString `json:"strings"` // of the neck, in the order of the tuning
	Courses    bool               `json:"courses"`
	Sheets     []Sheet            `json:"sheets"`
}

// Sheet is one page.
type Sheet struct {
	Day   int    `json:"day"` // from 1
	N     int    `json:"n"`   // from 1, over all days
	Items []Item `json:"items"`
}

// Item is one thing to write out.
type Item struct {
	Ask     string      `json:"ask"`              // as data
	Show    string      `json:"show"`             // as it is read
	Blanks  int         `json:"blanks"`           // places to write in; 0 on a page to hang up
	Answer  []string    `json:"answer"`           // as data; names, places or numbers
	Words   []string    `json:"words"`            // the answer as it is read
	Count   *int        `json:"count,omitempty"`  // of signs, where it is asked
	Labels  []string    `json:"labels,omitempty"` // over the blanks
	Steps   []int       `json:"steps,omitempty"`  // semitones from each note to the next
	Figure  string      `json:"figure,omitempty"` // neck, string, tab, staff; a row of blanks where it is empty
	Marks   []Mark      `json:"marks,omitempty"`  // on the neck
	LowFret int         `json:"lowFret,omitempty"`
	High    int         `json:"highFret,omitempty"`
	Facts   []string    `json:"facts"` // what it shows to be known, as calls say it
	Piece   piece.Piece `json:"-"`     // that a staff or tab is drawn of
	tonic   pitch.Name
}

// Mark is a place of the neck with a number that the blanks go by.
type Mark struct {
	neck.Place
	N     int  `json:"n"`
	Root  bool `json:"root"`
	Hole  bool `json:"hole,omitempty"` // the pupil never played it
	label string
}

// Label is what stands on a mark in the key of a sheet.
func (m Mark) Label() string { return m.label }

// Kind is one kind of sheet.
type Kind struct {
	table.Row
	How     string // what is to be done
	OnPage  int    // items on a page
	Hangs   bool   // a page to hang up, with nothing to write in
	writes  writes
	asks    func(*writer, scale.Scale) (Item, error)
	needs   func(scale.Scale) bool // keys of which it can be asked; nil for all
	onlyOne bool                   // item a page, of all keys
}

// writes is what an answer is written as.
type writes int

const (
	names writes = iota
	frets
	fingers
	places
)

// Kinds are all kinds in picker order.
var Kinds = []Kind{
	{
		Row:    table.Row{ID: "spell", Name: "scales", Why: "first the letters, then the accidentals"},
		How:    "Write the letters first, each once, then the first one again. Then add sharps or flats until each distance fits: a half step where the arcs are, a whole step elsewhere. Change the second note of the pair, never the one you have already checked. Count the accidentals; the top note repeats the first, so don't count it twice.",
		OnPage: 7,
		asks:   spell,
	},
	{Row: table.Row{ID: "signature", Name: "signatures", Why: "the sharps or flats of each key, in order"},
		How:    "Write the sharps or flats of each key in key-signature order, and how many there are.",
		OnPage: 8, asks: signature, needs: hasSignature},
	{Row: table.Row{ID: "degrees", Name: "degrees of a formula", Why: "from a formula to notes"},
		How: "Write the note under each degree of the formula.", OnPage: 8, asks: degrees},
	{Row: table.Row{ID: "relative", Name: "relatives", Why: "the key with the same key signature"},
		How: "Write the tonic of the relative key.", OnPage: 12, asks: relative, needs: hasRelative},
	{Row: table.Row{ID: "neck", Name: "notes on an empty neck", Why: "name each marked place"},
		How: "Write the name of each numbered place.", OnPage: 4, asks: onNeck},
	{Row: table.Row{ID: "fingers", Name: "fingers on an empty box", Why: "which finger plays each note"},
		How:    "Write the finger of each numbered place: 1 index, 2 middle, 3 ring, 4 little, 0 for an open string.",
		OnPage: 4, asks: fingersOfBox, writes: fingers},
	{Row: table.Row{ID: "steps", Name: "steps on one string", Why: "whole and half steps as frets"},
		How: "Write the frets of the scale along the string, from its first note to its octave.", OnPage: 5,
		asks: alongString, writes: frets},
	{Row: table.Row{ID: "tab", Name: "tab to write out", Why: "from names to strings and frets"},
		How: "Write each note as a fret on its string.", OnPage: 4, asks: tab, writes: places},
	{
		Row: table.Row{ID: "numbers", Name: "numbers to play",
			Why: "band calls on paper: the low place of each degree"},
		How:    "Write the string and fret of each number, such as 4/7: the low one near the hand, moving on from the one before.",
		OnPage: 8,
		asks:   numbers,
		writes: places,
	},
	{Row: table.Row{ID: "staff", Name: "staff to name", Why: "from notation to names"},
		How: "Write the name of each note.", OnPage: 6, asks: staff},
	{Row: table.Row{ID: "keys", Name: "the keys on one page", Why: "to hang on the wall"},
		How:    "The circle of fourths: each key with its sharps or flats in order, its relative key, and its open strings.",
		OnPage: 24, Hangs: true, asks: wallKey, needs: hasSignature, onlyOne: true},
	{Row: table.Row{ID: "boxes", Name: "all boxes of a scale", Why: "the whole neck on one page"},
		How: "All boxes of the scale, from the lowest up.", OnPage: 12, Hangs: true, asks: nil},
}

// Find returns the kind with this id.
func Find(id string) (Kind, bool) { return table.Find(Kinds, id) }

// writer makes items.
type writer struct {
	brief.Reading
	random *rand.Rand
}

// Build makes sheets. What cannot be met is a fault.List.
func Build(r Request) (Worksheet, error) {
	k, err := r.check()
	if err != nil {
		return Worksheet{}, err
	}
	keys, err := r.keys(k)
	if err != nil {
		return Worksheet{}, err
	}
	b := r.base()
	b.Scale = scaleOf(keys[0])
	reading, err := brief.Read(b)
	if err != nil {
		return Worksheet{}, fault.Under("brief.", err)
	}
	out := Worksheet{Kind: k.ID, How: k.How, Large: r.Large, LeftHanded: reading.Brief.Instrument.LeftHanded,
		Courses: reading.Instrument.Courses, Strings: openStrings(reading)}
	out.Title = fmt.Sprintf("%s: %s", english.Capital(k.Name), keys[0].Name)
	if k.asks == nil {
		out.Title = fmt.Sprintf("%s: %s", reading.Title(keys[0].Tonic, keys[0].Name), reading.System.Name)
		out.Sheets, err = boxSheets(b, keys)
		return out, err
	}
	per := r.perSheet(k, len(keys))
	at := 0
	for n := range r.Days * r.PerDay {
		w := writer{reading, rand.New(rand.NewPCG(uint64(r.Seed), uint64(n+1)))}
		sheet := Sheet{Day: n/r.PerDay + 1, N: n + 1, Items: make([]Item, 0, per)}
		for range per {
			if at%len(keys) == 0 && r.Order == "mixed" {
				w.mix(keys)
			}
			key := keys[at%len(keys)]
			it, err := k.asks(&w, key)
			if err != nil {
				return Worksheet{}, fault.At("keys", "%s: %v", key.Title(), err)
			}
			at++
			if it.Facts == nil {
				it.Facts = []string{call.KeyFact(k.ID, key.Tonic.String(), key.Name)}
			}
			if it.tonic = key.Tonic; it.Words == nil {
				it.Words = w.words(it.Answer, k.writes)
			}
			sheet.Items = append(sheet.Items, it)
		}
		out.Sheets = append(out.Sheets, sheet)
	}
	return out, nil
}

// TitleOf is what is written out, in few words.
func TitleOf(r Request) (string, error) {
	k, err := r.check()
	if err != nil {
		return "", err
	}
	keys, err := r.keys(k)
	if err != nil {
		return "", err
	}
	title := fmt.Sprintf("%s: %s", english.Capital(k.Name), keys[0].Name)
	if len(r.Keys) > 0 {
		names := make([]string, len(keys))
		for i, s := range keys {
			names[i] = s.Tonic.Pretty()
		}
		title += ", " + strings.Join(names, " ")
	}
	return title, nil
}

// mix shuffles keys, so that none comes twice running where one round follows another.
func (w *writer) mix(keys []scale.Scale) {
	last := keys[len(keys)-1].Tonic
	w.random.Shuffle(len(keys), func(i, k int) { keys[i], keys[k] = keys[k], keys[i] })
	if len(keys) > 1 && keys[0].Tonic == last {
		keys[0], keys[1] = keys[1], keys[0]
	}
}

// check fills in what is usual, and says what is wrong.
func (r *Request) check() (Kind, error) {
	var faults fault.List
	k, ok := Find(r.Kind)
	if !ok {
		faults.Add("kind", fault.Word(r.Kind, table.IDs(Kinds)))
	}
	usual(&r.Days, 1)
	usual(&r.PerDay, 1)
	if k.Hangs {
		r.Days, r.PerDay = 1, 1
	}
	if r.Scale == "" {
		r.Scale = usualScale
	}
	if r.Order == "" {
		r.Order = Orders[0].ID
	}
	if _, ok := table.Find(Orders, r.Order); !ok {
		faults.Add("order", fault.Word(r.Order, table.IDs(Orders)))
	}
	faults.Between("days", r.Days, 1, MaxDays)
	faults.Between("perDay", r.PerDay, 1, MaxPerDay)
	if r.Days > 0 && r.PerDay > 0 && r.Days <= MaxDays && r.PerDay <= MaxPerDay && r.Days*r.PerDay > maxSheets {
		faults.Addf("days", "%d days of %d sheets were given: give %d sheets at most", r.Days, r.PerDay, maxSheets)
	}
	faults.Between("items", r.Items, 0, max(k.OnPage, 1))
	faults.Between("seed", r.Seed, 0, brief.MaxSeed)
	if len(r.Keys) > MaxKeys {
		faults.Addf("keys", "%d were given: give %d at most", len(r.Keys), MaxKeys)
	}
	return k, faults.Or()
}

func usual(field *int, value int) {
	if *field == 0 {
		*field = value
	}
}

// perSheet is how many items stand on a sheet.
func (r Request) perSheet(k Kind, keys int) int {
	holds := k.OnPage
	if r.Large {
		holds = (holds + 1) / 2
	}
	switch {
	case k.onlyOne:
		return keys
	case r.Items > 0:
		return min(r.Items, holds)
	case len(r.Keys) > 0:
		return min(keys, holds)
	}
	return holds
}

// keys are the scales that are asked about, in their order.
func (r Request) keys(k Kind) ([]scale.Scale, error) {
	var out []scale.Scale
	given := r.Keys
	if len(given) == 0 {
		for _, n := range scale.Tonics() {
			given = append(given, n.String())
		}
	}
	var faults fault.List
	for i, tonic := range given {
		s, err := r.scale(tonic)
		if err != nil {
			var list fault.List
			list.Under("", err)
			for _, f := range list { // the scale is one for all keys
				if f.Field == "scale.tonic" {
					faults.Addf("keys."+strconv.Itoa(i), "%s", f.Message)
				} else if i == 0 {
					faults.Addf("scale", "%s", f.Message)
				}
			}
			continue
		}
		if len(r.Keys) == 0 && (!plain(s) || k.needs != nil && !k.needs(s)) {
			continue
		}
		if k.needs != nil && !k.needs(s) {
			faults.Addf("keys."+strconv.Itoa(i), "%s was given: it has nothing to ask here", s.Title())
		}
		out = append(out, s)
	}
	if len(faults) > 0 {
		return nil, faults
	}
	if len(out) == 0 {
		return nil, fault.At("scale", "%q was given: none of its keys has anything to ask here", fault.Clip(r.Scale))
	}
	return r.ordered(k, out), nil
}

// scale is the scale of the request on a tonic.
func (r Request) scale(tonic string) (scale.Scale, error) {
	b := brief.Scale{Tonic: tonic, Name: r.Scale}
	if _, err := scale.ParseFormula(r.Scale); err == nil {
		b.Name, b.Formula = "", r.Scale
	}
	return brief.ReadScale(b)
}

// ordered puts keys in the order that is asked for. Where none were given, sharps come first,
// and a page to hang up goes by fourths.
func (r Request) ordered(k Kind, keys []scale.Scale) []scale.Scale {
	order := r.Order
	if len(r.Keys) == 0 && order == Orders[0].ID {
		order = "sharps-first"
	}
	if k.onlyOne && len(r.Keys) == 0 {
		return byFourths(keys, r.spelled())
	}
	signs := func(s scale.Scale) int { return s.Tonic.Fifths() + modeFifths(s) }
	side := func(s scale.Scale) int {
		n := signs(s)
		if order == "flats-first" {
			n = -n
		}
		if n < 0 {
			return 100 - n
		}
		return n
	}
	if order == "sharps-first" || order == "flats-first" {
		slices.SortStableFunc(keys, func(a, b scale.Scale) int { return side(a) - side(b) })
	}
	return keys
}

// modeFifths is how far the signature of a scale lies from that of the major on its tonic.
func modeFifths(s scale.Scale) int {
	c := scale.New(pitch.MustParseName("C"), s.Formula)
	return c.Fifths()
}

// spelled are the tonics that the round of the brief spells in a way of its own.
func (r Request) spelled() []string {
	round := r.base().Round
	return append([]string{round.Start}, round.Spelling...)
}

// byFourths are the twelve keys round by fourths from the one without signs, in the spellings that are wanted, else in those
// with the fewest.
func byFourths(keys []scale.Scale, wanted []string) (out []scale.Scale) {
	for fifths := 0; fifths > -12; fifths-- {
		want := fifths
		if want < -6 {
			want += 12
		}
		i := slices.IndexFunc(keys, func(s scale.Scale) bool { return s.Fifths() == want })
		if i < 0 {
			continue
		}
		same := slices.IndexFunc(keys, func(s scale.Scale) bool {
			return s.Tonic.Class() == keys[i].Tonic.Class() && slices.Contains(wanted, s.Tonic.String())
		})
		if same >= 0 {
			i = same
		}
		out = append(out, keys[i])
	}
	if len(out) == 0 {
		return keys
	}
	return out
}

// plain reports whether a scale needs no double accidentals.
func plain(s scale.Scale) bool {
	return !slices.ContainsFunc(s.Notes, func(n pitch.Name) bool { return n.Accidental() < -1 || n.Accidental() > 1 })
}

// base is the brief that the sheets are made for, without its key.
func (r Request) base() brief.Brief {
	b := brief.Brief{Instrument: brief.Instrument{ID: usualInstrument}}
	if r.Brief != nil {
		b = *r.Brief
	}
	return b
}

func scaleOf(s scale.Scale) brief.Scale {
	b := brief.Scale{Tonic: s.Tonic.String(), Name: s.ID}
	if s.ID == "" {
		b.Formula = s.Formula.String()
	}
	return b
}

func openStrings(r brief.Reading) []piece.OpenString {
	n := r.Neck.Strings()
	out := make([]piece.OpenString, n)
	for i := range out {
		p := r.Neck.Open(n - i)
		out[i] = piece.OpenString{String: n - i, Open: p.String(), MIDI: p.MIDI(), Label: r.Say(p.Name)}
	}
	return out
}

// words are an answer as it is read.
func (w *writer) words(answer []string, as writes) []string {
	out := slices.Clone(answer)
	if as != names {
		return out
	}
	for i, a := range out {
		if n, err := pitch.ParseName(a); err == nil {
			out[i] = w.Naming.Absolute(n)
		}
	}
	return out
}
