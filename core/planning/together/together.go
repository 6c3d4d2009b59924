// Package together gives one piece of music out to the members of a group, each on an instrument of their own: the tune, a
// second voice, a bass, a canon.
//
// Build takes the line of a brief, has each member's Voice made of it in steps of the scale, puts that into an octave in which
// it lies well on the member's neck, and lays it there as a phrase. Every part is a brief again, so that whatever plays, prints
// or listens to a brief does so with a part. Keys says which keys suit all of them.
package together

import (
	"errors"
	"fmt"
	"math"
	"reflect"
	"slices"
	"strings"
	"unicode/utf8"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/backing"
	"evenladder/core/music/line"
	"evenladder/core/music/piece"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
)

// Member is one player of a group.
type Member struct {
	Name       string           `json:"name"`
	Instrument brief.Instrument `json:"instrument"`
	Hand       brief.Hand       `json:"hand,omitzero"`
	Voice      string           `json:"voice,omitempty"` // id of Voices; the tune where empty
	After      float64          `json:"after,omitempty"` // beats that a canon waits; a bar where 0
}

// Bounds of a group.
const (
	MaxMembers = 12
	MaxAfter   = 64
	maxName    = 80
)

// Group is music for some members.
type Group struct {
	Brief   brief.Brief `json:"brief"` // the music, on any instrument
	Members []Member    `json:"members"`
}

// Together is the music given out.
type Together struct {
	Brief         brief.Brief  `json:"brief"` // the music, with every default filled in
	Sentence      string       `json:"sentence"`
	SentenceParts []brief.Part `json:"sentenceParts"`
	Spoken        string       `json:"spoken"` // the sentence with its signs in words

	Title   string   `json:"title"`
	Bars    int      `json:"bars"`    // of the longest part
	Remarks []string `json:"remarks"` // what gave way for all
	Parts   []Part   `json:"parts"`
}

// Part is what one member plays.
type Part struct {
	Member
	Title   string      `json:"title"`          // "Ada, ukulele: a third above"
	Remarks []string    `json:"remarks"`        // what gave way
	Cannot  string      `json:"cannot"`         // why it cannot be played; empty where it can
	Brief   brief.Brief `json:"brief"`          // as any screen opens it
	Box     *plan.Box   `json:"box,omitempty"`  // the places that it plays
	Plan    *plan.Plan  `json:"plan,omitempty"` // nil where it cannot be played
}

// CheckMembers says what is wrong with members, as a fault.List, and fills what goes without saying.
func CheckMembers(members []Member) error {
	var faults fault.List
	faults.Between("members", len(members), 1, MaxMembers)
	for i := range members {
		at := fmt.Sprintf("members.%d.", i)
		m := &members[i]
		m.Name = strings.TrimSpace(m.Name)
		if n := utf8.RuneCountInString(m.Name); n < 1 || n > maxName {
			faults.Addf(at+"name", "%d characters were given: give 1 to %d", n, maxName)
		}
		if m.Voice == "" {
			m.Voice = Tune
		}
		v, ok := table.Find(Voices, m.Voice)
		if !ok {
			faults.Add(at+"voice", fault.Word(m.Voice, table.IDs(Voices)))
		}
		if m.After < 0 || m.After > MaxAfter {
			faults.Addf(at+"after", "%g was given: give 0 to %d beats", m.After, MaxAfter)
		}
		if !v.Waits {
			m.After = 0
		}
		if m.Instrument.ID == "" && len(m.Instrument.Tuning) == 0 {
			faults.Addf(at+"instrument", "no instrument was given: choose one")
			continue
		}
		m.Hand.Fingers = nil // they are those of a box
		if _, err := brief.InstrumentWords(m.Instrument); err != nil {
			faults.Under(at, err)
		}
	}
	return faults.Or()
}

