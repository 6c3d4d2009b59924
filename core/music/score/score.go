// Package score writes a piece down: bars of notes and rests with figures, ties,
// beams and signs, under a clef, a key and a meter. Every notation file and the
// staff on screen is made from it, so that none of them has to know how music
// is written.
package score

import (
	"math"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Score is a piece as it is written down.
type Score struct {
	Title      string             `json:"title"`
	Subtitle   string             `json:"subtitle"`
	About      []string           `json:"-"` // further lines of a heading
	Instrument neck.Instrument    `json:"-"`
	Strings    []piece.OpenString `json:"-"`
	Capo       int                `json:"-"`
	Clef       Clef               `json:"clef"`
	Beats      int                `json:"beats"` // of the time signature
	Unit       int                `json:"unit"`
	Rhythm     rhythm.Rhythm      `json:"-"`
	Bars       []Bar              `json:"bars"`
	Events     []piece.Event      `json:"-"`
	Keys       []piece.Key        `json:"-"`
}

// Bar is one bar. A pick-up is bar 0 and holds its notes alone.
type Bar struct {
	Number  int        `json:"number"`
	Fifths  int        `json:"fifths"`  // -7 to 7
	Tonic   pitch.Name `json:"-"`       // of its key; not valid where none is known
	NewKey  bool       `json:"newKey"`  // the signature is written again
	Heading string     `json:"heading"` // of a key that begins here
	Items   []Item     `json:"items"`
}

// Item is a note or a rest of one figure: as long as a part of a beat, or a beat and longer.
type Item struct {
	Event   *piece.Event  `json:"-"`     // nil for a rest
	Index   int           `json:"event"` // of the event; -1 for a rest
	Pitch   pitch.Pitch   `json:"-"`     // as it is spelled and sounds
	Letter  string        `json:"letter"`
	Octave  int           `json:"octave"` // as written under the clef
	Sign    string        `json:"sign"`   // accidental that is written before it: # b n ## bb
	Figure  rhythm.Figure `json:"figure"`
	Ticks   int           `json:"-"`      // of the beat that it is long
	OfBeat  int           `json:"ofBeat"` // divisions of its beat before it; -1 where it is a beat or longer
	Beat    int           `json:"beat"`   // of the bar, from 0: notes of one beat share a beam
	TieFrom bool          `json:"tieFrom"`
	TieTo   bool          `json:"tieTo"`
	Accent  bool          `json:"accent"`          // other than that of the beats, which goes without saying
	Chord   *piece.Chord  `json:"chord,omitempty"` // that begins here
	Heading string        `json:"-"`               // of a key that begins here
	First   bool          `json:"-"`               // of the notes and rests that its beat is divided into
	Last    bool          `json:"-"`               // of these
	Beams   []Beam        `json:"-"`               // of its beat, the outermost first; none where it stands alone
}

// Beam says how one beam goes on at a note.
type Beam string

// The ways: a hook is a beam of one note alone, towards the note before or after.
const (
	BeginBeam    Beam = "begin"
	ContinueBeam Beam = "continue"
	EndBeam      Beam = "end"
	HookForward  Beam = "forward hook"
	HookBack     Beam = "backward hook"
)

// Beamed says how the outermost beam goes on, or nothing where there is none.
func (i Item) Beamed() Beam {
	if len(i.Beams) == 0 {
		return ""
	}
	return i.Beams[0]
}

// WholeBeat reports whether an item is as long as a beat or longer.
func (i Item) WholeBeat() bool { return i.OfBeat < 0 }

// Clef is how an instrument is written: a G or an F clef, an octave lower for
// the instruments that sound so.
type Clef struct {
	Sign         string `json:"sign"` // "G" or "F"
	Line         int    `json:"line"`
	OctaveChange int    `json:"octaveChange"`
}

// Of is the score of a piece.
func Of(p piece.Piece) Score { return OfBars(p, 0) }

// OfBars is the score of a piece that has rests until so many bars are full: where others play on.
func OfBars(p piece.Piece, bars int) Score {
	s := Score{
		Title: p.Title, Subtitle: p.Subtitle, About: p.About, Instrument: p.Instrument, Strings: p.Strings,
		Capo: p.Capo,
		Clef: clefOf(p.Instrument.Family, p.Strings), Rhythm: p.Rhythm, Events: p.Events, Keys: p.Keys,
	}
	s.Beats, s.Unit = s.Rhythm.Signature()
	w := writer{Score: &s, long: p.LongLast}
	for i := range s.Events {
		from, to := w.span(i)
		w.rests(from)
		w.note(i, to-from)
	}
	w.fill(bars)
	s.headings()
	s.signs()
	s.beats()
	return s
}

// beats groups what a beat is divided into, and beams its notes where there are
// several without a rest between.
func (s *Score) beats() {
	for b := range s.Bars {
		items := s.Bars[b].Items
		same := func(i, k int) bool {
			return i >= 0 && k < len(items) && !items[i].WholeBeat() && !items[k].WholeBeat() &&
				items[i].Beat == items[k].Beat
		}
		// with reports whether neighbours share a beam of a level.
		with := func(i, k, level int) bool {
			return same(i, k) && items[i].Event != nil && items[k].Event != nil && items[i].Figure.Beams() > level &&
				items[k].Figure.Beams() > level
		}
		for i := range items {
			item := &items[i]
			item.First, item.Last = !same(i-1, i), !same(i, i+1)
			if item.Event == nil || !with(i-1, i, 0) && !with(i, i+1, 0) {
				continue
			}
			for level := range item.Figure.Beams() {
				beam := HookBack
				switch before, after := with(i-1, i, level), with(i, i+1, level); {
				case before && after:
					beam = ContinueBeam
				case before:
					beam = EndBeam
				case after:
					beam = BeginBeam
				case !with(i-1, i, 0):
					beam = HookForward
				}
				item.Beams = append(item.Beams, beam)
			}
		}
	}
}

// writer puts items at ticks, counted from the start of the first bar.
type writer struct {
	*Score
	next  int         // tick to be filled
	grids map[int]int // divisions of each beat, where notes have lengths of their own
	long  bool        // the last note is held to the bar line
}

const perBeat = rhythm.TicksPerBeat

func (w *writer) perBar() int { return perBeat * w.Rhythm.BeatsPerBar }

// span is where an event begins and ends, in ticks. Swung notes begin late within their slot and
// are written at its start.
func (w *writer) span(i int) (from, to int) {
	e := w.Events[i]
	slot := perBeat / w.Rhythm.PerBeat
	if w.Rhythm.Free {
		from = int(math.Round(e.At * perBeat))
		to = from + int(math.Round(e.Beats*perBeat))
	} else {
		from = int(math.Floor(e.At*float64(w.Rhythm.PerBeat)+1e-6)) * slot
		to = from + slot
	}
	if w.long && i == len(w.Events)-1 {
		to = w.barAfter(to)
	}
	return from, to
}

// barAfter is the next bar line from a tick on.
func (w *writer) barAfter(tick int) int { return (tick + w.perBar() - 1) / w.perBar() * w.perBar() }

// divisions are those of a beat: of the rhythm, or the fewest that all notes of the beat come to.
func (w *writer) divisions(beat int) int {
	if !w.Rhythm.Free {
		return w.Rhythm.PerBeat
	}
	if w.grids == nil {
		w.grids = map[int]int{}
		for i := range w.Events {
			from, to := w.span(i)
			for _, at := range []int{from, to} {
				w.grids[at/perBeat] = fewest(w.grids[at/perBeat], at%perBeat)
			}
		}
	}
	return max(w.grids[beat], 1)
}

// fewest are the fewest divisions of a beat that have those before and a tick too.
func fewest(divisions, tick int) int {
	for d := max(divisions, 1); d < rhythm.MaxDivisions; d++ {
		if _, written := (rhythm.Rhythm{}).Part(d, 1); (written || d == 1) && d%max(divisions, 1) == 0 &&
			tick*d%perBeat == 0 {
			return d
		}
	}
	return rhythm.MaxDivisions
}

// bar is the bar that the next tick stands in.
func (w *writer) bar() *Bar {
	number := w.next / w.perBar()
	if w.Rhythm.PickUp == 0 {
		number++
	}
	if len(w.Bars) == 0 || w.Bars[len(w.Bars)-1].Number != number {
		w.Bars = append(w.Bars, Bar{Number: number})
	}
	return &w.Bars[len(w.Bars)-1]
}

// add writes an item so many ticks long, as ties of several where no figure is as long or a bar
// line comes between. Rests are written beat by beat.
func (w *writer) add(item Item, ticks int) {
	for first := true; ticks > 0; first = false {
		part := item
		part.Beat = w.next % w.perBar() / perBeat
		part.Figure, part.Ticks, part.OfBeat = w.figure(ticks, item.Event == nil)
		if !first {
			part.TieFrom, part.Accent, part.Chord = true, false, nil
		}
		ticks -= part.Ticks
		part.TieTo = item.Event != nil && ticks > 0
		part.TieFrom = part.TieFrom && item.Event != nil
		bar := w.bar()
		bar.Items = append(bar.Items, part)
		w.next += part.Ticks
	}
}

// figure is the longest figure that begins at the next tick and is no longer than so many.
func (w *writer) figure(ticks int, rest bool) (f rhythm.Figure, long, ofBeat int) {
	off := w.next % perBeat
	ticks = min(ticks, w.perBar()-w.next%w.perBar())
	if off == 0 && ticks >= perBeat {
		if dotted := perBeat * 3 / 2; !rest && !w.Rhythm.Compound && ticks == dotted &&
			w.divisions(w.next/perBeat+1)%2 == 0 {
			return rhythm.Figure{Type: "quarter", Dots: 1, Actual: 1, Normal: 1}, dotted, -1
		}
		most := ticks / perBeat
		if rest {
			most = 1
		}
		for n := most; ; n-- {
			if f, ok := w.Rhythm.Beats(n); ok {
				return f, n * perBeat, -1
			}
		}
	}
	d := w.divisions(w.next / perBeat)
	each := perBeat / d
	for n := min(ticks, perBeat-off) / each; n > 0; n-- {
		if f, ok := w.Rhythm.Part(d, n); ok && (!rest || f.Dots == 0 || n == 1) {
			return f, n * each, off / each
		}
	}
	return w.Rhythm.Figure(), max(each, 1), off / each
}

func (w *writer) note(i, ticks int) {
	e := &w.Events[i]
	w.add(Item{Event: e, Index: i, Accent: e.Accent && w.Rhythm.AccentEvery > 0, Chord: e.Chord}, ticks)
}

// rests fills up to a tick. A pick-up is not filled before its first note.
func (w *writer) rests(to int) {
	if len(w.Bars) == 0 && w.Rhythm.PickUp > 0 {
		w.next = to
	}
	w.add(Item{Index: -1}, to-w.next)
}

// fill completes the last bar with rests, and so many bars in all. A pick-up that is the whole run ends with its bar.
func (w *writer) fill(bars int) {
	if len(w.Bars) > 0 {
		w.add(Item{Index: -1}, max(w.barAfter(w.next), bars*w.perBar())-w.next)
	}
}

// headings gives each bar the key of its first note, and the bars in which
// keys begin their titles, where there are several.
func (s *Score) headings() {
	keys := s.Keys
	next, fifths, tonic := 0, 0, pitch.Name{}
	for b := range s.Bars {
		bar := &s.Bars[b]
		for k, item := range bar.Items {
			for next < len(keys) && item.Event != nil && item.Index >= keys[next].First {
				if len(keys) > 1 {
					bar.head(keys[next].Title)
					bar.Items[k].Heading = keys[next].Title
				}
				if k == 0 {
					fifths, tonic = clampFifths(keys[next].Fifths), keys[next].Tonic
				}
				next++
			}
		}
		bar.Fifths, bar.Tonic = fifths, tonic
		if next > 0 {
			// What began within the bar is signed at the next.
			fifths, tonic = clampFifths(keys[next-1].Fifths), keys[next-1].Tonic
		}
		bar.NewKey = b == 0 || bar.Fifths != s.Bars[b-1].Fifths
	}
}

// Mode is the mode of a bar's tonic under its signature, an id of the catalogue; ok is false where it has none.
func (b Bar) Mode() (id string, ok bool) {
	if !b.Tonic.IsValid() {
		return "", false
	}
	return scale.ModeOf(b.Tonic, b.Fifths)
}

// head adds to the heading of a bar.
func (b *Bar) head(title string) {
	if b.Heading != "" {
		b.Heading += ", "
	}
	b.Heading += title
}

// clampFifths keeps to the signatures that are written: up to seven signs.
func clampFifths(fifths int) int { return min(max(fifths, -7), 7) }

var signNames = map[int]string{-2: "bb", -1: "b", 0: "n", 1: "#", 2: "##"}

// signs spells each note under the clef, with the accidental that it needs: one
// other than the key's, or than the one last written on its line in the bar.
func (s *Score) signs() {
	for b := range s.Bars {
		bar := &s.Bars[b]
		inForce := map[int]int{} // accidental by letter and octave
		for k := range bar.Items {
			item := &bar.Items[k]
			if item.Event == nil {
				continue
			}
			item.Pitch = pitch.FromMIDI(item.Event.MIDI, pitch.MustParseName(item.Event.Name))
			item.Letter, item.Octave = string(item.Pitch.Letter()), item.Pitch.Octave-s.Clef.OctaveChange
			line := item.Pitch.Octave*8 + int(item.Pitch.Letter()-'A')
			now, written := inForce[line]
			if !written {
				now = KeyAccidental(bar.Fifths, item.Pitch.Letter())
			}
			if now != item.Pitch.Accidental() && !item.TieFrom {
				item.Sign = signNames[item.Pitch.Accidental()]
				inForce[line] = item.Pitch.Accidental()
			}
		}
	}
}

// KeyAccidental is what a signature does to a letter.
func KeyAccidental(fifths int, letter byte) int {
	for k := range max(fifths, -fifths) {
		switch {
		case fifths > 0 && "FCGDAEB"[k] == letter:
			return 1
		case fifths < 0 && "BEADGCF"[k] == letter:
			return -1
		}
	}
	return 0
}

// clefOf is the clef usual for an instrument: guitars and basses sound an
// octave below the clef, the others where their lowest string lies best.
func clefOf(family neck.Family, strings []piece.OpenString) Clef {
	low := 127
	for _, s := range strings {
		low = min(low, s.MIDI)
	}
	switch {
	case family.OctaveLower() && family != neck.Guitars:
		return Clef{"F", 4, -1}
	case family.OctaveLower():
		return Clef{"G", 2, -1}
	case low < 40:
		return Clef{"F", 4, 0}
	case low < 48:
		return Clef{"G", 2, -1}
	}
	return Clef{"G", 2, 0}
}
