package layout

import (
	"math"
	"slices"

	"evenladder/core/fretboard/neck"
)

// campanella plays the octaves from the chosen degree with no two neighbours
// on one string, each note ringing as long as the fingers let it. It has one
// box for each octave of the neck that the start lies in. A row keeps low where
// two neighbours have to share a string for it.
func campanella(r Request) ([]Box, error) {
	low, high := r.compass()
	var whole []rungOn
	for _, row := range r.rows(low, high-12*r.Octaves) {
		if w := r.ring(row); w.notes != nil {
			whole = append(whole, w)
		}
	}
	if len(whole) == 0 {
		return r.longestRow(low, high), nil
	}
	least := math.MaxInt
	for _, w := range whole {
		least = min(least, w.shared)
	}
	var out []Box
	for _, w := range whole {
		if w.shared <= max(least, 1) {
			out = append(out, r.ringBox(w, nil))
		}
	}
	return out, nil
}

// rungOn is a row of notes that ring into each other.
type rungOn struct {
	notes  []Note
	shared int // neighbours that share a string
}

// longestRow is the longest stretch of one of the rows that lies within the
// frets, where none does whole; of equal ones the lowest.
func (r *Request) longestRow(low, high int) []Box {
	var longest, of []int
	for _, row := range r.rows(low-12*r.Octaves, high) {
		for i := range row {
			end := i
			for end < len(row) && len(r.placesOf(row[end])) > 0 {
				end++
			}
			if end-i > len(longest) {
				longest, of = row[i:end], row
			}
		}
	}
	if len(longest) == 0 {
		return nil
	}
	return []Box{r.ringBox(r.ring(longest), of)}
}

func (r *Request) ringBox(w rungOn, row []int) Box {
	lowest, highest := w.notes[0].MIDI, w.notes[len(w.notes)-1].MIDI
	var missing []int
	for _, midi := range row {
		if midi < lowest || midi > highest {
			missing = append(missing, midi)
		}
	}
	box := r.placed("from "+r.Scale.Pitch(lowest).Pretty(), w.notes, missing...)
	box.Corrections = nil // the order of the strings is not that of a shape
	return box
}

// compass is the lowest and the highest pitch within the frets.
func (r *Request) compass() (low, high int) {
	low = math.MaxInt
	for _, str := range r.Strings {
		open := r.Neck.Open(str).MIDI()
		low, high = min(low, open+r.LowFret), max(high, open+r.HighFret)
	}
	return low, high
}

// rows are the pitches to play, once for each start between two pitches.
func (r *Request) rows(low, high int) [][]int {
	var out [][]int
	for m := max(low, 0); m <= high; m++ {
		if r.Scale.Index(m) != r.FromDegree {
			continue
		}
		out = append(out, r.octavesFrom(m))
	}
	return out
}

// ring places a row of pitches as the hand lets them ring; it has no notes
// where one of them lies nowhere.
func (r *Request) ring(pitches []int) (w rungOn) {
	row := make([][]neck.Place, len(pitches))
	for i, midi := range pitches {
		if row[i] = r.placesOf(midi); len(row[i]) == 0 {
			return rungOn{}
		}
	}
	w.notes = make([]Note, len(row))
	for i, place := range r.Ring(row) {
		w.notes[i] = Note{place, pitches[i], r.Scale.Index(pitches[i]), Core}
		if i > 0 && w.notes[i-1].String == place.String {
			w.shared++
		}
	}
	return w
}

// mostPlaces bounds the places of a pitch that are weighed: those nearest to
// the nut, on necks of many strings.
const mostPlaces = 4

// placesOf are where a pitch lies, nearest to the nut first, and of those on one
// fret the lower string first.
func (r *Request) placesOf(midi int) (out []neck.Place) {
	for _, str := range r.Strings {
		if fret := midi - r.Neck.Open(str).MIDI(); fret >= r.LowFret && fret <= r.HighFret {
			out = append(out, neck.Place{String: str, Fret: fret})
		}
	}
	slices.SortStableFunc(out, func(a, b neck.Place) int { return a.Fret - b.Fret })
	return out[:min(len(out), mostPlaces)]
}