// Build gives the music of a group out. What cannot be met at all is a fault.List; what one member cannot play is said of that
// part.
func Build(g Group) (Together, error) {
	g.Members = slices.Clone(g.Members)
	if err := CheckMembers(g.Members); err != nil {
		return Together{}, err
	}
	out, err := give(g)
	if err != nil || out.cannot() == 0 || g.Brief.Run.Pattern == run.Phrase {
		return out, err
	}
	// A box of a guitar is wider than some necks are: an octave is something that all have.
	g.Brief.Layout = brief.Layout{System: narrow}
	less, err := give(g)
	if err != nil || less.cannot() >= out.cannot() {
		return out, nil //nolint:nilerr // then the wider one stays
	}
	less.Remarks = append(less.Remarks, "One octave, so that everyone can play it.")
	return less, nil
}

// narrow is the layout that every neck has room for.
const narrow = "one-octave"

func (t Together) cannot() (n int) {
	for _, p := range t.Parts {
		if p.Plan == nil {
			n++
		}
	}
	return n
}

// give gives the music out as it is.
func give(g Group) (Together, error) {
	own, m, err := musicOf(g.Brief)
	if err != nil {
		return Together{}, err
	}
	out := Together{Brief: own.Brief, Sentence: own.Sentence, SentenceParts: own.SentenceParts, Spoken: own.Spoken,
		Title: own.Scale.Title, Remarks: []string{}, Parts: make([]Part, len(g.Members))}
	for i, member := range g.Members {
		p := partOf(own, m, member, lies(g.Brief))
		if p.Plan != nil {
			out.Bars = max(out.Bars, p.Plan.Run.Bars)
		}
		out.Parts[i] = p
	}
	return out, nil
}

// musicOf is the line that a brief plays, from the start of its first bar, or of the bar of its pick-up.
func musicOf(b brief.Brief) (plan.Plan, music, error) {
	b.Round = brief.Round{}
	own, err := plan.Build(b)
	if err != nil {
		var faults fault.List
		faults.Under("brief.", err)
		return own, music{}, faults.Or()
	}
	s, err := brief.ReadScale(own.Brief.Scale)
	if err != nil {
		return own, music{}, err
	}
	m := music{scale: s, bar: float64(own.Run.Rhythm.BeatsPerBar)}
	before := 0.0
	if len(own.Run.Events) > 0 && own.Run.Events[0].Bar == 0 {
		before = 1 // the pick-up stands in a bar of its own
	}
	written := func(e piece.Event) float64 { return (float64(e.Bar)-1+before)*m.bar + e.Beat - 1 }
	for _, e := range own.Run.Events {
		m.notes = append(m.notes, line.Note{MIDI: e.MIDI, At: written(e), Beats: e.Beats})
		if e.Chord != nil && own.Run.SaysChords {
			if name, err := pitch.ParseName(e.Chord.Notes[0]); err == nil {
				m.roots = append(m.roots, root{written(e), lowTonic + name.Class()})
			}
		}
	}
	if r, err := brief.Read(own.Brief); err == nil && !lies(b) {
		if up, ok := phrase.AtHome(m.notes, r.Neck, true); ok {
			m.notes = line.Transposed(m.notes, up)
		}
	}
	end := (line.Line{Notes: m.notes}).Beats()
	m.bars = max(int(math.Ceil(end/m.bar-tiny)), 1)
	if len(m.roots) == 0 && backing.Kind(own.Brief.Backing.Kind).HasChords() {
		m.roots = vamped(own, float64(m.bars)*m.bar)
	}
	return own, m, nil
}

// vamped are the roots of the chords that go round under a plan.
func vamped(own plan.Plan, end float64) (out []root) {
	if len(own.Run.Keys) == 0 {
		return nil
	}
	vamp := own.Run.Keys[0].Vamp
	for at, i := 0.0, 0; len(vamp) > 0 && at < end-tiny; i++ {
		c := vamp[i%len(vamp)]
		if c.Beats <= 0 {
			return nil
		}
		out = append(out, root{at, c.Bass})
		at += c.Beats
	}
	return out
}

