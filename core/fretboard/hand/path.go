package hand

import "evenladder/core/fretboard/neck"

// Touch is how one note of a path is stopped.
type Touch struct {
	Finger   int
	Position int // fret of the index finger at rest; 0 before any finger is down
	Reach    Reach
	Shift    int // frets the hand moves before the note, towards the bridge positive

	grip grip // that it was priced with: beside the position by a fret where the hand only opens
}

// Style is one player's way: the school, the ways that teachers differ in, and
// the limits of the hand.
type Style struct {
	School School
	Wide   Wide
	Prefer Prefer
	Limits Limits
	Rings  bool // notes ring on: a finger stays on its note until it is needed
}

// Hand fingers paths in one style on one neck. It remembers prices from path
// to path and is not for use by several goroutines at once.
type Hand struct {
	*model
	neck  neck.Neck
	frets int
	rings bool
	// rows remembers the tolls from each stance to each stance between two frets,
	// by the frets, by whether the string is the same, and by strictness; the next
	// ones are cut from the block.
	rows  []*row
	block []row
	// reaching holds the price of each stance on each fret.
	reaching []price

	layers []layer // memory of the path before
	known  map[pathKey]*Fingering
}

// pathKey says what a short path asks of a hand: its frets, where it stays on
// its string, and where it is to be held or at home. Which string it is on makes no
// difference, so that a shape is fingered once for all strings.
type pathKey [knownNotes + 3]uint8

const sameString, held = 0x40, 0x80 // beside the fret

// Paths of up to knownNotes notes are remembered, up to knownPaths of them:
// boxes share many, and a run goes up as its box does.
const knownNotes, knownPaths = 27, 1 << 15

// keyOf is the key of a path; ok is false where it is not to be remembered.
func keyOf(places []neck.Place, a Ask) (k pathKey, ok bool) {
	if len(places) > knownNotes || a.Allow != nil || a.Own != nil {
		return k, false
	}
	for i, p := range places {
		k[i] = uint8(p.Fret)
		if i > 0 && p.String == places[i-1].String {
			k[i] |= sameString
		}
		if a.Hold != nil && a.Hold[i] {
			k[i] |= held
		}
	}
	k[len(k)-3], k[len(k)-2], k[len(k)-1] = uint8(len(places)), uint8(bit(a.Strict)), uint8(a.Home)
	return k, true
}

// row holds the tolls from stance i to stance j at [j][i].
type row [maxStances][maxStances]toll

// rowsAtOnce is how many rows are made at a time.
const rowsAtOnce = 8

// New makes a hand for a neck.
func New(n neck.Neck, style Style) *Hand {
	if style.Rings {
		style.School = style.School.ringing(n.ScaleLengthMM)
	}
	h := &Hand{model: newModel(n, style), rings: style.Rings, frets: n.Frets + 1, rows: make([]*row,
		4*(n.Frets+1)*(n.Frets+1)), known: map[pathKey]*Fingering{}, neck: n}
	h.reaching = make([]price, len(h.stances)*h.frets)
	for s := range h.stances {
		for fret := 1; fret < h.frets; fret++ {
			if g, ok := h.gripOf(s, fret); ok {
				h.reaching[s*h.frets+fret] = h.grip(g, fret)
			}
		}
	}
	return h
}

// layer holds the ways to play one note: one a stance, or on an open string
// the ways of the note before.
type layer struct {
	best     [maxStances]price // outOfReach where there is none
	position [maxStances]int16
	from     [maxStances]int8 // way of the note before
	ways     int
	open     bool
}

// Ask is what is wanted of a path beyond the least cost.
type Ask struct {
	// Strict lets no two fingers open past the hand's greatest limits; where
	// nothing else is left the hand moves.
	Strict bool
	// Hold names the notes that have to follow the one before under one hand
	// and with another finger; nil for none. Where that cannot be, it is given up.
	Hold []bool
	// Home is the position where the hand is at home, 0 for none: it leaves it
	// for the notes that need it.
	Home int
	// Allow names the fingers that each note may take; nil for any.
	Allow []Fingers
	// Own names the finger that each note has in its box, 0 where it has none; nil
	// for none at all. Another finger has its price.
	Own []int
}

// own is the finger that note i has in its box, 0 for none.
func (a Ask) own(i int) int8 {
	if a.Own == nil {
		return 0
	}
	return int8(a.Own[i])
}

// Fingers is a set of fingers, a bit each.
type Fingers uint8

