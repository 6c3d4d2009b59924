package take

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/music/piece"
)

// A finding is one thing that didn't go well, and what to do about it.
type finding struct{ words, next string }

// firstWords are what is said first: what happened and what went well, one thing that
// didn't, and what to do about that. The order is that of docs/decisions/takes.md.
func (t *Take) firstWords(p piece.Piece, told telling) string {
	words := []string{t.well(p, told)}
	if f, ok := t.finding(p, told); ok {
		words = append(words, f.words, f.next)
	}
	return strings.Join(slices.DeleteFunc(words, func(s string) bool { return s == "" }), " ")
}

func (t *Take) anotherRun() string {
	return fmt.Sprintf(
		"This doesn't sound like the run: %d of %d notes are right. Play what is on screen, and check your tuning.",
		t.Right,
		t.Planned,
	)
}

var goes = []string{"", "First go", "Second go", "Third go", "Fourth go", "Fifth go"}

// well is what happened, and what went well.
func (t *Take) well(p piece.Piece, told telling) string {
	again, back, off := 1, "", ""
	twice := false
	for _, h := range t.Story {
		switch h.What {
		case FalseStart, Restart:
			again++
		case Twice:
			again, twice = again+1, true
		case WentBack:
			back = fmt.Sprintf(" You went back to bar %d.", h.Bar)
		case Off:
			off = ", " + offBy(h.Count)
		}
	}
	var lead string
	switch {
	case twice && again == 2:
		lead = "Played twice. The second time: "
	case again >= len(goes):
		lead = fmt.Sprintf("Go %d: ", again)
	case again > 1:
		lead = goes[again] + ": "
	}
	said := t.rightWords(p, told) + off
	if said == "" {
		return strings.TrimSpace(lead + back)
	}
	if lead == "" {
		said = english.Capital(said)
	}
	return lead + said + "." + back
}

func offBy(semitones int) string {
	way := "high"
	if semitones < 0 {
		way = "low"
	}
	if semitones%octave == 0 {
		return "an octave too " + way
	}
	return english.CountInWords(max(semitones, -semitones), "fret", "frets") + " too " + way
}

// leastInRow is how many right notes in a row are worth a word.
const leastInRow = 4

// praised is the spread, in ms, up to which playing is called even.
const praised = 15

// rightWords are the longest stretch that is right, in words.
func (t *Take) rightWords(p piece.Piece, told telling) string {
	played := t.Events[:told.unplayed]
	from, long := longest(played)
	switch {
	case t.Right == t.Planned && t.Extra == 0 && t.EvennessMS > 0 && t.EvennessMS <= praised:
		return fmt.Sprintf("all %d notes right, even to %.0f ms", t.Planned, math.Ceil(t.EvennessMS))
	case t.Right == t.Planned:
		return fmt.Sprintf("all %d notes right", t.Planned)
	case told.unplayed < t.Planned && long == len(played):
		return fmt.Sprintf("right up to bar %d, then you stopped", p.Events[told.unplayed-1].Bar)
	case told.unplayed < t.Planned:
		return fmt.Sprintf(
			"%d of %d notes right up to bar %d, then you stopped",
			t.rightIn(played),
			len(played),
			p.Events[told.unplayed-1].Bar,
		)
	case long >= leastInRow:
		return fmt.Sprintf(
			"%d notes in a row are right (%s)",
			long,
			english.Range("bar", "bars", p.Events[from].Bar, p.Events[from+long-1].Bar),
		)
	}
	return fmt.Sprintf("%d of %d notes are right", t.Right, t.Planned)
}

func (t *Take) rightIn(events []Event) (n int) {
	for _, e := range events {
		if e.Verdict == Right {
			n++
		}
	}
	return n
}

// longest is where the longest row of right notes begins, and how long it is.
func longest(events []Event) (from, long int) {
	row := 0
	for i, e := range events {
		row++
		if e.Verdict != Right {
			row = 0
		}
		if row > long {
			from, long = i-row+1, row
		}
	}
	return from, long
}

