// Package handfigures counts, over thousands of plans and rounds, where fingers disagree or ask too
// much. Tests hold the counts, and a command prints them as a table.
package handfigures

import (
	"evenladder/core/fretboard/layout"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
)

var (
	instruments = []string{"guitar", "bass", "ukulele", "mandolin", "upright-bass"}
	scales      = []string{"major", "natural-minor", "dorian", "lydian", "melodic-minor", "minor-pentatonic",
		"major-pentatonic", "minor-blues", "kumoi"}
	tonics = []string{"C", "F", "Bb", "Eb", "Ab", "Db", "F#", "B", "E", "A", "D", "G"}
)

// pattern is a run with a name.
type pattern struct {
	name string
	run  brief.Run
}

func size(n int) *int { return &n }

var (
	up     = pattern{"straight, up", brief.Run{Pattern: run.Straight, Direction: string(run.Up)}}
	upDown = pattern{"straight, up and down", brief.Run{Pattern: run.Straight, Direction: string(run.UpDown)}}
	triads = pattern{"broken triads", brief.Run{Pattern: "chords", Order: []int{1, 3, 5},
		Direction: string(run.UpDown)}}

	patterns = []pattern{
		up, upDown, triads,
		{"thirds", brief.Run{Pattern: "intervals", Size: size(3), Direction: string(run.UpDown)}},
		{"groups of three", brief.Run{Pattern: "groups", Size: size(3), Direction: string(run.UpDown)}},
		{"full range", brief.Run{Pattern: run.FullRange}},
		{"gates", brief.Run{Pattern: "gates", Direction: string(run.Down)}},
		{"fourths", brief.Run{Pattern: "stacks", Size: size(4), Direction: string(run.Up)}},
	}
)

// asked is a brief with where it comes from.
type asked struct {
	brief.Brief
	instrument, system, pattern string
}

// briefs are every instrument in every system with every scale and pattern; the keys go round, so
// that each meets each. The chosen box goes round too.
func briefs(ps ...pattern) (out []asked) {
	at := 0
	for _, in := range instruments {
		for _, s := range layout.Systems {
			for _, name := range scales {
				for range 2 {
					for _, p := range ps {
						b := brief.Brief{
							Instrument: brief.Instrument{ID: in}, Scale: brief.Scale{Tonic: tonics[at%len(tonics)],
								Name: name},
							Layout: brief.Layout{System: s.ID}, Run: p.run,
						}
						out = append(out, asked{b, in, s.ID, p.name})
					}
					at++
				}
			}
		}
	}
	return out
}
