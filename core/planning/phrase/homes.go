package phrase

import (
	"cmp"
	"math"
	"slices"

	"evenladder/core/music/line"
	"evenladder/core/theory/pitch"
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
	perBlue     = 5.0 // in its place for the other third and the flat fifth, which blues, rock and country mix in
	halfClose   = 3.0 // for an end on the 5 of a phrase that begins on the 1
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

// homesOf ranks every scale of the catalogue on every tonic. A key that the source says comes before what the notes say,
// and its spelling holds, as that of the notes does.
func homesOf(l line.Line) []home {
	ranked := byNotes(l.Notes)
	if l.Key == nil && !slices.ContainsFunc(l.Notes, func(n line.Note) bool { return n.Name.IsValid() }) {
		return ranked
	}
	for i, h := range ranked {
		ranked[i] = spelledAs(h, l)
	}
	if l.Key != nil {
		return believed(ranked, *l.Key, l.Notes)
	}
	return ranked
}

// believed puts the likeliest scale of a key first: on its tonic, or where the source says no more than the signature, on
// any. A key without a scale of its own in the ranking is the plain one of its mode.
func believed(ranked []home, key line.Key, notes []line.Note) []home {
	for _, h := range ranked {
		if h.scale.Fifths() == key.Fifths && (h.scale.Tonic == key.Tonic || !key.Tonic.IsValid() && h.Holds == h.Of) {
			return kept(ranked, h.scale, notes)
		}
	}
	if s, err := scale.FromCatalogue(key.Tonic, key.Mode); err == nil {
		return kept(ranked, s, notes)
	}
	return ranked
}

// spelledAs is a home with the spelling of its tonic that has most of the notes as they were written, then that of the
// key.
func spelledAs(h home, l line.Line) home {
	best, most := h.scale, asWritten(h.scale, l)
	for _, turn := range []int{-octave, octave} { // of the circle of fifths
		other, err := scale.FromCatalogue(pitch.FromFifths(h.scale.Tonic.Fifths()+turn), h.Name)
		if err != nil || other.Tonic.Accidental() < -1 || other.Tonic.Accidental() > 1 {
			continue
		}
		if n := asWritten(other, l); n > most {
			best, most = other, n
		}
	}
	h.scale, h.Tonic, h.Title = best, best.Tonic.String(), best.Title()
	return h
}

// asWritten counts the notes that a scale spells as they were written, less those that it spells otherwise; where that
// tells nothing, whether its signature is that of the key.
func asWritten(s scale.Scale, l line.Line) (n int) {
	for _, note := range l.Notes {
		at := s.Index(note.MIDI)
		if at < 0 || !note.Name.IsValid() || note.Name.Class() != note.MIDI%octave {
			continue
		}
		if s.Notes[at] == note.Name {
			n += 2
		} else {
			n -= 2
		}
	}
	if l.Key != nil && s.Fifths() == l.Key.Fifths {
		n++
	}
	return n
}

// byNotes ranks every scale of the catalogue on every tonic, the usual spelling of each, by what sounds.
func byNotes(notes []line.Note) []home {
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
			blue := blueNotes(s, notes)
			if !slices.Contains(everyday, e.ID) {
				blue = 0
			}
			h.score = -(perMissing*float64(len(notes)-h.Holds-blue) + perBlue*float64(blue)) * min(1, 12/float64(len(notes)))
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
				if last == (class+fifth)%octave {
					h.score += halfClose
				}
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

// fifth is a perfect one, in semitones.
const fifth = 7

// blueNotes counts the notes outside a scale that are its other third or its flat fifth.
func blueNotes(s scale.Scale, notes []line.Note) (n int) {
	third := 3
	if s.MinorType() {
		third = 4
	}
	for _, note := range notes {
		if above := line.Above(note.MIDI, s); s.Index(note.MIDI) < 0 && (above == third || above == 6) {
			n++
		}
	}
	return n
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