// finding is the first thing to work at: notes before time, and of time the coarse before the fine.
func (t *Take) finding(p piece.Piece, told telling) (finding, bool) {
	for _, look := range []func(piece.Piece, telling) finding{
		t.sameWrong, t.leftOut, t.single, t.goOn, t.longPause, t.drifted, t.atTempo, t.placed, t.offNote, t.uneven, t.caused,
	} {
		if f := look(p, told); f.words != "" || f.next != "" {
			return f, true
		}
	}
	return finding{}, false
}

func (t *Take) goOn(p piece.Piece, told telling) finding {
	if told.unplayed == t.Planned {
		return finding{}
	}
	return finding{"", fmt.Sprintf("Begin at bar %d and play to the end.", p.Events[told.unplayed-1].Bar)}
}

func (t *Take) leftOut(p piece.Piece, _ telling) finding {
	for _, h := range t.Story {
		if h.What == LeftOut {
			first := slices.IndexFunc(p.Events, func(e piece.Event) bool { return e.N == h.N })
			to := p.Events[min(first+h.Count, len(p.Events)-1)]
			return finding{fmt.Sprintf("You left out %s.", english.Range("note", "notes", h.N, h.N+h.Count-1)),
				fmt.Sprintf("Play %s alone, then the whole.", english.Range("bar", "bars", h.Bar, to.Bar))}
		}
	}
	return finding{}
}

// mostSingle is how many mistakes are named one by one.
const mostSingle = 3

func (t *Take) single(p piece.Piece, told telling) finding {
	var said []string
	bars := map[int]int{}
	for i, e := range t.Events[:told.unplayed] {
		switch bar := p.Events[i].Bar; e.Verdict {
		case Wrong:
			said = append(
				said,
				fmt.Sprintf(
					"Note %d (bar %d) was %s, not %s.",
					e.N,
					bar,
					nameOf(told.piece, told.piece.Events[i], *e.HeardMIDI),
					pretty(told.piece.Events[i]),
				),
			)
			bars[bar]++
		case Missed:
			said = append(said, fmt.Sprintf("Note %d (bar %d) is missing.", e.N, bar))
			bars[bar]++
		}
	}
	if t.Extra > 0 {
		said = append(said, english.Capital(english.CountInWords(t.Extra, "note was", "notes were"))+" extra.")
	}
	if len(said) == 0 {
		return finding{}
	}
	worst := 0
	for bar, n := range bars {
		if n > bars[worst] || n == bars[worst] && bar < worst {
			worst = bar
		}
	}
	next := "Play it again, slower."
	if worst > 0 {
		next = fmt.Sprintf("Play bar %d alone, slower.", worst)
	}
	if len(said) > mostSingle {
		return finding{english.Capital(t.slipWords()) + mostIn(bars, worst) + ".", next}
	}
	return finding{strings.Join(said, " "), next}
}

// mostIn says which bar has most of the mistakes, where one does.
func mostIn(bars map[int]int, worst int) string {
	if len(bars) < 2 {
		return ""
	}
	return fmt.Sprintf(", most of them in bar %d", worst)
}

// slipWords counts the mistakes.
func (t *Take) slipWords() string {
	var words []string
	for _, s := range []struct {
		n         int
		one, many string
	}{
		{t.Wrong, "wrong note", "wrong notes"}, {t.Missed, "missed note", "missed notes"}, {t.Extra, "extra note", "extra notes"},
	} {
		if s.n > 0 {
			words = append(words, english.Count(s.n, s.one, s.many))
		}
	}
	return english.And(words)
}

func (t *Take) longPause(piece.Piece, telling) finding {
	if len(t.Pauses) == 0 {
		return finding{}
	}
	longest := slices.MaxFunc(t.Pauses, func(a, b Pause) int { return int(a.MS - b.MS) })
	return finding{longest.Message, fmt.Sprintf("Play the notes around note %d until they join.", longest.N)}
}

