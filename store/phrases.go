package store

import (
	"strings"
	"unicode/utf8"

	"evenladder/core/base/fault"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
	"evenladder/core/planning/plan"
)

// KeptPhrase is a phrase on its shelf: the brief that plays it, and where it comes from.
type KeptPhrase struct {
	Brief  brief.Brief `json:"brief"`
	Source string      `json:"source,omitempty"` // in the teacher's words
	Tags   []string    `json:"tags,omitempty"`
}

// Bounds of what is said of a phrase, in characters, and of its tags.
const maxSource, maxTag, maxTags = 400, 40, 12

// checkPhrase says what a phrase is, once its brief and what is said of it are in order.
func checkPhrase(t *Thing) (string, error) {
	p := t.Phrase
	if p == nil {
		return "", missing("phrase")
	}
	var faults fault.List
	if p.Brief.Run.Pattern != run.Phrase {
		faults.Addf("phrase.brief.run.pattern", "%q was given: give %s, with the phrase",
			fault.Clip(p.Brief.Run.Pattern), run.Phrase)
	}
	if n := utf8.RuneCountInString(p.Source); n > maxSource {
		faults.Addf("phrase.source", "%d characters were given: give %d at most", n, maxSource)
	}
	if len(p.Tags) > maxTags {
		faults.Addf("phrase.tags", "%d were given: give %d at most", len(p.Tags), maxTags)
	}
	for i, tag := range p.Tags {
		p.Tags[i] = strings.TrimSpace(tag)
		if n := utf8.RuneCountInString(p.Tags[i]); n < 1 || n > maxTag {
			faults.Addf("phrase.tags", "%q was given: give 1 to %d characters", fault.Clip(tag), maxTag)
		}
	}
	if err := faults.Or(); err != nil {
		return "", err
	}
	p.Brief.Round = brief.Round{}
	made, err := plan.Build(p.Brief)
	return made.Sentence, fault.Under("phrase.brief.", err)
}

// words are those that a phrase is found by, beside its sentence: its source and tags, its degrees
// and steps in a row, and the scales that hold it.
func (p KeptPhrase) words() string {
	words := []string{p.Source, strings.Join(p.Tags, " ")}
	if found, err := phrase.Index(p.Brief); err == nil {
		words = append(words, found...)
	}
	return strings.Join(words, "\n")
}
