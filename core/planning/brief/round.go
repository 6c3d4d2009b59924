package brief

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Bounds of a round.
const (
	MaxKeys = 24
	MaxSeed = 9999
)

// Order is an order of keys.
type Order struct {
	table.Row
	Step int // semitones up from each key to the next; 0 where it has no step
}

// Orders that are asked for by name.
const (
	Shuffled = "shuffled"
	OwnOrder = "own"
)

// Orders are all orders in picker order.
var Orders = []Order{
	{table.Row{ID: "fourths", Phrase: "by fourths",
		Why: "one sharp fewer or one flat more at each step, as chords often move"}, scale.Fourth},
	{table.Row{ID: "fifths", Phrase: "by fifths", Why: "one sharp more or one flat less at each step"}, scale.Fifth},
	{table.Row{ID: "semitones", Phrase: "by half steps", Why: "the shape moves a fret at a time"}, 1},
	{table.Row{ID: "whole-steps", Phrase: "by whole steps", Why: "six keys, then the six between them"}, 2},
	{table.Row{ID: "minor-thirds", Phrase: "by minor thirds",
		Why: "four keys, then again a half step higher, three times in all"}, 3},
	{table.Row{ID: Shuffled, Phrase: "shuffled",
		Why: "you can't guess the next key; the same number gives the same order"}, 0},
	{table.Row{ID: OwnOrder, Name: "your own order", Phrase: "in your own order", Why: "type the keys"},
		0},
}

// TwelveKeys is the set of keys with one spelling for each sound.
const TwelveKeys = "twelve-keys"

// Through are the sets of keys.
var Through = []table.Row{{ID: TwelveKeys, Phrase: "twelve keys"}, {ID: "fifteen-signatures",
	Phrase: "fifteen signatures"}}

// Where are the rules for where each key is played; core/planning/round follows them.
const (
	Lowest        = "lowest"
	SameShape     = "same-shape"
	Nearest       = "nearest"
	OnePosition   = "one-position"
	FirstPosition = "first-position"
)

// Where is a rule for where each key is played.
type Where struct {
	table.Row
	Layout  string // the only layout that it has; any where empty
	FromBox bool   // it goes out from the chosen box
}

// Wheres are all these rules in picker order.
var Wheres = []Where{
	{table.Row{ID: Lowest, Name: "lowest", Phrase: "each at its lowest",
		Why: "keeps bass notes low; drops an octave where the strings run out"}, "", false},
	{table.Row{ID: SameShape, Name: "same shape moved", Phrase: "the same shape moved along",
		Why: "one fingering in every key; drops an octave where the frets end"}, "", true},
	{table.Row{ID: Nearest, Name: "nearest hand", Phrase: "each nearest to the hand",
		Why: "the hand moves as little as possible from key to key"}, "", true},
	{table.Row{ID: OnePosition, Name: "one position", Phrase: "all under one hand",
		Why: "the box of each key that fits here"}, "", true},
	{table.Row{ID: FirstPosition, Name: "first position", Phrase: "all in first position",
		Why: "from the root up to the top of the position, down to the bottom and back"}, "first-position", false},
}

// Link is a way from each key to the next.
type Link struct {
	table.Row
	Alone    bool // a bar's rest before each key
	DropRoot bool // each key stops on the last note before its root
}

// Links are all ways in picker order.
var Links = []Link{
	{table.Row{ID: "joined", Name: "joined", Phrase: "joined without stopping",
		Why: "up, down to the last note before the root, then on to the next root without stopping"}, false, true},
	{table.Row{ID: "root-to-root", Name: "root to root", Phrase: "from root to root",
		Why: "each key ends on its root, and the next begins on its own"}, false, false},
	{table.Row{ID: "alone", Name: "each key alone", Phrase: "a bar's rest between",
		Why: "a bar's rest to get ready for the next one"}, true, false},
}

// Keys is how a brief is carried through the keys.
type Keys struct {
	Order    Order
	Link     Link
	Start    pitch.Name
	Own      []Key        // in an order of one's own
	Spelling []pitch.Name // that stand for their keys
	Seed     int
	Where    Where
	Boxes    map[pitch.Name]int      // numbers of the boxes that keys are played in, where they are chosen
	Fingers  map[pitch.Name][]string // fingers set by hand in a key
	Remarks  []string                // what of the round gave way to other picks
	All      []Key                   // in the order played; core/planning/round finds them
}

