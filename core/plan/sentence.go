package plan

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/hand"
	"evenladder/core/pitch"
	"evenladder/core/rhythm"
	"evenladder/core/run"
)

// sentence says the brief in English. The words that stand for a field of the
// brief carry its path; settings at their usual value are left unsaid.
func (j *job) sentence() []SentencePart {
	var s sentenceBuilder
	b := j.brief
	article, name := j.instrument.Article, j.instrument.Name
	if b.Instrument.LeftHanded {
		article, name = "a", "left-handed "+name
	}
	s.plain("On " + article + " ")
	s.word("instrument.id", name)
	s.plain(" tuned ")
	s.word("instrument.tuning", j.tuningWords())
	if b.Instrument.Capo > 0 {
		s.plain(" with a ")
		s.word("instrument.capo", fmt.Sprintf("capo at fret %d", b.Instrument.Capo))
	}
	s.plain(", lay ")
	s.word("scale.tonic", j.naming.Absolute(j.scale.Tonic))
	s.plain(" ")
	s.word("scale.name", j.scale.Name)
	s.plain(" out ")
	s.word("layout.system", j.system.Phrase)
	if j.system.Uses.Span {
		s.plain(", ")
		s.word("layout.octaves", octaveWords[*b.Layout.Octaves])
		s.plain(" from ")
		s.word("layout.fromDegree", "the "+spokenDegree(j.scale.Formula[*b.Layout.FromDegree-1]))
	}
	if !slices.Equal(j.request.Strings, j.neck.ByPitch(j.usualStrings())) {
		s.plain(", on ")
		s.word("layout.strings", stringWords(j.request.Strings))
	}
	if low, high := *b.Layout.LowFret, *b.Layout.HighFret; low != 0 || high != j.neck.Frets {
		s.plain(", between ")
		s.word("layout.lowFret", fmt.Sprintf("frets %d and %d", low, high))
	}
	s.plain(", ")
	s.word("hand.school", j.style.School.Name)
	for _, w := range []struct {
		field, id string
		choices   []hand.Choice
	}{{"hand.wide", b.Hand.Wide, hand.Wides}, {"hand.prefer", b.Hand.Prefer, hand.Prefers}, {"hand.open", b.Hand.Open, hand.Opens}, {"hand.four", b.Hand.Four, hand.Fours}} {
		if c, _ := hand.FindChoice(w.choices, w.id); c.Phrase != "" {
			s.plain(", ")
			s.word(w.field, c.Phrase)
		}
	}
	if j.ownHand {
		mm := j.style.Limits.ComfortableMM
		s.plain(", for a hand that opens ")
		s.word("hand.limitsMm.comfortable", fmt.Sprintf("%g, %g and %g mm", mm[0], mm[1], mm[2]))
	}
	pattern, _ := run.FindPattern(b.Run.Pattern)
	s.plain(". Play it ")
	s.word("run.pattern", pattern.Phrase)
	j.figure(&s, pattern)
	if pattern.Uses.Direction {
		direction, _ := run.FindOption(run.Directions, b.Run.Direction)
		s.plain(", ")
		s.word("run.direction", direction.Phrase)
	}
	if b.Run.RepeatTop && b.Run.Direction == "up-down" && b.Run.Pattern == "straight" {
		s.plain(" with ")
		s.word("run.repeatTop", "the top note twice")
	}
	if b.Run.Chain {
		s.plain(", ")
		s.word("run.chain", "on through the chain of boxes")
	}
	switch land := b.Run.LandOn; {
	case land != nil:
		s.plain(", ")
		s.word("run.landOn", fmt.Sprintf("landing on string %d, fret %d", land.String, land.Fret))
	case b.Run.Finish != "as-written":
		finish, _ := run.FindOption(run.Finishes, b.Run.Finish)
		s.plain(", ")
		s.word("run.finish", finish.Phrase)
		if b.Run.Finish == "chord-tone" && *b.Run.Chord != 1 {
			s.plain(" of ")
			s.word("run.chord", "the chord on "+j.scale.Formula[*b.Run.Chord-1].Pretty())
		}
	}
	if *b.Run.Lean > 0 {
		s.plain(", ")
		s.word("run.lean", "leaning on the chord on "+j.scale.Formula[*b.Run.Lean-1].Pretty())
	}
	s.plain(", in ")
	if j.rhythm.Swing {
		s.word("rhythm.swing", "swung")
		s.plain(" ")
	}
	s.word("rhythm.perBeat", rhythm.Subdivisions[j.rhythm.PerBeat-1].Name)
	s.plain(" at ")
	s.word("rhythm.tempoBpm", strconv.Itoa(j.rhythm.TempoBPM))
	switch {
	case j.rhythm.Compound:
		s.plain(" in ")
		s.word("rhythm.meter", b.Rhythm.Meter)
	case j.rhythm.BeatsPerBar != 4:
		s.plain(", ")
		s.word("rhythm.beatsPerBar", fmt.Sprintf("%d beats to the bar", j.rhythm.BeatsPerBar))
	}
	if j.rhythm.PickUp > 0 {
		s.plain(", with a pick-up of ")
		s.word("rhythm.pickUp", count(j.rhythm.PickUp, "note", "notes"))
	}
	if j.rhythm.AccentEvery > 0 {
		s.plain(", ")
		s.word("rhythm.accentEvery", fmt.Sprintf("an accent on every %s note", ordinals[j.rhythm.AccentEvery]))
	}
	if b.Run.Fit != "as-is" {
		fit, _ := run.FindOption(Fits, b.Run.Fit)
		s.plain(", ")
		s.word("run.fit", fit.Phrase)
	}
	if b.Picking != "alternate" {
		picking, _ := run.FindOption(run.Pickings, b.Picking)
		s.plain(", with ")
		s.word("picking", picking.Phrase)
	}
	s.plain(".")
	return s
}

