package plan_test

import (
	"encoding/json"
	"testing"

	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// BenchmarkPlanJSON writes the plan of BenchmarkPlan as JSON.
func BenchmarkPlanJSON(b *testing.B) {
	p, err := plan.Build(brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Eb",
		Name: "mixolydian"}})
	if err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	for b.Loop() {
		if _, err := json.Marshal(p); err != nil {
			b.Fatal(err)
		}
	}
	data, _ := json.Marshal(p)
	b.ReportMetric(float64(len(data)), "bytes")
}
