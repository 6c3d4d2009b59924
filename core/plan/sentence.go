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
	direction, _ := run.FindOption(run.Directions, b.Run.Direction)
	s.plain(". Play it ")
	s.word("run.pattern", pattern.Phrase)
	s.plain(", ")
	s.word("run.direction", direction.Phrase)
	if b.Run.RepeatTop && b.Run.Direction == "up-down" {
		s.plain(" with ")
		s.word("run.repeatTop", "the top note twice")
	}
	if b.Run.Finish != "as-written" {
		finish, _ := run.FindOption(run.Finishes, b.Run.Finish)
		s.plain(", ")
		s.word("run.finish", finish.Phrase)
	}
	s.plain(", in ")
	s.word("rhythm.perBeat", rhythm.Subdivisions[j.rhythm.PerBeat-1].Name)
	s.plain(" at ")
	s.word("rhythm.tempoBpm", strconv.Itoa(j.rhythm.TempoBPM))
	if j.rhythm.BeatsPerBar != 4 {
		s.plain(", ")
		s.word("rhythm.beatsPerBar", fmt.Sprintf("%d beats to the bar", j.rhythm.BeatsPerBar))
	}
	if b.Picking != "alternate" {
		picking, _ := run.FindOption(run.Pickings, b.Picking)
		s.plain(", with ")
		s.word("picking", picking.Phrase)
	}
	s.plain(".")
	return s
}

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

// fingerWords and degreeWords are what a screen reader says of a rung.
var (
	fingerWords = [5]string{"open string", "index finger", "middle finger", "ring finger", "little finger"}
	degreeWords = [8]string{"", "root", "second", "third", "fourth", "fifth", "sixth", "seventh"}
	alterWords  = map[int]string{-2: "double flat ", -1: "flat ", 1: "sharp ", 2: "double sharp "}
)

func spokenDegree(d pitch.Degree) string { return alterWords[d.Alter()] + degreeWords[d.Number()] }

var spokenSigns = strings.NewReplacer("♭", " flat", "♯", " sharp", "𝄫", " double flat", "𝄪", " double sharp", "♮", " natural", "1-3-4", "one three four")

func spokenSentence(s string) string { return spokenSigns.Replace(s) }