// lies reports whether a brief says where its music lies: a phrase alone says nothing of that.
func lies(b brief.Brief) bool {
	return b.Run.Pattern != run.Phrase || b.Run.Way != "" || b.Layout.System != ""
}

// partOf lays a member's voice on the member's neck. keep keeps the tune where the music lies, for who has that neck.
func partOf(own plan.Plan, m music, member Member, keep bool) Part {
	voice, _ := table.Find(Voices, member.Voice)
	p := Part{Member: member, Remarks: []string{}, Brief: bare(own.Brief, member)}
	p.Title = member.Name + ": " + voice.Name
	notes := voice.of(m, member.After)
	if len(notes) == 0 {
		p.Cannot = "The tune has no such notes: choose another part."
		return p
	}
	r, err := brief.Read(p.Brief)
	if err != nil {
		p.Cannot = reason(err)
		return p
	}
	if keep && member.Voice == Tune && own.Run.Events[0].Bar > 0 && sameHandOn(own.Brief, r) {
		p.Brief = own.Brief // the box that it was made on
		p.Brief.Instrument, p.Brief.For = member.Instrument, member.Name
		p.built()
		return p
	}
	up, ok := phrase.AtHome(notes, r.Neck, false)
	if !ok {
		p.Cannot = "This part has a wider range than the instrument: choose another part, or another key."
		return p
	}
	if up != 0 && !lowVoices[member.Voice] {
		p.Remarks = append(p.Remarks, octavesSaid(up))
	}
	notes = line.Transposed(notes, up)
	found, err := phrase.Build(phrase.Request{Brief: p.Brief, Keep: true, Line: line.Line{Notes: notes, InKey: true}})
	if err != nil || len(found.Ways) == 0 {
		p.Cannot = "This part doesn't fit on the instrument: choose another part, or another key."
		return p
	}
	p.Brief = found.Ways[0].Brief(p.Brief, rested(notes)+found.Text)
	p.built()
	return p
}

// built makes the plan of a part.
func (p *Part) built() {
	made, err := plan.Build(p.Brief)
	if err != nil {
		p.Cannot = reason(err)
		return
	}
	box := made.PlayedBox()
	p.Plan, p.Box = &made, &box
	for _, c := range made.Cautions {
		if c.Code == plan.CautionPhraseOctave || c.Code == plan.CautionPhraseWay {
			p.Remarks = append(p.Remarks, c.Message)
		}
	}
}

// lowVoices stand in no octave of the tune's: it is not said that they are moved.
var lowVoices = map[string]bool{"drone": true, "bass-line": true}

// bare is the brief of the music on a member's instrument, without what was asked of another neck.
func bare(b brief.Brief, m Member) brief.Brief {
	out := brief.Brief{Instrument: m.Instrument, Hand: m.Hand, Scale: b.Scale, Rhythm: b.Rhythm, Names: b.Names, For: m.Name}
	out.Rhythm.PickUp = nil // it stands in a bar of its own
	return out
}

// sameHandOn reports whether a brief is for the neck and the hand of a reading.
func sameHandOn(b brief.Brief, r brief.Reading) bool {
	own, err := brief.Read(b)
	return err == nil && reflect.DeepEqual(own.Neck, r.Neck) && reflect.DeepEqual(own.Style, r.Style)
}

// rested is the rest before a first note, as a phrase is typed.
func rested(notes []line.Note) string {
	if notes[0].At < tiny {
		return ""
	}
	return line.Rest(notes[0].At) + " "
}

func octavesSaid(up int) string {
	way := "higher"
	if up < 0 {
		way = "lower"
	}
	n := english.CountInWords(max(up, -up)/octave, "octave", "octaves")
	return english.Capital(n) + " " + way + ", so that it lies well here."
}

// reason is the first thing that is wrong, as a sentence.
func reason(err error) string {
	var faults fault.List
	if errors.As(err, &faults) && len(faults) > 0 {
		return english.Capital(faults[0].Message) + "."
	}
	return english.Capital(err.Error()) + "."
}
