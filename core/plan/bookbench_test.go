package plan

import (
	"testing"

	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/scale"
)

// BenchmarkWholeBook lays out and fingers every key, every catalogue scale,
// every system and every box on every catalogue tuning, on one core.
func BenchmarkWholeBook(b *testing.B) {
	b.ReportAllocs()
	boxes, notes := 0, 0
	for b.Loop() {
		boxes, notes = 0, 0
		for _, tuning := range neck.Tunings() {
			for _, e := range scale.Catalogue() {
				for _, system := range layout.Systems {
					for _, tonic := range everyTonic {
						j, laid, err := lay(bookPage(tuning, tonic, e.ID, system.ID))
						if err != nil {
							continue // the scale has no pentatonic core
						}
						for _, box := range laid {
							notes += len(j.finger(box).touches)
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
