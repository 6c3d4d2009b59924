package plan_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"evenladder/core/hand"
	"evenladder/core/neck"
	"evenladder/core/plan"
)

// BenchmarkPlan is one plan: guitar, three per string, run up and down.
func BenchmarkPlan(b *testing.B) {
	brief := plan.Brief{Instrument: plan.InstrumentBrief{ID: "guitar"}, Scale: plan.ScaleBrief{Tonic: "Eb", Name: "mixolydian"}}
	p, err := plan.Build(brief)
	if err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	var took []time.Duration
	for b.Loop() {
		start := time.Now()
		if _, err := plan.Build(brief); err != nil {
			b.Fatal(err)
		}
		took = append(took, time.Since(start))
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2].Microseconds()), "µs-median")
	allocs := testing.AllocsPerRun(20, func() { _, _ = plan.Build(brief) })
	b.ReportMetric(allocs/float64(len(p.Boxes)), "allocs/box")
}

// BenchmarkRun500 is a plan whose run has some 500 events.
func BenchmarkRun500(b *testing.B) {
	size := 9
	brief := plan.Brief{
		Instrument: plan.InstrumentBrief{ID: "guitar-8"}, Scale: plan.ScaleBrief{Tonic: "Ab", Name: "lydian"},
		Layout: plan.LayoutBrief{System: "four-per-string"}, Run: plan.RunBrief{Pattern: "groups", Size: &size},
	}
	straight := brief
	straight.Run = plan.RunBrief{}
	events := 0
	cost := func(b plan.Brief) time.Duration {
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
		took = append(took, cost(brief)-plain)
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2].Microseconds()), "µs-more-than-straight")
	b.ReportMetric(float64(events), "events")
}

// BenchmarkLongRun grows with the notes: a long path of fingering.
func BenchmarkLongRun(b *testing.B) {
	in, _ := neck.FindInstrument("guitar")
	n, _ := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
	school, _ := hand.FindSchool("per-fret")
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