// figure says what the pattern is made of.
func (j *job) figure(s *sentenceBuilder, p run.Pattern) {
	r := j.brief.Run
	switch {
	case p.ID == "intervals":
		s.plain(" ")
		s.word("run.size", intervalNames[*r.Size])
	case p.ID == "groups":
		s.plain(" of ")
		s.word("run.size", strconv.Itoa(*r.Size))
	case p.Uses.Size:
		s.plain(" of ")
		s.word("run.size", intervalNames[*r.Size])
	case p.Uses.Order:
		s.plain(" ")
		s.word("run.order", numbers(r.Order))
	case p.Uses.Chords:
		s.plain(", chords on ")
		s.word("run.chords", numbers(r.Chords))
	case p.Uses.Cell:
		s.plain(", ")
		s.word("run.cell", r.Cell)
	case p.Uses.Repeat && *r.Repeat > 1:
		s.plain(", each ")
		s.word("run.repeat", fmt.Sprintf("%d times", *r.Repeat))
	}
}

func numbers(list []int) string {
	words := make([]string, len(list))
	for i, n := range list {
		words[i] = strconv.Itoa(n)
	}
	return strings.Join(words, " ")
}

// intervalNames by the number of scale notes that an interval takes in.
var intervalNames = [maxRunSize + 1]string{"", "", "seconds", "thirds", "fourths", "fifths", "sixths", "sevenths", "octaves", "ninths", "tenths", "elevenths", "twelfths"}

var ordinals = [rhythm.MaxBeatsPerBar + 1]string{"", "single", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth", "eleventh", "twelfth"}

type sentenceBuilder []SentencePart

func (s *sentenceBuilder) plain(text string)       { *s = append(*s, SentencePart{Text: text}) }
func (s *sentenceBuilder) word(field, text string) { *s = append(*s, SentencePart{text, field}) }

func (s sentenceBuilder) text() string {
	var b strings.Builder
	for _, p := range s {
		b.WriteString(p.Text)
	}
	return b.String()
}

func (j *job) tuningWords() string {
	tuning := j.brief.Instrument.Tuning // without the capo
	names := make([]string, len(tuning))
	for i, w := range tuning {
		p := pitch.MustParse(w)
		names[i] = j.naming.Absolute(p.Name)
	}
	return strings.Join(names, " ")
}

// stringWords says which strings, in playing order: "string 3", "strings 4 to
// 1" or "strings 6, 4 and 2".
func stringWords(strs []int) string {
	if len(strs) == 1 {
		return fmt.Sprintf("string %d", strs[0])
	}
	inRow := true
	words := make([]string, len(strs))
	for i, s := range strs {
		words[i] = strconv.Itoa(s)
		inRow = inRow && (i == 0 || strs[i-1]-s == 1)
	}
	if inRow && len(strs) > 2 {
		return "strings " + words[0] + " to " + words[len(words)-1]
	}
	return "strings " + joinAnd(words)
}

func joinAnd(words []string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	return strings.Join(words[:len(words)-1], ", ") + " and " + words[len(words)-1]
}

var octaveWords = [maxOctaves + 1]string{"", "one octave", "two octaves", "three octaves"}

// FingerWords name fingers 0 to 4 in full.
var FingerWords = [5]string{"open string", "index finger", "middle finger", "ring finger", "little finger"}

// degreeWords are what a screen reader says of a mark.
var (
	degreeWords = [8]string{"", "root", "second", "third", "fourth", "fifth", "sixth", "seventh"}
	alterWords  = map[int]string{-2: "double flat ", -1: "flat ", 1: "sharp ", 2: "double sharp "}
)

func spokenDegree(d pitch.Degree) string { return alterWords[d.Alter()] + degreeWords[d.Number()] }

var spokenSigns = strings.NewReplacer("♭", " flat", "♯", " sharp", "𝄫", " double flat", "𝄪", " double sharp", "♮", " natural", "1-3-4", "one three four")

// Spoken is a sentence with its signs in words, for those who hear it.
func Spoken(s string) string { return spokenSigns.Replace(s) }
