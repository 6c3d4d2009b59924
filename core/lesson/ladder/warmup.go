package ladder

import (
	"cmp"
	"fmt"
	"slices"

	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// WarmUp is what to play first in a sitting: the easiest box of the same scale for this
// hand, straight and slow.
type WarmUp struct {
	Words string      `json:"words"`
	Brief brief.Brief `json:"brief"`
	Rung  Step        `json:"rung"`
}

// warmUpBPM is the tempo of a warm-up in quarter notes. Common practice.
const warmUpBPM = 60

// warmUp finds the box that opens the hand least, and is never wider than the work
// itself. Where none is as narrow, the work is its own warm-up, slowly.
func warmUp(p plan.Plan) *WarmUp {
	rung := Step{1, warmUpBPM}
	for _, i := range narrowestFirst(p.Boxes) {
		b := p.Brief
		if i != p.Box {
			b = brief.Fields.InBox(b, i)
		}
		b.Run = brief.Run{Pattern: string(run.Straight), Direction: string(run.UpDown)}
		b.Hand.Fingers = nil
		made, err := plan.Build(atRung(b, rung))
		if err != nil || made.Run.SpanMM > p.Run.SpanMM {
			continue
		}
		box := made.Boxes[made.Box]
		words := fmt.Sprintf("Warm up first: box %s, the easiest for this hand (%.0f mm), straight, in quarter notes at %d.", box.ID, made.Run.SpanMM, rung.TempoBPM)
		return &WarmUp{words, made.Brief, rung}
	}
	words := fmt.Sprintf("Warm up first with the same notes, in quarter notes at %d.", rung.TempoBPM)
	return &WarmUp{words, atRung(p.Brief, rung), rung}
}

// mostTried bounds the boxes that are looked at for a warm-up.
const mostTried = 4

// narrowestFirst are the boxes that open the hand least, by index.
func narrowestFirst(boxes []plan.Box) []int {
	out := []int{}
	for i, box := range boxes {
		if box.SpanMM > 0 {
			out = append(out, i)
		}
	}
	slices.SortStableFunc(out, func(a, b int) int { return cmp.Compare(boxes[a].SpanMM, boxes[b].SpanMM) })
	return out[:min(len(out), mostTried)]
}

// atRung is a brief at a subdivision and a tempo.
func atRung(b brief.Brief, rung Step) brief.Brief {
	b.Rhythm.PerBeat, b.Rhythm.TempoBPM = &rung.PerBeat, &rung.TempoBPM
	return b
}
