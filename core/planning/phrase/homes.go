package phrase

import (
	"cmp"
	"math"
	"slices"

	"evenladder/core/music/line"
	"evenladder/core/theory/scale"
)

// Home is a scale that holds a phrase, or most of it.
type Home struct {
	Tonic string `json:"tonic"`
	Name  string `json:"name"` // catalogue id
	Title string `json:"title"`
	Holds int    `json:"holds"` // notes of the phrase that the scale has
	Of    int    `json:"of"`
}

// mostHomes is how many homes are given.
const mostHomes = 8

const octave = 12

type home struct {
	Home
	scale scale.Scale
	score float64
}

// The profiles of the two modes, how well each pitch class above the tonic fits the key: the
// probe-tone ratings of C. L. Krumhansl and E. J. Kessler, "Tracing the dynamic changes in
// perceived tonal organization in a spatial representation of musical keys" (Psychological Review
// 89, 1982).
var (
	majorProfile = [octave]float64{6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88}
	minorProfile = [octave]float64{6.33, 2.68, 3.52, 5.38, 2.60, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17}
)

// What counts for a home, in points. A note that it does not hold counts most; then a degree that
// the phrase never uses, so that five notes are a pentatonic before they are a major scale; then
// where the phrase ends and rests, the profile, and how usual the scale is.
const (
	perMissing  = 14.0
	perUnused   = 1.6
	endsOn      = 5.0
	beginsOn    = 1.5
	restsOn     = 6.0 // times the share of the time that the tonic sounds
	fitsProfile = 6.0 // times the correlation
	lessUsual   = 4.5 // for a scale that is no everyday one
	unusual     = 9.0 // for one that is rarer still
)

// everyday are the scales that a phrase is first taken for, known those that come after them.
var (
	everyday = []string{"major", "natural-minor", "major-pentatonic", "minor-pentatonic", "minor-blues", "major-blues",
		"dorian", "mixolydian"}
	known = []string{"harmonic-minor", "melodic-minor", "phrygian", "lydian", "locrian"}
)

// homesOf ranks every scale of the catalogue on every tonic.
func homesOf(notes []line.Note) []home {
	var weights [octave]float64
	total := 0.0
	for _, n := range notes {
		weights[n.MIDI%octave] += max(n.Beats, 0.05)
		total += max(n.Beats, 0.05)
	}
	first, last := notes[0].MIDI%octave, notes[len(notes)-1].MIDI%octave
	var out []home
	for order, e := range scale.Catalogue() {
		if named, _ := scale.Named(e.Formula); named.ID != e.ID {
			continue // another name of a row before it
		}
		for class := range octave {
			s, err := scale.FromCatalogue(scale.UsualTonic(class), e.ID)
			if err != nil {
				continue
			}
			if easier, ok := s.Simpler(); ok {
				s = easier
			}
			h := home{scale: s, Home: Home{Tonic: s.Tonic.String(), Name: e.ID, Title: s.Title(),
				Holds: holds(s, notes), Of: len(notes)}}
			h.score = -perMissing * float64(len(notes)-h.Holds) * min(1, 12/float64(len(notes)))
			for _, n := range s.Notes {
				if weights[n.Class()] == 0 {
					h.score -= perUnused
				}
			}
			if last == class {
				h.score += endsOn
			}
			if first == class {
				h.score += beginsOn
			}
			h.score += restsOn*weights[class]/total + fitsProfile*correlation(weights, class, s.MinorType())
			switch {
			case slices.Contains(everyday, e.ID):
			case slices.Contains(known, e.ID):
				h.score -= lessUsual
			default:
				h.score -= unusual
			}
			h.score -= float64(order) / 1000 // of those alike the one earlier in the catalogue
			out = append(out, h)
		}
	}
	slices.SortStableFunc(out, func(a, b home) int { return cmp.Compare(b.score, a.score) })
	return out
}

func holds(s scale.Scale, notes []line.Note) (n int) {
	for _, note := range notes {
		if s.Index(note.MIDI) >= 0 {
			n++
		}
	}
	return n
}

// correlation is how alike what sounds is to the profile of a key, -1 to 1.
func correlation(weights [octave]float64, tonic int, minor bool) float64 {
	profile := majorProfile
	if minor {
		profile = minorProfile
	}
	meanW, meanP := 0.0, 0.0
	for i := range octave {
		meanW += weights[i] / octave
		meanP += profile[i] / octave
	}
	var both, w, p float64
	for i := range octave {
		dw, dp := weights[(i+tonic)%octave]-meanW, profile[i]-meanP
		both, w, p = both+dw*dp, w+dw*dw, p+dp*dp
	}
	if w == 0 {
		return 0
	}
	return both / math.Sqrt(w*p)
}

// kept puts the teacher's choice first.
func kept(ranked []home, s scale.Scale, notes []line.Note) []home {
	first := home{scale: s, Home: Home{Tonic: s.Tonic.String(), Name: s.ID, Title: s.Title(), Holds: holds(s, notes),
		Of: len(notes)}}
	rest := slices.DeleteFunc(ranked, func(h home) bool { return h.Title == first.Title })
	return append([]home{first}, rest...)
}
