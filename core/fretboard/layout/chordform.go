package layout

import (
	"slices"
	"strings"

	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
)

// formTunings are the tunings on which boxes are named after the movable forms
// of open chords. The forms themselves are worked out: the lowest note of the
// chord on each string.
var formTunings = []struct {
	tuning  []pitch.Pitch
	letters string
}{
	{mustTuning("E2 A2 D3 G3 B3 E4"), "CAGED"},
	{mustTuning("G4 C4 E4 A4"), "CAGFD"},
	{mustTuning("G3 C4 E4 A4"), "CAGFD"},
}

func mustTuning(s string) []pitch.Pitch {
	t, err := neck.ParseTuning(s)
	if err != nil {
		panic(err)
	}
	return t
}

// tonicTriads are the chords that a form can be the shape of.
var tonicTriads = [][3]int{{0, 4, 7}, {0, 3, 7}}

// triad is the tonic chord of the scale in semitones; ok is false where the
// scale has no perfect fifth with a third.
func (r *Request) triad() (t [3]int, ok bool) {
	tonic := r.Scale.Tonic.Class()
	for _, t := range tonicTriads {
		if r.Scale.Index(tonic+t[1]) >= 0 && r.Scale.Index(tonic+t[2]) >= 0 {
			return t, true
		}
	}
	return [3]int{}, false
}

// form is a chord form moved to the scale's tonic, with how many strings of a box hold it, and on how many it lies among
// the frets of the box.
type form struct {
	letter      string
	held, among int
}

// better reports whether a form is more that of a box than another.
func (f form) better(than form) bool {
	return f.held > than.held || f.held == than.held && f.among > than.among
}

// bestForm finds the chord form that most strings of the notes hold; ok is
// false on tunings whose boxes are not named after chords.
func (r *Request) bestForm(notes []Note) (best form, ok bool) {
	triad, ok := r.triad()
	if !ok {
		return form{}, false
	}
	for _, ft := range formTunings {
		up, same := transposed(ft.tuning, r.Neck.Tuning)
		if !same {
			continue
		}
		for _, letter := range strings.Split(ft.letters, "") {
			f := r.holds(notes, ft.tuning, pitch.MustParseName(letter), triad, up)
			if f.letter = letter; f.better(best) {
				best = f
			}
		}
		return best, best.held > 0
	}
	return form{}, false
}

// transposed reports whether two tunings have the same steps, and by how many
// semitones the second is higher.
func transposed(a, b []pitch.Pitch) (up int, same bool) {
	if len(a) != len(b) {
		return 0, false
	}
	up = b[0].MIDI() - a[0].MIDI()
	for i := range a {
		if b[i].MIDI()-a[i].MIDI() != up {
			return 0, false
		}
	}
	return up, true
}

// holds counts the strings on which the notes hold the open chord of a letter
// moved to the tonic, all at one distance up the neck. A string that the layout
// leaves out counts where the chord on it lies among the frets of the notes.
func (r *Request) holds(notes []Note, tuning []pitch.Pitch, letter pitch.Name, triad [3]int, up int) (most form) {
	low, high := fretRange(notes)
	shift := ((r.Scale.Tonic.Class()-letter.Class()-up)%12 + 12) % 12
	for ; shift <= r.Neck.Frets; shift += 12 {
		f := form{}
		for str := 1; str <= len(tuning); str++ {
			open := tuning[len(tuning)-str].MIDI()
			fret := 0
			for !slices.Contains(triad[:], ((open+fret-letter.Class())%12+12)%12) {
				fret++
			}
			place := neck.Place{String: str, Fret: fret + shift}
			among := place.Fret >= low && place.Fret <= high
			f.among += count(among)
			if slices.Contains(r.Strings, str) {
				f.held += count(slices.ContainsFunc(notes, func(n Note) bool { return n.Place == place }))
			} else {
				f.held += count(among)
			}
		}
		if f.better(most) {
			most = f
		}
	}
	return most
}

func count(b bool) int {
	if b {
		return 1
	}
	return 0
}

// chordForm names a whole box: every string of it holds the form. On other
// tunings the name is the notes of the tonic chord that it holds, lowest first.
func (r *Request) chordForm(b Box) (formName, boxName string) {
	if best, ok := r.bestForm(b.Notes); ok {
		if best.held == r.Neck.Strings() {
			return best.letter, best.letter + " form"
		}
		return "", ""
	}
	triad, ok := r.triad()
	if !ok {
		return "", ""
	}
	var held []string
	for _, n := range b.Notes {
		if slices.Contains(triad[:], ((n.MIDI-r.Scale.Tonic.Class())%12+12)%12) {
			held = append(held, r.Scale.Formula[n.Degree].Pretty())
		}
	}
	return "", "chord " + strings.Join(held, " ")
}

// growsOutOf names the form that most of a row's strings hold, at least two.
func (r *Request) growsOutOf(notes []Note) (string, bool) {
	best, ok := r.bestForm(notes)
	return best.letter, ok && best.held >= 2
}
