package plan

import (
	"runtime/debug"
	"testing"

	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// BenchmarkWholeBook lays out and fingers every key, every catalogue scale,
// every system and every box on every catalogue tuning; with -cpu 1 on one
// core. A hand is made once for each tuning, and memory is collected as seldom
// as the application does.
func BenchmarkWholeBook(b *testing.B) {
	defer debug.SetGCPercent(debug.SetGCPercent(400))
	b.ReportAllocs()
	boxes, notes := 0, 0
	for b.Loop() {
		boxes, notes = 0, 0
		for _, tuning := range neck.Tunings() {
			page, err := brief.Read(bookPage(tuning, "C", "major", "three-per-string"))
			if err != nil {
				b.Fatal(err)
			}
			hands := newHands(&page)
			for _, system := range layout.Systems {
				if system.Uses.Rings {
					continue // places and fingers at once, by a hand of its own
				}
				for _, e := range scale.Catalogue() {
					for _, tonic := range everyTonic {
						laid, err := LayOut(turnedTo(page, system, scale.New(pitch.MustParseName(tonic), e.Formula)))
						if err != nil {
							continue // too few notes for the system
						}
						m := maker{Laid: laid, hands: hands}
						for _, box := range m.Boxes {
							notes += len(m.finger(box).Touches)
							boxes++
						}
					}
				}
			}
		}
	}
	b.ReportMetric(float64(boxes), "boxes")
	b.ReportMetric(float64(notes), "notes")
}

// turnedTo is the reading of the same hand on the same neck for another system
// and scale.
func turnedTo(r brief.Reading, system layout.System, s scale.Scale) brief.Reading {
	r.System, r.Scale = system, s
	r.Request.Scale, r.Request.Strings = s, r.Neck.ByPitch(r.UsualStrings())
	return r
}
