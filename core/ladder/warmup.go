package ladder

import (
	"fmt"

	"evenladder/core/brief"
	"evenladder/core/plan"
	"evenladder/core/run"
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

// warmUp finds the box that opens the hand least.
func warmUp(p plan.Plan) *WarmUp {
	best := -1
	for i, box := range p.Boxes {
		if box.SpanMM > 0 && (best < 0 || box.SpanMM < p.Boxes[best].SpanMM) {
			best = i
		}
	}
	if best < 0 {
		return nil
	}
	rung := Step{1, warmUpBPM}
	b := p.Brief
	b.Layout.Box, b.Layout.BoxOctave = &best, nil
	b.Run = brief.Run{Pattern: string(run.Straight), Direction: string(run.UpDown)}
	b.Hand.Fingers = nil
	b.Rhythm.PerBeat, b.Rhythm.TempoBPM = &rung.PerBeat, &rung.TempoBPM
	made, err := plan.Build(b)
	if err != nil {
		return nil
	}
	words := fmt.Sprintf("Warm up first: box %s, the easiest for this hand at %.0f mm, straight, in quarter notes at %d.", made.Boxes[made.Box].ID, made.Boxes[made.Box].SpanMM, rung.TempoBPM)
	return &WarmUp{words, made.Brief, rung}
}
