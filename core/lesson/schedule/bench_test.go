package schedule

import (
	"evenladder/core/lesson/calendar"
	"testing"
)

func BenchmarkWeeks(b *testing.B) {
	r := Request{Brief: guitar("F#", "dorian", "three-per-string"), Start: calendar.MustParse("2026-11-30"), Weeks: 4,
		Days: []string{"mon", "tue", "thu", "sat"}, Minutes: 20, Keys: "fourths", Lower: true}
	for b.Loop() {
		if _, err := Build(r, nil); err != nil {
			b.Fatal(err)
		}
	}
}
