package call_test

import (
	"testing"

	"evenladder/core/lesson/call"
	"evenladder/core/planning/brief"
)

func BenchmarkCalls(b *testing.B) {
	for _, k := range call.Kinds {
		b.Run(k.ID, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				_, err := call.Build(call.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "guitar"},
					Scale: brief.Scale{Tonic: "Eb", Name: "major"}}, Kind: k.ID, Count: 1, Seed: 5})
				if err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
