// Package scale spells scales: a tonic and a formula become notes, steps, a
// key signature, the chords of the key and the scales related to it.
//
// The catalogue is a table of names and formulas (catalogue.go) and knows
// nothing of keys. New puts a formula on a tonic. Degrees are said against
// the major scale of the same tonic, so natural minor is 1 2 ♭3 4 5 ♭6 ♭7,
// and a degree's number decides the letter of its note. That is the whole of
// correct spelling: A♭ natural minor has a C♭ because its third is a flat
// three, and three letters from A is C.
package scale

import (
	"fmt"

	"evenladder/core/base/table"
	"evenladder/core/theory/pitch"
)

// Scale is a formula on a tonic; make one with New. It is shared: its slices are
// to be read and not to be changed.
type Scale struct {
	Tonic   pitch.Name
	Formula Formula
	ID      string       // catalogue id, empty for an unnamed formula
	Name    string       // as said after the tonic
	Notes   []pitch.Name // one for each degree
	// Respelled are the indexes of notes whose own letter would need more than a
	// double accidental: they have the usual name of their sound.
	Respelled []int

	index [12]int8 // scale index of a pitch class, -1 outside the scale
	next  [12]int8 // semitones from a pitch class up to the next note of the scale
}

// New puts the formula on the tonic. The catalogue gives it its name.
func New(tonic pitch.Name, f Formula) Scale {
	e, ok := Named(f)
	if !ok {
		e = Entry{Row: table.Row{Name: pitch.Pretty(f.String())}}
	}
	return build(tonic, f, e)
}

// FromCatalogue puts the named scale on the tonic, keeping the name asked for
// where two rows share a formula (natural minor, Aeolian).
func FromCatalogue(tonic pitch.Name, id string) (Scale, error) {
	e, ok := Find(id)
	if !ok {
		return Scale{}, fmt.Errorf("no scale is called %q: give one of %s", clip(id), IDs())
	}
	return build(tonic, e.Formula, e), nil
}

func build(tonic pitch.Name, f Formula, e Entry) Scale {
	s := Scale{Tonic: tonic, Formula: f, ID: e.ID, Name: e.Name, Notes: make([]pitch.Name, len(f))}
	for i := range s.index {
		s.index[i] = -1
	}
	for i, d := range f {
		s.Notes[i] = tonic.Degree(d)
		if acc := s.Notes[i].Accidental(); acc < -pitch.MaxAccidental || acc > pitch.MaxAccidental {
			s.Notes[i] = UsualTonic(s.Notes[i].Class())
			s.Respelled = append(s.Respelled, i)
		}
		s.index[s.Notes[i].Class()] = int8(i)
	}
	for c := range s.next {
		up := 1
		for up < 12 && s.index[(c+up)%12] < 0 {
			up++
		}
		s.next[c] = int8(up)
	}
	return s
}

// Len is the number of notes in the octave.
func (s Scale) Len() int { return len(s.Notes) }

// Title is the scale's name with its tonic, for readers: "B♭ Dorian".
func (s Scale) Title() string { return s.Tonic.Pretty() + " " + s.Name }

// Index is the place in the scale (0 is the tonic) of the note with this MIDI
// number, or -1 when it is outside the scale.
func (s *Scale) Index(midi int) int { return int(s.index[class(midi)]) }

// class is the pitch class of a MIDI number, also of one below 0.
func class(midi int) int {
	if c := midi % 12; c >= 0 {
		return c
	}
	return midi%12 + 12
}

// Next is the MIDI number of the scale note above the given scale note.
func (s *Scale) Next(midi int) int { return midi + int(s.next[class(midi)]) }

// Pitch spells a MIDI number that is in the scale.
func (s Scale) Pitch(midi int) pitch.Pitch {
	return pitch.FromMIDI(midi, s.Notes[s.Index(midi)])
}

// MinorType reports whether the third is minor and no major third stands
// beside it.
func (s Scale) MinorType() bool { return s.Formula.minorType() }

func (f Formula) minorType() bool {
	return f.hasSemitone(3) && !f.hasSemitone(4)
}

func (f Formula) hasSemitone(n int) bool {
	for _, d := range f {
		if d.Semitones() == n {
			return true
		}
	}
	return false
}

func clip(s string) string {
	if r := []rune(s); len(r) > 24 {
		return string(r[:24]) + "…"
	}
	return s
}
