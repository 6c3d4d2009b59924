// Package musicxml writes a run as MusicXML 4.0, partwise (W3C Music Notation
// Community Group, 2021): a staff of notation and a staff of tab, with fingers,
// strokes, strings and frets.
package musicxml

import (
	"encoding/xml"
	"io"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
	"evenladder/core/music/score"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// divisions of a quarter note: every subdivision of a beat and of a dotted one
// is whole.
const divisions = 120

const header = xml.Header + `<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">` + "\n"

// Part is what one player of several has.
type Part struct {
	Name  string
	Score score.Score
}

// Write writes a score.
func Write(w io.Writer, s score.Score) error {
	return WriteParts(w, []Part{{english.Capital(s.Instrument.Name), s}})
}

// WriteParts writes the parts of several players, which have equally many bars. What stands at the head of the page is the
// first one's.
func WriteParts(w io.Writer, parts []Part) error {
	s := parts[0].Score
	wr := writer{score: s}
	wr.WriteString(header)
	wr.start("score-partwise", "version", "4.0")
	wr.start("work")
	wr.leaf("work-title", s.Title)
	wr.end("work")
	wr.start("identification")
	wr.start("encoding")
	wr.leaf("software", "Even Ladder")
	wr.end("encoding")
	wr.start("miscellaneous")
	wr.leaf("miscellaneous-field", s.Subtitle, "name", "brief")
	wr.end("miscellaneous", "identification")
	wr.credits()
	wr.start("part-list")
	for i, p := range parts {
		wr.part(i+1, p)
	}
	wr.end("part-list")
	for i, p := range parts {
		wr.score = p.Score
		wr.start("part", "id", "P"+strconv.Itoa(i+1))
		for i, bar := range p.Score.Bars {
			wr.measure(i, bar)
		}
		wr.end("part")
	}
	wr.end("score-partwise")
	_, err := w.Write(wr.Bytes())
	return err
}

type writer struct {
	elements
	score score.Score
}

// charactersToALine is how much of a heading fits the width of a page.
const charactersToALine = 90

// credits are the title and, line by line, the sentence at the head of the page.
func (w *writer) credits() {
	w.credit("title", w.score.Title)
	for _, line := range english.Lines(w.score.Subtitle, charactersToALine) {
		w.credit("subtitle", line)
	}
}

func (w *writer) credit(kind, line string) {
	w.start("credit", "page", "1")
	w.leaf("credit-type", kind)
	w.leaf("credit-words", line, "justify", "center")
	w.end("credit")
}

// part names a player, the instrument and its sound.
func (w *writer) part(number int, p Part) {
	id := "P" + strconv.Itoa(number)
	w.start("score-part", "id", id)
	w.leaf("part-name", p.Name)
	w.start("score-instrument", "id", id+"-I1")
	w.leaf("instrument-name", english.Capital(p.Score.Instrument.Name))
	w.end("score-instrument")
	w.start("midi-instrument", "id", id+"-I1")
	w.number("midi-channel", channelOf(number))
	w.number("midi-program", p.Score.Instrument.Program()) // counted from 1, as here
	w.end("midi-instrument", "score-part")
}

// channelOf is a channel of its own for each player, without the tenth, which is for drums.
func channelOf(number int) int {
	if number >= 10 {
		return number + 1
	}
	return number
}

// beatDuration is the length of a beat in divisions.
func (w *writer) beatDuration() int {
	if w.score.Rhythm.Compound {
		return divisions * 3 / 2
	}
	return divisions
}

func (w *writer) measure(i int, bar score.Bar) {
	attributes := []string{"number", strconv.Itoa(bar.Number)}
	if bar.Number == 0 {
		attributes = append(attributes, "implicit", "yes")
	}
	w.start("measure", attributes...)
	switch {
	case i == 0:
		w.attributes()
		w.tempo()
	case bar.NewKey:
		w.start("attributes")
		w.key(bar)
		w.end("attributes")
	}
	length := 0
	for staff := 1; staff <= 2; staff++ {
		if staff == 2 {
			w.start("backup")
			w.number("duration", length)
			w.end("backup")
		}
		for _, item := range bar.Items {
			if staff == 1 {
				if item.Heading != "" {
					w.words(item.Heading)
				}
				w.chord(item.Chord)
				length += w.duration(item)
			}
			w.note(item, staff)
		}
	}
	if i == len(w.score.Bars)-1 {
		w.start("barline", "location", "right")
		w.leaf("bar-style", "light-heavy")
		w.end("barline")
	}
	w.end("measure")
}

func (w *writer) attributes() {
	w.start("attributes")
	w.number("divisions", divisions)
	w.key(w.score.Bars[0])
	w.start("time")
	w.number("beats", w.score.Beats)
	w.number("beat-type", w.score.Unit)
	w.end("time")
	w.number("staves", 2)
	c := w.score.Clef
	w.start("clef", "number", "1")
	w.leaf("sign", c.Sign)
	w.number("line", c.Line)
	w.nonzero("clef-octave-change", c.OctaveChange)
	w.end("clef")
	w.start("clef", "number", "2")
	w.leaf("sign", "TAB")
	w.number("line", 5)
	w.end("clef")
	w.start("staff-details", "number", "2")
	w.number("staff-lines", len(w.score.Strings))
	for i, s := range w.score.Strings { // the lowest line is the highest-numbered string
		open := w.uncapoed(s)
		w.start("staff-tuning", "line", strconv.Itoa(i+1))
		w.leaf("tuning-step", string(open.Letter()))
		w.nonzero("tuning-alter", open.Accidental())
		w.number("tuning-octave", open.Octave)
		w.end("staff-tuning")
	}
	w.nonzero("capo", w.score.Capo)
	w.end("staff-details", "attributes")
}

// uncapoed is the pitch of a string without the capo.
func (w *writer) uncapoed(s piece.OpenString) pitch.Pitch {
	if w.score.Capo == 0 {
		return pitch.MustParse(s.Open)
	}
	midi := s.MIDI - w.score.Capo
	return pitch.FromMIDI(midi, scale.UsualTonic(midi%12))
}

func (w *writer) key(bar score.Bar) {
	w.start("key")
	w.number("fifths", bar.Fifths)
	if mode, ok := bar.Mode(); ok {
		w.leaf("mode", strings.TrimPrefix(mode, "natural-"))
	}
	w.end("key")
}

func (w *writer) words(text string) {
	w.start("direction", "placement", "above")
	w.start("direction-type")
	w.leaf("words", text)
	w.end("direction-type", "direction")
}

func (w *writer) tempo() {
	bpm := w.score.Rhythm.TempoBPM
	quarters := float64(bpm)
	w.start("direction", "placement", "above")
	w.start("direction-type")
	w.start("metronome")
	w.leaf("beat-unit", "quarter")
	if w.score.Rhythm.Compound {
		w.empty("beat-unit-dot")
		quarters *= 1.5
	}
	w.number("per-minute", bpm)
	w.end("metronome", "direction-type")
	w.empty("sound", "tempo", strconv.FormatFloat(quarters, 'g', -1, 64))
	w.end("direction")
	if w.score.Rhythm.Swing {
		w.words("swung eighths, long and short")
	}
}

// kinds of chord by the symbol after the root.
var kinds = map[string]string{
	"": "major", "m": "minor", "°": "diminished", "+": "augmented", "maj7": "major-seventh", "m7": "minor-seventh",
	"7":    "dominant",
	"m7♭5": "half-diminished", "°7": "diminished-seventh", "m(maj7)": "major-minor",
	"6": "major-sixth", "m6": "minor-sixth", "9": "dominant-ninth", "maj9": "major-ninth", "m9": "minor-ninth",
	"11": "dominant-11th", "m11": "minor-11th", "13": "dominant-13th", "maj13": "major-13th", "m13": "minor-13th",
	"sus4": "suspended-fourth", "sus2": "suspended-second", "5": "power",
}

// chord is the chord of the moment, where one begins. Those without a kind of their own are
// "other", with their symbol in words.
func (w *writer) chord(c *piece.Chord) {
	if c == nil {
		return
	}
	root := pitch.MustParseName(c.Notes[0])
	w.start("harmony")
	w.start("root")
	w.leaf("root-step", string(root.Letter()))
	w.nonzero("root-alter", root.Accidental())
	w.end("root")
	quality, bass, slashed := strings.Cut(c.Quality, "/")
	if kind := kinds[quality]; kind != "" {
		w.leaf("kind", kind)
	} else {
		w.leaf("kind", "other", "text", quality)
	}
	if n, err := pitch.ParseName(strings.NewReplacer("♭", "b", "♯", "#").Replace(bass)); slashed && err == nil {
		w.start("bass")
		w.leaf("bass-step", string(n.Letter()))
		w.nonzero("bass-alter", n.Accidental())
		w.end("bass")
	}
	w.end("harmony")
}

func (w *writer) duration(item score.Item) int {
	return item.Ticks * w.beatDuration() / rhythm.TicksPerBeat
}

func (w *writer) note(item score.Item, staff int) {
	w.start("note")
	silent := staff == 2 && item.Event != nil // the tab is read, the staff above sounds
	if silent {
		w.empty("cue")
	}
	if item.Event == nil {
		w.empty("rest")
	} else {
		at := item.Pitch
		w.start("pitch")
		w.leaf("step", string(at.Letter()))
		w.nonzero("alter", at.Accidental())
		w.number("octave", at.Octave)
		w.end("pitch")
	}
	w.number("duration", w.duration(item))
	ties := tiesOf(item)
	for _, t := range ties {
		if !silent {
			w.empty("tie", "type", t)
		}
	}
	w.number("voice", staff)
	figure := item.Figure
	if silent {
		w.leaf("type", figure.Type, "size", "full")
	} else {
		w.leaf("type", figure.Type)
	}
	for range figure.Dots {
		w.empty("dot")
	}
	if staff == 1 && item.Sign != "" {
		w.leaf("accidental", accidentals[item.Sign])
	}
	if figure.Actual != figure.Normal {
		w.start("time-modification")
		w.number("actual-notes", figure.Actual)
		w.number("normal-notes", figure.Normal)
		w.end("time-modification")
	}
	w.number("staff", staff)
	if staff == 1 {
		for n, beam := range item.Beams {
			w.leaf("beam", string(beam), "number", strconv.Itoa(n+1))
		}
	}
	w.notations(item, staff, ties)
	w.end("note")
}

// accidentals by the sign that a score writes.
var accidentals = map[string]string{"b": "flat", "n": "natural", "#": "sharp", "bb": "flat-flat", "##": "double-sharp"}

func tiesOf(item score.Item) (out []string) {
	if item.TieFrom {
		out = append(out, "stop")
	}
	if item.TieTo {
		out = append(out, "start")
	}
	return out
}

func (w *writer) notations(item score.Item, staff int, ties []string) {
	tuplet := ""
	if figure := item.Figure; figure.Actual != figure.Normal {
		switch {
		case item.First && !item.Last:
			tuplet = "start"
		case item.Last && !item.First:
			tuplet = "stop"
		}
	}
	struck := item.Event != nil && !item.TieFrom
	if tuplet == "" && len(ties) == 0 && !struck {
		return
	}
	w.start("notations")
	for _, t := range ties {
		w.empty("tied", "type", t)
	}
	if tuplet != "" {
		w.empty("tuplet", "type", tuplet)
	}
	if struck {
		w.struck(item, staff)
	}
	w.end("notations")
}

// struck adds place, finger, stroke and accent of a note.
func (w *writer) struck(item score.Item, staff int) {
	e := item.Event
	joins := w.joins(e)
	if staff == 1 {
		for _, kind := range w.slurs(e) {
			w.empty("slur", "type", kind, "number", "1")
		}
		for _, j := range joins {
			if j.element == "slide" {
				w.empty("slide", "type", j.kind, "number", j.number)
			}
		}
	}
	w.start("technical")
	if staff == 1 {
		switch {
		case e.Slur:
		case e.Stroke == run.UpStroke:
			w.empty("up-bow")
		case e.Stroke == run.DownStroke:
			w.empty("down-bow")
		}
		w.number("fingering", e.Finger)
		if len(e.Stroke) == 1 {
			w.leaf("pluck", string(e.Stroke))
		}
	}
	w.number("fret", e.Fret)
	w.number("string", e.String)
	if staff == 1 {
		for _, j := range joins {
			if j.element != "slide" {
				w.leaf(j.element, j.text(), "type", j.kind, "number", j.number)
			}
		}
	}
	w.end("technical")
	if staff == 1 && item.Accent {
		w.start("articulations")
		w.empty("accent")
		w.end("articulations")
	}
}

// slurs are the end and the beginning of a bow of several notes.
func (w *writer) slurs(e *piece.Event) (out []string) {
	goesOn := e.N < len(w.score.Events) && w.score.Events[e.N].Slur
	switch {
	case e.Slur && !goesOn:
		out = append(out, "stop")
	case !e.Slur && goesOn:
		out = append(out, "start")
	}
	return out
}

// join is one end of a hammer, a pull or a slide between two notes.
type join struct{ element, kind, number string }

// text is what stands at the beginning of a join.
func (j join) text() string {
	if j.kind != "start" {
		return ""
	}
	return map[string]string{"hammer-on": "H", "pull-off": "P"}[j.element]
}

var joinElements = map[run.Stroke]string{run.Hammer: "hammer-on", run.Pull: "pull-off", run.Slide: "slide"}

// joins are the end of the join to a note and the beginning of the one from it.
func (w *writer) joins(e *piece.Event) (out []join) {
	add := func(e piece.Event, kind string) {
		if element := joinElements[e.Stroke]; element != "" {
			out = append(out, join{element, kind, strconv.Itoa(1 + e.N%2)})
		}
	}
	add(*e, "stop")
	if e.N < len(w.score.Events) {
		add(w.score.Events[e.N], "start")
	}
	return out
}
