package phrase

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Remark is something that happens in a phrase, in words.
type Remark struct {
	Code    string `json:"code"`
	Notes   []int  `json:"notes"` // numbers, from 1
	Message string `json:"message"`
}

// remark is a rule: it looks through the notes and says each place where it holds.
type remark struct {
	code string
	find func(notes []Named, s scale.Scale, add func(message string, notes ...int))
}

// remarks are all rules in the order in which they are said.
var remarks = []remark{
	{"starts-on", func(notes []Named, _ scale.Scale, add func(string, ...int)) {
		add(fmt.Sprintf("It starts on the %s.", pretty(notes[0])), 1)
	}},
	{"core", overCore},
	{"minor-to-major-third", steps("b3", "3", "The ♭3 moves to the 3. That mixes minor and major; it isn't a wrong note.")},
	{"flat-five-falls", blue(steps("b5", "4", "The ♭5 falls to the 4, as in the blues."))},
	{"flat-five-rises", blue(steps("b5", "5", "The ♭5 rises to the 5, as in the blues."))},
	{"chord", chords},
	{"sequence", sequences},
	{"octave-copy", copies},
	{"landing", landing},
}

func remarksOf(notes []Named, s scale.Scale) []Remark {
	out := []Remark{}
	for _, r := range remarks {
		r.find(notes, s, func(message string, numbers ...int) { out = append(out, Remark{r.code, numbers, message}) })
	}
	return out
}

// mostBeside is the share of the time that notes beside a pentatonic take up while the phrase is still one.
const mostBeside = 0.2

// overCore says that a phrase is a scale of five or six notes with a few others, and what a phrase in a larger scale is at its
// core: "A minor pentatonic with 6 and 2".
func overCore(notes []Named, s scale.Scale, add func(string, ...int)) {
	id := "major-pentatonic"
	if s.MinorType() {
		id = "minor-pentatonic"
	}
	e, _ := scale.Find(id)
	core, title := e.Formula, s.Tonic.Pretty()+" "+e.Name
	if s.Len() < 7 {
		core, title = s.Formula, s.Title()
	}
	var all, beside float64
	var others []string
	var at []int
	seen := map[string]bool{}
	for _, n := range notes {
		all += n.Beats
		if !core.Has(pitch.MustParseDegree(n.Degree)) {
			beside += n.Beats
			at = append(at, n.N)
			if !seen[n.Degree] {
				others = append(others, pretty(n))
			}
		}
		seen[n.Degree] = true
	}
	whole := !slices.ContainsFunc(core, func(d pitch.Degree) bool { return !seen[d.String()] })
	if whole && len(others) > 0 && len(others) <= 2 && beside <= mostBeside*all {
		add(fmt.Sprintf("%s with %s.", title, english.And(others)), at...)
	}
}

func pretty(n Named) string { return pitch.Pretty(n.Degree) }

// steps is the rule of one degree that goes to another by a half step.
func steps(from, to, message string) func([]Named, scale.Scale, func(string, ...int)) {
	return func(notes []Named, _ scale.Scale, add func(string, ...int)) {
		for i := 0; i+1 < len(notes); i++ {
			step := notes[i+1].MIDI - notes[i].MIDI
			if slices.Contains(strings.Fields(from), notes[i].Degree) && notes[i+1].Degree == to &&
				(step == 1 || step == -1) {
				add(message, i+1, i+2)
			}
		}
	}
}

// blue is a rule of a blues note: in a scale that has a ♭5 for other reasons, as Locrian has, it is none, and what is
// written as a ♯4 is a neighbour of the 5.
func blue(rule func([]Named, scale.Scale, func(string, ...int))) func([]Named, scale.Scale, func(string, ...int)) {
	flatFive := pitch.MustParseDegree("b5")
	return func(notes []Named, s scale.Scale, add func(string, ...int)) {
		if !s.Formula.Has(flatFive) || s.Formula.Has(pitch.MustParseDegree("5")) {
			rule(notes, s, add)
		}
	}
}

// leastChord is how many notes in a row outline a chord.
const leastChord = 3

// chords finds rows of notes that are those of one chord in thirds of the key, each other than the one before. A row that
// goes on to the seventh of its chord is that seventh chord.
func chords(notes []Named, s scale.Scale, add func(string, ...int)) {
	base := s
	if base.Chords(3) == nil {
		var ok bool
		if base, ok = parent(s); !ok {
			return
		}
	}
	list := append(base.Chords(3), base.Chords(4)...)
	for i := 0; i+leastChord <= len(notes); {
		best, name := 0, ""
		for _, c := range list {
			if n := outlines(notes[i:], c); n > best {
				best, name = n, c.Notes[0].Pretty()+c.Quality
			}
		}
		if best < leastChord {
			i++
			continue
		}
		add(fmt.Sprintf("Notes %d to %d outline %s.", i+1, i+best, name), span(i+1, i+best)...)
		i += best
	}
}

