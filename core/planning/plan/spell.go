package plan

import (
	"evenladder/core/base/english"
	"evenladder/core/base/number"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/band"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// naming spells scale indexes once for the whole plan.
type naming struct {
	names, degrees, spoken []string
	labels                 []string // as the brief asks to say notes
}

func newNaming(r *brief.Reading) naming {
	var n naming
	for i, name := range r.Scale.Notes {
		degree := r.Scale.Formula[i]
		n.names = append(n.names, name.String())
		n.degrees = append(n.degrees, degree.String())
		n.labels = append(n.labels, r.Naming.Label(name, degree))
		said := name.Spoken()
		if r.Naming.ID != pitch.English {
			said = english.Spoken(n.labels[i])
		}
		n.spoken = append(n.spoken, said+", "+degree.Words())
	}
	return n
}

func (n naming) note(p neck.Place, midi, index int) piece.Note {
	return piece.Note{Place: p, MIDI: midi, Name: n.names[index], Degree: n.degrees[index]}
}

func (m *maker) scalePlan() ScalePlan {
	tonic := m.Scale.Tonic
	s := ScalePlan{
		Title: m.Title(tonic, m.Scale.Name), Notes: m.names.names, Degrees: m.names.degrees,
		Steps:        m.Scale.Formula.Steps(),
		KeySignature: m.Scale.KeySignature(), Labels: m.names.labels, Related: []Related{}, Signature: []string{},
		Triads: m.chords.size(3), Sevenths: m.chords.size(4), Core: m.corePlan(),
		FourthOn: scale.ByFourths(tonic, 1).String(), FourthBack: scale.ByFourths(tonic, -1).String(),
	}
	for _, name := range s.KeySignature.Accidentals {
		s.Signature = append(s.Signature, m.Say(pitch.MustParseName(name)))
	}
	for _, r := range m.Scale.Related() {
		s.Related = append(s.Related, Related{Relation: r.Relation, Title: m.Title(r.Tonic, r.Entry.Name),
			Tonic: r.Tonic.String(), Name: r.Entry.ID})
	}
	for _, n := range m.Scale.Neighbours() {
		s.Related = append(s.Related, Related{Relation: scale.NextDoor, Title: m.Title(tonic, n.Entry.Name),
			Tonic: tonic.String(), Name: n.Entry.ID, Words: n.Words()})
	}
	if told, ok := m.Scale.Told(); ok {
		s.Sounds, s.LearnFirst = told.Sounds, told.First
	}
	return s
}

// corePlan is the scale as a pentatonic with other notes laid over it, beside
// the scales over the same core; nil where it is none. A pentatonic has none laid over it.
func (m *maker) corePlan() *CorePlan {
	core, ok := scale.CoreOf(m.Scale.Formula)
	if !ok {
		return nil
	}
	named, _ := scale.Named(core)
	tonic := m.Scale.Tonic
	c := &CorePlan{Title: m.Title(tonic, named.Name), Name: named.ID, Formula: core.String(),
		Added: degreeStrings(scale.Beyond(m.Scale.Formula, core)), Siblings: []Sibling{}}
	for _, s := range scale.Siblings(core) {
		if !s.Entry.Formula.Equal(m.Scale.Formula) {
			c.Siblings = append(c.Siblings, Sibling{m.Title(tonic, s.Entry.Name), s.Entry.ID, degreeStrings(s.Added), s.Also,
				s.Common})
		}
	}
	return c
}

func degreeStrings(degrees []pitch.Degree) []string {
	out := make([]string, len(degrees))
	for i, d := range degrees {
		out[i] = d.String()
	}
	return out
}

// chordsOfKey are the triads and the sevenths of a key, each made when it is
// first asked for.
type chordsOfKey struct {
	of   *brief.Reading
	made [2][]piece.Chord
}

const triad = 3

func (c *chordsOfKey) size(notes int) []piece.Chord {
	known := &c.made[notes-triad]
	if *known != nil {
		return *known
	}
	*known = []piece.Chord{}
	for _, chord := range c.of.Scale.Chords(notes) {
		made := piece.Chord{Degree: chord.Degree.String(), Symbol: c.of.Say(chord.Notes[0]) + chord.Quality,
			Quality: chord.Quality, Notes: make([]string, notes)}
		for i, n := range chord.Notes {
			made.Notes[i] = n.String()
		}
		*known = append(*known, made)
	}
	return *known
}

func (m *maker) neckPlan() NeckPlan {
	n := NeckPlan{Courses: *m.Brief.Instrument.Courses, Frets: make([]Fret, m.Neck.Frets+1)}
	for f := range n.Frets {
		n.Frets[f] = Fret{f, number.Tenth(m.Neck.FretMM(f))}
	}
	count := m.Neck.Strings()
	n.Notes = make([]piece.Note, 0, count*(m.Neck.Frets+1)*(m.Scale.Len()+1)/12+count)
	for str := count; str >= 1; str-- {
		open := m.Neck.Open(str)
		n.Strings = append(n.Strings, piece.OpenString{String: str, Open: open.String(), MIDI: open.MIDI(),
			Label: m.Say(open.Name)})
		for f := range n.Frets {
			place := neck.Place{String: str, Fret: f}
			midi := m.Neck.MIDI(place)
			if i := m.Scale.Index(midi); i >= 0 {
				n.Notes = append(n.Notes, m.names.note(place, midi, i))
			}
		}
	}
	return n
}

// lowestDrone is the lowest note of a drone, as a MIDI number.
const lowestDrone = 36

// key is the key of a run from its event on, with what may sound under it.
func (m *maker) key(first int) piece.Key {
	chords, tonic := m.Backing.Cycle(m.Scale, m.Rhythm.BeatsPerBar), atOrAbove(m.Scale.Tonic, lowestDrone)
	return piece.Key{
		Title:  m.Title(m.Scale.Tonic, m.Scale.Name),
		First:  first,
		Fifths: m.Scale.Fifths(),
		Tonic:  m.Scale.Tonic,
		Drone:  tonic,
		Vamp:   chords,
		Band:   band.Of(chords, tonic, m.Rhythm),
	}
}

// atOrAbove is the lowest MIDI number of a name at or above one.
func atOrAbove(n pitch.Name, low int) int { return low + ((n.Class()-low)%12+12)%12 }
