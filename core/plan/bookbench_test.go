package plan

import (
	"runtime/debug"
	"testing"

	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/pitch"
	"evenladder/core/scale"
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
			page, err := resolve(bookPage(tuning, "C", "major", "three-per-string"))
			if err != nil {
				b.Fatal(err)
			}
			for _, system := range layout.Systems {
				for _, e := range scale.Catalogue() {
					for _, tonic := range everyTonic {
						j := page.turnedTo(system, scale.New(pitch.MustParseName(tonic), e.Formula))
						laid, err := j.system.Boxes(j.request)
						if err != nil {
							continue // the scale has no pentatonic core
						}
						for _, box := range laid {
							notes += len(j.finger(box).Touches)
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

// turnedTo is the job of the same hand on the same neck for another system and
// scale.
func (j job) turnedTo(system layout.System, s scale.Scale) job {
	j.system, j.scale = system, s
	j.request.Scale = s
	j.request.Strings = j.neck.ByPitch(j.usualStrings())
	return j
}