// Key is one key of a round.
type Key struct {
	Tonic pitch.Name
	Scale string // catalogue id; that of the brief where empty
}

// Progression reports whether keys have scales of their own, as the chords of a
// tune do.
func (k Keys) Progression() bool {
	return slices.ContainsFunc(k.Own, func(key Key) bool { return key.Scale != "" })
}

var roundGroup = Group{Head: "round.order", carried: true, make: makeKeys, Fields: []Field{
	{
		Path: "round.through", Title: "Which keys", About: "Id of the set of keys.",
		at: func(b *Brief) any { return &b.Round.Through }, Options: Through, Usual: always(TwelveKeys),
		say: func(r *Reading) (lead, words string) {
			if r.Keys.Order.ID != OwnOrder {
				return carryIt, phrase(Through, r.Brief.Round.Through)
			}
			return
		},
	},
	{
		Path: "round.keys", Title: "The keys in order",
		About: "Tonics in your own order, each with the id of its own scale if it has one: F natural-minor.", Hint: "type keys or chords: C A F# Eb, or Fm Bm Fm", matters: func(r *Reading) bool { return r.Keys.Order.ID == OwnOrder },
		at: func(b *Brief) any { return &b.Round.Keys }, typed: asKeys,
		choices: func(*Reading) (out []Choice) {
			for _, keys := range []string{"C G D A E", "E A D G C", "C F Bb Eb Ab"} {
				out = append(out, choice(pitch.Pretty(keys), "", "round.keys", strings.Fields(keys)))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if r.Keys.Order.ID != OwnOrder {
				return
			}
			said, apart := make([]string, len(r.Keys.All)), " "
			for i, key := range r.Keys.All {
				said[i] = r.Say(key.Tonic)
				if e, ok := scale.Find(key.Scale); ok {
					said[i], apart = r.Title(key.Tonic, e.Name), ", "
				}
			}
			return carryIt, strings.Join(said, apart)
		},
	},
	{
		Path: "round.order", Title: "Order of the keys", About: "Id of the order.",
		at: func(b *Brief) any { return &b.Round.Order }, Options: rowsOf(Orders), Usual: always("fourths"),
		picked: func(r *Reading, id string, changes Changes) {
			if b := r.Brief.Round; id == OwnOrder && len(b.Keys) == 0 {
				changes["round.keys"] = []string{firstOf(b.Start, r.Brief.Scale.Tonic)}
			}
		},
		say: func(r *Reading) (string, string) { return " ", r.Keys.Order.Phrase },
	},
	{
		Path: "round.seed", Between: between(1, MaxSeed), Title: "Number of the shuffled order",
		About: "Number of a shuffled order: the same number brings the same order back.",
		Hint:  "or type the number that was written down",
		at:    func(b *Brief) any { return &b.Round.Seed }, typed: asNumber,
		fill:    func(r *Reading) { fill(&r.Brief.Round.Seed, 1) },
		choices: func(r *Reading) []Choice { return nextSeeds("round.seed", r.Brief.Round.Seed) },
		say: func(r *Reading) (lead, words string) {
			if r.Keys.Order.ID == Shuffled {
				return " ", "(number " + strconv.Itoa(*r.Brief.Round.Seed) + ")"
			}
			return
		},
	},
	{
		Path: "round.spelling", Title: "Spelling of keys",
		About: "Tonics that replace the usual spelling of their keys.",
		at:    func(b *Brief) any { return &b.Round.Spelling },
	},
	{
		Path: "round.boxes", Title: "Boxes of single keys",
		About: "Keys with the number of the box that they are played in, whatever the rule: Bb 3.",
		at:    func(b *Brief) any { return &b.Round.Boxes },
	},
	{
		Path: "round.fingers", Title: "Fingers of single keys",
		About: "Keys with a finger set by hand, as string/fret/finger: Bb 6/3/2.",
		at:    func(b *Brief) any { return &b.Round.Fingers },
	},
	{
		Path: "round.place", Title: "Where each key is played", About: "Id of the rule for where each key is played.",
		at: func(b *Brief) any { return &b.Round.Where }, Options: rowsOf(Wheres), Usual: usualWhere,
		picked: func(_ *Reading, id string, changes Changes) {
			where, _ := table.Find(Wheres, id)
			if where.Layout != "" {
				changes["layout.system"] = nil
			}
			if !where.FromBox {
				changes["layout.box"], changes["layout.boxOctave"], changes[fingersPath] = nil, nil, nil
			}
		},
		say: func(r *Reading) (string, string) { return ", ", r.Keys.Where.Phrase },
	},
	{
		Path: "round.link", Title: "From key to key", About: "Id of the way from each key to the next.",
		at: func(b *Brief) any { return &b.Round.Link }, Options: rowsOf(Links), Usual: usualLink,
		picked: func(r *Reading, id string, changes Changes) {
			if link, _ := table.Find(Links, id); !link.Alone {
				changes["run.direction"] = nil
				if r.Fit == run.Repeat {
					changes["run.fit"] = nil
				}
			}
		},
		say: func(r *Reading) (string, string) { return ", ", r.Keys.Link.Phrase },
	},
}}

// usualWhere has the layout that is named, where a place is made for it, or goes out
// from a box that is named.
func usualWhere(r *Reading) string {
	own := slices.IndexFunc(Wheres, func(w Where) bool { return w.Layout != "" && w.Layout == r.given.Layout.System })
	switch {
	case r.namesBox():
		return Nearest
	case own >= 0:
		return Wheres[own].ID
	}
	return Lowest
}

// namesBox reports whether the brief names its box, or something of it.
func (r *Reading) namesBox() bool {
	l := r.given.Layout
	return l.Box != nil || l.BoxOctave != nil && *l.BoxOctave != 0 || len(r.given.Hand.Fingers) > 0
}

// usualLink joins the keys, unless each is played in a way that does not join.
func usualLink(r *Reading) string {
	if r.unjoined() {
		return aloneLink
	}
	return "joined"
}

const aloneLink = "alone"

// unjoined reports whether the run is played in a way that does not lead on to
// the next key: another than up and down, or repeated until it fills whole bars.
func (r *Reading) unjoined() bool {
	return r.Brief.Run.Direction != string(run.UpDown) || r.Brief.Run.Fit == string(run.Repeat)
}

// giveWay changes what of the round cannot obey other picks, and says so.
func (r *Reading) giveWay() {
	if r.Keys.Where.ID == "" || r.Keys.Link.ID == "" {
		return // what is at fault has been said
	}
	b, k := &r.Brief.Round, &r.Keys
	own := k.Where.Layout
	switch named := r.given.Layout.System; {
	case own != "" && named != "" && named != own:
		b.Where = usualWhere(r)
		k.remark("%s lays out every key differently. To keep %s, the keys are played %s.",
			english.Capital(k.Where.Name), r.System.Phrase, whereWords(b.Where))
	case k.Progression() && b.Where == SameShape:
		b.Where = Nearest
		k.remark("Keys with different scales have different shapes, so the keys are played %s.", whereWords(b.Where))
	case !k.Where.FromBox && r.namesBox():
		k.remark("Your box and fingers for %s aren't used, because keys are played %s. "+
			"Choose a box or finger for that key in the round, or another place.", r.Say(k.Start), k.Where.Phrase)
	}
	k.Where, _ = table.Find(Wheres, b.Where)
	if !k.Link.Alone && r.unjoined() {
		k.remark("Keys can be %s only if each is played up and down once, so each stands alone.", k.Link.Phrase)
		b.Link = aloneLink
		k.Link, _ = table.Find(Links, b.Link)
	}
	if r.given.Run.Along > 0 {
		k.remark("Going along string %d works in one key only, so each key of the round stays in its box.", r.given.Run.Along)
	}
	if r.given.Run.LandOn != nil {
		k.remark("String %d, fret %d belongs to one key only, so each key of the round ends as written.",
			r.given.Run.LandOn.String, r.given.Run.LandOn.Fret)
	}
}

func whereWords(id string) string { return phrase(rowsOf(Wheres), id) }

func (k *Keys) remark(format string, args ...any) {
	k.Remarks = append(k.Remarks, fmt.Sprintf(format, args...))
}

const carryIt = ". Take it through "

func firstOf(words ...string) string {
	for _, w := range words {
		if w != "" {
			return w
		}
	}
	return ""
}

func makeKeys(r *Reading, f *fault.List) {
	b := &r.Brief.Round
	own(&b.Keys)
	own(&b.Spelling)
	own(&b.Boxes)
	own(&b.Fingers)
	b.Start = firstOf(b.Start, r.Brief.Scale.Tonic)
	k := &r.Keys
	k.Order, _ = table.Find(Orders, b.Order)
	k.Link, _ = table.Find(Links, b.Link)
	k.Where, _ = table.Find(Wheres, b.Where)
	k.Seed = *b.Seed
	start := readTonics(f, "round.start", []string{b.Start})
	k.Own = readKeys(f, b.Keys)
	k.Spelling = readTonics(f, "round.spelling", b.Spelling)
	k.Boxes, k.Fingers = map[pitch.Name]int{}, map[pitch.Name][]string{}
	readOfKeys(f, "round.boxes", b.Boxes, func(key pitch.Name, text string) error {
		box, err := strconv.Atoi(text)
		if err != nil || box < 1 {
			return fmt.Errorf("%q was given: give the number of a box, such as Bb 3", fault.Clip(text))
		}
		k.Boxes[key] = box
		return nil
	})
	readOfKeys(f, "round.fingers", b.Fingers, func(key pitch.Name, text string) error {
		if _, _, ok := ReadHeld(text); !ok {
			return fmt.Errorf("%q was given: give string/fret/finger, such as Bb 6/3/2", fault.Clip(text))
		}
		k.Fingers[key] = append(k.Fingers[key], text)
		return nil
	})
	switch {
	case k.Order.ID != OwnOrder && len(start) > 0:
		k.Start = start[0]
	case k.Order.ID == OwnOrder && len(b.Keys) == 0:
		f.Addf("round.keys", "no keys were given for your own order: give 1 to %d tonics, such as C A F# Eb",
			MaxKeys)
	case len(k.Own) > 0:
		k.Start = k.Own[0].Tonic
	}
	b.Start = k.Start.String()
	r.giveWay()
}

// readOfKeys reads what is said of single keys: a tonic and a word after it.
func readOfKeys(f *fault.List, field string, list []string, read func(key pitch.Name, text string) error) {
	if len(list) > maxOfKeys {
		f.Addf(field, "%d were given: give up to %d", len(list), maxOfKeys)
		return
	}
	f.Each(field, len(list), func(i int) error {
		tonic, text, _ := strings.Cut(list[i], " ")
		key, err := pitch.ParseName(tonic)
		if err != nil {
			return fmt.Errorf("%q was given: begin with a key, such as Bb", fault.Clip(list[i]))
		}
		return read(key, text)
	})
}

// maxOfKeys bounds what is said of single keys.
const maxOfKeys = 400

// readKeys reads the keys of an order of one's own: tonics, each with the id of a
// scale where it has one of its own.
func readKeys(f *fault.List, list []string) []Key {
	tonics, scales := make([]string, len(list)), make([]string, len(list))
	for i, key := range list {
		tonics[i], scales[i], _ = strings.Cut(key, " ")
	}
	names := readTonics(f, "round.keys", tonics)
	out := make([]Key, len(names))
	for i, name := range names {
		if _, ok := scale.Find(scales[i]); scales[i] != "" && !ok {
			f.Addf("round.keys", "no scale is called %q: give one of %s", fault.Clip(scales[i]), scale.IDs())
			return nil
		}
		out[i] = Key{name, scales[i]}
	}
	return out
}

// readTonics reads tonics with at most one # or b.
func readTonics(f *fault.List, field string, list []string) []pitch.Name {
	if len(list) > MaxKeys {
		f.Addf(field, "%d keys were given: give up to %d", len(list), MaxKeys)
		return nil
	}
	out := make([]pitch.Name, len(list))
	before := len(*f)
	f.Each(field, len(list), func(i int) (err error) {
		out[i], err = parseTonic(list[i])
		if err != nil {
			return fmt.Errorf("%q was given: give a tonic with at most one # or b, such as F# or Bb",
				fault.Clip(list[i]))
		}
		return nil
	})
	if len(*f) > before {
		return nil
	}
	return out
}

// Carry is the reading of a first key, said as the round that it begins.
func (r Reading) Carry(whole Reading) Reading {
	r.Brief.Round, r.Keys, r.carried = whole.Brief.Round, whole.Keys, true
	return r
}

// nextSeeds are the numbers after that of a shuffled order.
func nextSeeds(path string, seed *int) (out []Choice) {
	now := 0
	if seed != nil {
		now = *seed
	}
	for n := now + 1; n <= now+5; n++ {
		out = append(out, choice(fmt.Sprintf("number %d", n), "", path, n))
	}
	return out
}