// outlines counts the notes that begin a row and are those of a chord; 0 where not all of the chord are among them, and
// where a seventh comes only after the triad has been left: there it may be passing.
func outlines(notes []Named, c scale.Chord) (n int) {
	seen := map[string]bool{}
	for n < len(notes) && slices.ContainsFunc(c.Notes, func(p pitch.Name) bool { return p.String() == notes[n].Name }) {
		seen[notes[n].Name] = true
		n++
		if len(c.Notes) == 4 && n == 4 && len(seen) < 4 {
			return 0
		}
	}
	if len(seen) < len(c.Notes) {
		return 0
	}
	return n
}

// parent is a seven-note scale that a shorter one is drawn from.
func parent(s scale.Scale) (scale.Scale, bool) {
	id := "mixolydian"
	if s.MinorType() {
		id = "natural-minor"
	}
	out, err := scale.FromCatalogue(s.Tonic, id)
	return out, err == nil
}

func span(from, to int) (out []int) {
	for n := from; n <= to; n++ {
		out = append(out, n)
	}
	return out
}

// leastCell is how many notes a cell of a sequence has at least; one of two notes comes three times at least.
const leastCell, leastPairs = 2, 3

// sequences finds a cell that comes again at once on another step of the scale, with the same steps and the same times: the
// one that goes on for the longest, and the smallest that does. A scale that goes straight on is none.
func sequences(notes []Named, s scale.Scale, add func(string, ...int)) {
	at := make([]int, len(notes)) // steps of the scale
	for i, n := range notes {
		index := s.Index(n.MIDI)
		if index < 0 {
			return // a sequence is told within the scale
		}
		at[i] = index + s.Len()*((n.MIDI-s.Tonic.Class()+octave)/octave)
	}
	first, cell, often := 0, 0, 0
	for size := leastCell; size <= len(notes)/2; size++ {
		for from := 0; from+2*size <= len(notes); from++ {
			times := 1
			for from+(times+1)*size <= len(notes) && same(notes, at, from, from+times*size, size) {
				times++
			}
			if times < 2 || size == leastCell && times < leastPairs || at[from] == at[from+size] ||
				straight(at[from:from+times*size]) {
				continue
			}
			if times*size > often*cell {
				first, cell, often = from, size, times
			}
		}
	}
	if cell > 0 {
		add(fmt.Sprintf("A cell of %d notes comes %s, each time on a different step.", cell, english.Times(often)),
			span(first+1, first+often*cell)...)
	}
}

// straight reports whether steps go on by the same distance.
func straight(at []int) bool {
	for i := 2; i < len(at); i++ {
		if at[i]-at[i-1] != at[1]-at[0] {
			return false
		}
	}
	return true
}

// same reports whether two stretches have the same steps and times.
func same(notes []Named, at []int, a, b, size int) bool {
	for i := range size {
		if at[a+i]-at[a] != at[b+i]-at[b] || notes[a+i].Beats != notes[b+i].Beats {
			return false
		}
	}
	return true
}

// leastCopy is how many notes an octave copy has at least.
const leastCopy = 3

// copies finds the longest stretch that comes again an octave away.
func copies(notes []Named, _ scale.Scale, add func(string, ...int)) {
	for size := len(notes) / 2; size >= leastCopy; size-- {
		for a := 0; a+2*size <= len(notes); a++ {
			for b := a + size; b+size <= len(notes); b++ {
				apart := notes[b].MIDI - notes[a].MIDI
				if apart != octave && apart != -octave {
					continue
				}
				i := 0
				for i < size && notes[b+i].MIDI-notes[a+i].MIDI == apart {
					i++
				}
				if i == size {
					where := "higher"
					if apart < 0 {
						where = "lower"
					}
					add(fmt.Sprintf("Notes %d to %d repeat notes %d to %d an octave %s.", b+1, b+size, a+1, a+size,
						where), span(b+1, b+size)...)
					return
				}
			}
		}
	}
}

// landing says whether the last note is one of the chord on the tonic.
func landing(notes []Named, s scale.Scale, add func(string, ...int)) {
	last := notes[len(notes)-1]
	third := "3"
	if s.MinorType() {
		third = "b3"
	}
	if slices.Contains([]string{"1", third, "5"}, last.Degree) {
		add(fmt.Sprintf("It ends on the %s, a note of the tonic chord.", pretty(last)), last.N)
		return
	}
	add(fmt.Sprintf("It ends on the %s, which isn't in the tonic chord, so it sounds unfinished.", pretty(last)),
		last.N)
}
