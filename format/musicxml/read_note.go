package musicxml

import (
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
	"fmt"
	"slices"
)

// noteRead is a note element.
type noteRead struct {
	Grace     *struct{} `xml:"grace"`
	Cue       *struct{} `xml:"cue"`
	Chord     *struct{} `xml:"chord"`
	Rest      *struct{} `xml:"rest"`
	Unpitched *struct{} `xml:"unpitched"`
	Lyric     []string  `xml:"lyric>text"`
	Pitch     *struct {
		Step   string  `xml:"step"`
		Alter  float64 `xml:"alter"`
		Octave int     `xml:"octave"`
	} `xml:"pitch"`
	Duration float64 `xml:"duration"`
	Voice    string  `xml:"voice"`
	Staff    string  `xml:"staff"`
	Ties     []struct {
		Type string `xml:"type,attr"`
	} `xml:"tie"`
	Technical struct {
		String int        `xml:"string"`
		Fret   *int       `xml:"fret"`
		Finger string     `xml:"fingering"`
		Hammer []joinRead `xml:"hammer-on"`
		Pull   []joinRead `xml:"pull-off"`
		Bend   []struct{} `xml:"bend"`
	} `xml:"notations>technical"`
	Slide    []joinRead `xml:"notations>slide"`
	Gliss    []joinRead `xml:"notations>glissando"`
	Ornament []struct {
		Signs []struct{} `xml:",any"`
	} `xml:"notations>ornaments"`
}

// joinRead is one end of a hammer, a pull or a slide.
type joinRead struct {
	Type string `xml:"type,attr"`
}

// joined is how a note follows on the one before; empty where it is struck.
func (n noteRead) joined() run.Stroke {
	for _, j := range []struct {
		ends []joinRead
		as   run.Stroke
	}{{n.Technical.Hammer, run.Hammer}, {n.Technical.Pull, run.Pull}, {n.Slide, run.Slide}, {n.Gliss, run.Slide}} {
		if slices.Contains(j.ends, joinRead{"stop"}) {
			return j.as
		}
	}
	return ""
}

// note takes in a note.
func (s *scoreRead) note(p *partRead, n noteRead) error {
	length := n.Duration / p.divisions
	if length < 0 {
		return fmt.Errorf("a note of %g beats: give none below 0", length)
	}
	if len(n.Lyric) > 0 {
		s.left["lyrics"]++
	}
	at := p.at
	switch {
	case n.Grace != nil:
		s.left["grace notes"]++
		return nil
	case n.Chord != nil:
		at = p.last
	default:
		p.last, p.at = p.at, p.at+length
	}
	switch {
	case n.Unpitched != nil:
		s.left["drum notes"]++
	case n.Pitch != nil && n.Cue == nil:
		name, err := pitch.ParseName(n.Pitch.Step)
		if err != nil || len(n.Pitch.Step) != 1 {
			return fmt.Errorf("%.24q isn't a step: give a letter from A to G", n.Pitch.Step)
		}
		if n.Pitch.Octave < -1 || n.Pitch.Octave > 10 || n.Pitch.Alter < -3 || n.Pitch.Alter > 3 {
			return fmt.Errorf("%s in octave %d, altered by %g, isn't a pitch", n.Pitch.Step, n.Pitch.Octave,
				n.Pitch.Alter)
		}
		midi := (n.Pitch.Octave+1)*12 + name.Class() + int(n.Pitch.Alter) + p.transpose
		if midi < 0 || midi > pitch.MaxMIDI {
			return fmt.Errorf("pitch %d sounds beyond what can be written", midi)
		}
		note := sounding{at: at, beats: length, midi: midi, name: nameOf(n.Pitch.Step, int(n.Pitch.Alter)),
			voice: n.Voice + "/" + n.Staff}
		if f := n.Technical.Fret; f != nil && n.Technical.String > 0 {
			note.place = &neck.Place{String: n.Technical.String, Fret: *f}
		}
		if f := n.Technical.Finger; len(f) == 1 && f[0] >= '1' && f[0] <= '4' {
			note.finger = int(f[0] - '0')
		}
		note.joined = n.joined()
		for range n.Technical.Bend {
			s.left["bends (first note only)"]++
		}
		for _, o := range n.Ornament {
			s.left["ornaments"] += len(o.Signs)
		}
		for _, tie := range n.Ties {
			note.tied = note.tied || tie.Type == "stop"
		}
		p.notes = append(p.notes, note)
	}
	return nil
}