// AnyFinger is every finger; Only is one of them alone.
const AnyFinger = ^Fingers(0)

// Only is the set of one finger.
func Only(finger int) Fingers { return 1 << finger }

// Without is the set less one finger.
func (f Fingers) Without(finger int) Fingers { return f &^ Only(finger) }

func (f Fingers) has(finger int8) bool { return f>>finger&1 == 1 }

// allow is a copy of the ask that lets one note of a path take some fingers
// only.
func (a Ask) allow(note, notes int, fingers Fingers) Ask {
	allowed := make([]Fingers, notes)
	for i := range allowed {
		allowed[i] = a.on(i)
	}
	allowed[note] &= fingers
	a.Allow = allowed
	return a
}

// allowAt is a copy of the ask that lets all notes of a place take some fingers
// only.
func (a Ask) allowAt(places []neck.Place, at neck.Place, fingers Fingers) Ask {
	allowed := make([]Fingers, len(places))
	for i, p := range places {
		allowed[i] = a.on(i)
		if p == at {
			allowed[i] &= fingers
		}
	}
	a.Allow = allowed
	return a
}

// Fingering is the fingers of a path and what they ask of the hand. It is
// shared and not to be changed.
type Fingering struct {
	Touches []Touch
	Report  Report
}

// Finger fingers a path and sums it up. It keeps none of the places given.
func (h *Hand) Finger(places []neck.Place, a Ask) *Fingering {
	key, remember := keyOf(places, a)
	remember = remember && !h.rings // there the strings make a difference
	if known := h.known[key]; known != nil && remember {
		return known
	}
	touches, _ := h.box(places, a)
	f := &Fingering{Touches: touches}
	f.Report = Summarize(h.neck, h.limits, places, f.Touches)
	if remember && len(h.known) < knownPaths {
		h.known[key] = f
	}
	return f
}

// Path fingers the places in the order played: at the least cost, with one finger
// for each place until the hand has moved, and what is alike alike where that
// costs next to nothing. Notes of a box keep their own fingers, if the ask names
// them, unless others are clearly cheaper. The result is the same for the same
// input; nil where a finger that is asked for does not exist.
func (h *Hand) Path(places []neck.Place, a Ask) []Touch {
	if a.Own == nil {
		touches, asked := h.box(places, a)
		return h.oneFinger(places, asked, a, touches)
	}
	touches, _ := h.anew(places, a)
	return h.oneFinger(places, a, a, touches)
}

// box fingers places that are passed once each, as those of a box are, and says what
// is asked for so that like things are alike.
func (h *Hand) box(places []neck.Place, a Ask) ([]Touch, Ask) {
	if len(places) == 0 {
		return nil, a
	}
	touches, cost := h.anew(places, a)
	if h.rings {
		return touches, a
	}
	return h.alike(places, a, touches, cost)
}

// least fingers a path at the least cost, and says how much that is.
func (h *Hand) least(places []neck.Place, a Ask) ([]Touch, int64) {
	if len(places) > len(h.layers) {
		h.layers = make([]layer, len(places))
	}
	layers := h.layers[:len(places)]
	h.start(&layers[0], places[0], a)
	for i := 1; i < len(places); i++ {
		l := link{places[i-1], places[i], price(len(places) - i - 1), a.Strict, a.Hold != nil && a.Hold[i], a.Home,
			a.on(i), a.own(i)}
		h.follow(&layers[i], &layers[i-1], l)
	}
	touches, cost := h.trace(layers)
	h.settle(places, touches, a)
	return touches, cost
}

// link is two neighbours of a path and what is asked of them.
type link struct {
	a, b         neck.Place
	after        price // notes that follow b
	strict, hold bool
	home         int
	allowed      Fingers
	own          int8 // finger of b in its box, 0 for none
}

// on are the fingers that note i may take.
func (a Ask) on(i int) Fingers {
	if a.Allow == nil {
		return AnyFinger
	}
	return a.Allow[i]
}

func (h *Hand) start(l *layer, p neck.Place, a Ask) {
	if p.Fret == 0 {
		l.ways, l.open, l.best[0], l.position[0] = 1, true, 0, 0
		return
	}
	l.ways, l.open = len(h.stances), false
	for s := range h.stances {
		l.best[s] = outOfReach
		if g, ok := h.gripOf(s, p.Fret); ok && a.on(0).has(h.fingers[s]) {
			l.best[s], l.position[s] = h.reaching[s*h.frets+p.Fret]+h.leaving(g, a.Home)+h.notOwn(s, a.own(0)),
				g.position
		}
	}
}

