package plan_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// BenchmarkPlan is one plan: guitar, three per string, run up and down.
func BenchmarkPlan(b *testing.B) {
	asked := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Eb",
		Name: "mixolydian"}}
	p, err := plan.Build(asked)
	if err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	var took []time.Duration
	for b.Loop() {
		start := time.Now()
		if _, err := plan.Build(asked); err != nil {
			b.Fatal(err)
		}
		took = append(took, time.Since(start))
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2].Microseconds()), "µs-median")
	allocs := testing.AllocsPerRun(20, func() { _, _ = plan.Build(asked) })
	b.ReportMetric(allocs/float64(len(p.Boxes)), "allocs/box")
}

// BenchmarkRun500 is a plan whose run has some 500 events.
func BenchmarkRun500(b *testing.B) {
	size := 9
	asked := brief.Brief{
		Instrument: brief.Instrument{ID: "guitar-8"}, Scale: brief.Scale{Tonic: "Ab", Name: "lydian"},
		Layout: brief.Layout{System: "four-per-string"}, Run: brief.Run{Pattern: "groups", Size: &size},
	}
	straight := asked
	straight.Run = brief.Run{}
	events := 0
	cost := func(b brief.Brief) time.Duration {
		start := time.Now()
		p, err := plan.Build(b)
		if err != nil {
			panic(err)
		}
		events = len(p.Run.Events)
		return time.Since(start)
	}
	var took []time.Duration
	for b.Loop() {
		plain := cost(straight)
		took = append(took, cost(asked)-plain)
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2].Microseconds()), "µs-more-than-straight")
	b.ReportMetric(float64(events), "events")
}

// BenchmarkLongRun grows with the notes: a long path of fingering.
func BenchmarkLongRun(b *testing.B) {
	in, _ := neck.FindInstrument("guitar")
	n, _ := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
	school, _ := table.Find(hand.Schools, "per-fret")
	for _, length := range []int{125, 250, 500, 1000, 2000, 4000} {
		places := make([]neck.Place, length)
		for i := range places {
			places[i] = neck.Place{String: 1 + i/3%6, Fret: 5 + i*2%5}
		}
		b.Run(fmt.Sprintf("%d-notes", length), func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				hand.New(n, hand.Style{School: school}).Path(places, hand.Ask{})
			}
		})
	}
}