func (t *Take) atTempo(p piece.Piece, _ telling) finding {
	off := t.TempoBPM/float64(p.Rhythm.TempoBPM) - 1
	if math.Abs(off) <= cleanTempo {
		return finding{}
	}
	f := finding{
		fmt.Sprintf("Played at %.0f, not %d beats a minute.", t.TempoBPM, p.Rhythm.TempoBPM),
		"Play with the click, or choose a slower rung.",
	}
	if off > 0 {
		f.next = "Play with the click and stay behind it."
	}
	return f
}

func (t *Take) drifted(piece.Piece, telling) finding {
	if t.DriftPercent == 0 {
		return finding{}
	}
	return finding{t.driftWords(), "Play with the click."}
}

func (t *Take) driftWords() string {
	return fmt.Sprintf("You went from %.0f to %.0f beats a minute.", t.reading.Ends.Low, t.reading.Ends.High)
}

func (t *Take) placed(p piece.Piece, _ telling) finding {
	if len(t.Places) == 0 {
		return finding{}
	}
	return finding{t.placeWords(p, t.Places[0]), "Count every note aloud while you play."}
}

// placeWords say how late a place of the beat comes: the second half of two is swung.
func (t *Take) placeWords(p piece.Piece, at Place) string {
	words := fmt.Sprintf("Your %q notes come %s", at.Count, lateOf(at.LateMS))
	beat := 60_000 / float64(p.Rhythm.TempoBPM)
	if ratio := (0.5 + at.LateMS/beat) / (0.5 - at.LateMS/beat); p.Rhythm.PerBeat == 2 && at.LateMS > 0 &&
		ratio >= leastSwing {
		words += fmt.Sprintf(": swung, about %.1f to 1", ratio)
	}
	return words + "."
}

// leastSwing is the proportion of the halves of a beat from which on it is heard as swing.
const leastSwing = 1.2

func (t *Take) offNote(p piece.Piece, _ telling) finding {
	late := t.worstMS()
	if t.even() && math.Abs(late) < cleanWorst*t.noteMS/2 || late == 0 {
		return finding{}
	}
	return finding{t.worstWords(p, late), fmt.Sprintf("Play the notes around note %d until they join.", t.Worst)}
}

func (t *Take) worstWords(p piece.Piece, late float64) string {
	i := slices.IndexFunc(p.Events, func(e piece.Event) bool { return e.N == t.Worst })
	return fmt.Sprintf("Note %d (bar %d) comes %s.", t.Worst, p.Events[i].Bar, lateOf(late))
}

func lateOf(ms float64) string {
	if ms < 0 {
		return fmt.Sprintf("%.0f ms early", -ms)
	}
	return fmt.Sprintf("%.0f ms late", ms)
}

func (t *Take) uneven(piece.Piece, telling) finding {
	if t.within(cleanSpread, cleanMost) {
		return finding{}
	}
	return finding{
		fmt.Sprintf("Timing varies by %.0f ms.", t.EvennessMS),
		"Play slower, with the click, until it's even.",
	}
}

func (t *Take) caused(piece.Piece, telling) finding {
	for _, c := range t.ByCause {
		if c.Found {
			return finding{causedWords(c), causeNext[c.Cause]}
		}
	}
	return finding{}
}

func causedWords(c Cause) string {
	return fmt.Sprintf("You come %s %s.", lateOf(c.LateMS), causeAt[c.Cause])
}

var causeAt = map[string]string{
	causeShift: "where the hand moves", causeCrossing: "where the string changes", causeStretch: "at a reach",
	causeBeat: "on the beat", "finger-1": "with the index finger", "finger-2": "with the middle finger",
	"finger-3": "with the ring finger", "finger-4": "with the little finger",
}

var causeNext = map[string]string{
	causeShift:    "Move the hand a little earlier.",
	causeCrossing: "Play the last note of one string and the first of the next, over and over.",
	causeStretch:  "Play the reach alone, slowly.",
	causeBeat:     "Play with the click on every beat.",
	"finger-1":    "Play its notes alone, slowly.",
	"finger-2":    "Play its notes alone, slowly.",
	"finger-3":    "Play its notes alone, slowly.",
	"finger-4":    "Play its notes alone, slowly.",
}