// follow finds the cheapest way to each grip of note b; an open string leaves
// the hand where it was.
func (h *Hand) follow(l, before *layer, k link) {
	if k.b.Fret == 0 {
		*l = *before
		l.open = true
		for i := range l.ways {
			l.from[i] = int8(i)
		}
		return
	}
	l.ways, l.open = len(h.stances), false
	var tolls *row
	if !before.open {
		tolls = h.row(k.a, k.b, k.strict)
	}
	for s := range h.stances {
		g, ok := h.gripOf(s, k.b.Fret)
		l.best[s], l.position[s] = outOfReach, g.position
		switch {
		case !ok || !k.allowed.has(h.fingers[s]):
			continue
		case before.open:
			h.cheapestOpen(l, before, g, k)
		case k.hold:
			h.cheapestHeld(l, before, &tolls[s], s, k)
		default:
			l.cheapest(before, &tolls[s], s, k.after)
		}
		l.best[s] = min(l.best[s]+h.reaching[s*h.frets+k.b.Fret]+h.leaving(g, k.home)+h.notOwn(s, k.own), outOfReach)
	}
}

// notOwn prices a note that another finger takes than its own.
func (h *Hand) notOwn(stance int, own int8) price {
	if own == 0 || h.fingers[stance] == own {
		return 0
	}
	return h.unlike
}

// leaving prices a note that is stopped away from home.
func (h *Hand) leaving(g grip, home int) price {
	if home == 0 || int(g.position) == home {
		return 0
	}
	return h.away
}

// cheapest finds the cheapest way to a stance from a stopped note.
func (l *layer) cheapest(before *layer, to *[maxStances]toll, s int, after price) {
	best, from := outOfReach, 0
	for i := range before.ways {
		if p := before.best[i] + to[i].before(after); p < best {
			best, from = p, i
		}
	}
	l.best[s], l.from[s] = best, int8(from)
}

// cheapestHeld is cheapest where the hand ought to stay and the finger to
// change.
func (h *Hand) cheapestHeld(l, before *layer, to *[maxStances]toll, s int, k link) {
	held := *to
	for i := range before.ways {
		if before.position[i] != l.position[s] || h.fingers[i] == h.fingers[s] {
			held[i] += toll(givenUp)
		}
	}
	l.cheapest(before, &held, s, k.after)
}

// cheapestOpen finds the cheapest way to a grip from an open string.
func (h *Hand) cheapestOpen(l, before *layer, g grip, k link) {
	for i := range before.ways {
		if before.best[i] >= outOfReach {
			continue
		}
		from := grip{before.position[i], noStance}
		if p := before.best[i] + h.step(from, k.a, g, k.b, k.strict).before(k.after); p < l.best[g.stance] {
			l.best[g.stance], l.from[g.stance] = p, int8(i)
		}
	}
}

// row gives the tolls between two stopped frets.
func (h *Hand) row(a, b neck.Place, strict bool) *row {
	key := (a.Fret*h.frets+b.Fret)*4 + bit(a.String == b.String)*2 + bit(strict)
	if r := h.rows[key]; r != nil {
		return r
	}
	if len(h.block) == 0 {
		h.block = make([]row, rowsAtOnce)
	}
	r := &h.block[0]
	h.block = h.block[1:]
	for i := range h.stances {
		from, ok := h.gripOf(i, a.Fret)
		if !ok {
			continue
		}
		for j := range h.stances {
			if to, ok := h.gripOf(j, b.Fret); ok {
				r[j][i] = h.step(from, a, to, b, strict)
			}
		}
	}
	h.rows[key] = r
	return r
}

func bit(b bool) int {
	if b {
		return 1
	}
	return 0
}

// trace walks back from the cheapest last grip, whose cost it says.
func (h *Hand) trace(layers []layer) ([]Touch, int64) {
	last := &layers[len(layers)-1]
	at := 0
	for k := range last.ways {
		if last.best[k] < last.best[at] {
			at = k
		}
	}
	if last.best[at] >= outOfReach {
		return nil, 0
	}
	cost := last.best[at].cost()
	out := make([]Touch, len(layers))
	for i := len(layers) - 1; i >= 0; i-- {
		l := &layers[i]
		g := grip{l.position[at], int8(at)}
		if l.open {
			g.stance = noStance
		}
		out[i] = h.touch(g)
		at = int(l.from[at])
	}
	return out, cost
}
