package take

import (
	"fmt"

	"evenladder/core/music/piece"
)

// facts are the figures in words, those of the notes first.
func (t *Take) facts(p piece.Piece) []string {
	counts := fmt.Sprintf(
		"%d of %d notes right, %d wrong, %d missed, %d extra",
		t.Right,
		t.Planned,
		t.Wrong,
		t.Missed,
		t.Extra,
	)
	if t.Unsure > 0 {
		counts += fmt.Sprintf(
			"; %d of these %s uncertain",
			t.Unsure,
			map[bool]string{true: "is", false: "are"}[t.Unsure == 1],
		)
	}
	out := []string{counts}
	if t.Right < 2 {
		return out
	}
	out = append(out, t.tempoWords(), t.evenWords())
	if t.DriftPercent != 0 {
		out = append(out, t.driftWords())
	}
	for _, pause := range t.Pauses {
		out = append(out, pause.Message)
	}
	for _, at := range t.Places {
		out = append(out, t.placeWords(p, at))
	}
	if late := t.worstMS(); late != 0 {
		out = append(out, t.worstWords(p, late))
	}
	for _, c := range t.ByCause {
		if c.Found {
			out = append(out, causedWords(c))
		}
	}
	return out
}

// known is how wide an interval may be, as a share of its figure, before it is said with it.
const known = 0.01

func (t *Take) tempoWords() string {
	words := fmt.Sprintf("at %.1f beats a minute", t.TempoBPM)
	if t.Tempo.High-t.Tempo.Low > known*t.TempoBPM {
		words += fmt.Sprintf(" (between %.1f and %.1f)", t.Tempo.Low, t.Tempo.High)
	}
	return words
}

func (t *Take) evenWords() string {
	if t.EvennessMS == 0 {
		return fmt.Sprintf("Timing is as even as can be measured: within %g ms.", t.FloorMS)
	}
	words := fmt.Sprintf(
		"Timing varies by %.0f ms (%.0f to %.0f), %.0f %% of a note.",
		t.EvennessMS,
		t.Evenness.Low,
		t.Evenness.High,
		t.EvennessPercent,
	)
	if t.reading.Wanders {
		words += fmt.Sprintf(" From note to note it's %.0f ms: the tempo wanders.", t.NoteToNoteMS)
	}
	return words
}

// leastSame is how many notes of a name make a rule of what was wrong with them, and
// the part of them that was.
const leastSame, partSame = 3, 0.75

// sameWrong is one mistake that was made wherever a note came.
func (t *Take) sameWrong(_ piece.Piece, told telling) finding {
	type kind struct{ class, by int }
	all, wrong, first := map[int]int{}, map[kind]int{}, map[kind]int{}
	for i, e := range t.Events {
		planned := told.piece.Events[i].MIDI
		if e.Verdict != Missed {
			all[planned%octave]++
		}
		if e.Verdict == Wrong {
			k := kind{planned % octave, *e.HeardMIDI - planned}
			if wrong[k]++; wrong[k] == 1 {
				first[k] = i
			}
		}
	}
	for i := range t.Events { // in the order of the run
		for k, n := range wrong {
			if first[k] == i && n >= leastSame && float64(n) >= partSame*float64(all[k.class]) {
				e := told.piece.Events[i]
				return finding{fmt.Sprintf("Each %s was %s.", pretty(e), nameOf(told.piece, e, e.MIDI+k.by)),
					fmt.Sprintf("Find each %s first, then play it slowly.", pretty(e))}
			}
		}
	}
	return finding{}
}
