// Command growth measures how the time and memory of a fingering grow with the
// notes of a path, and draws docs/growth.svg.
package main

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
)

var lengths = []int{125, 250, 500, 1000, 2000, 3000, 4000}

func main() {
	in, _ := neck.FindInstrument("guitar")
	n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
	if err != nil {
		panic(err)
	}
	school, _ := table.Find(hand.Schools, in.School)
	micros, kilobytes := make([]float64, len(lengths)), make([]float64, len(lengths))
	for i, length := range lengths {
		places := make([]neck.Place, length)
		for k := range places {
			places[k] = neck.Place{String: 1 + k/3%6, Fret: 5 + k*2%5}
		}
		r := testing.Benchmark(func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				hand.New(n, hand.Style{School: school}).Path(places, hand.Ask{})
			}
		})
		micros[i], kilobytes[i] = float64(r.NsPerOp())/1e3, float64(r.AllocedBytesPerOp())/1024
		fmt.Printf("%5d notes %7.0f µs %7.0f kB\n", length, micros[i], kilobytes[i])
	}
	svg := `<svg xmlns="http://www.w3.org/2000/svg" width="720" height="270" font-family="sans-serif" font-size="12">` +
		plot(50, "time of a fingering, µs, by notes", micros) + plot(410, "memory of a fingering, kB, by notes",
		kilobytes) + "</svg>\n"
	if err := os.WriteFile("docs/growth.svg", []byte(svg), 0o644); err != nil {
		panic(err)
	}
}

// plot draws one series against the lengths, with the line through its last
// point and the origin.
func plot(left float64, title string, values []float64) string {
	const width, height, top = 280.0, 180.0, 40.0
	last := len(lengths) - 1
	x := func(v float64) float64 { return left + width*v/float64(lengths[last]) }
	y := func(v float64) float64 { return top + height*(1-v/(values[last]*1.08)) }
	var b strings.Builder
	fmt.Fprintf(&b, `<text x="%g" y="24">%s</text><path d="M%g %gV%gH%g" fill="none" stroke="#1f2a37"/>`, left, title,
		left, top, top+height, left+width)
	fmt.Fprintf(&b, `<path d="M%g %gL%g %g" stroke="#cfc8b8"/>`, x(0), y(0), x(float64(lengths[last])), y(values[last]))
	for i, v := range values {
		fmt.Fprintf(&b, `<rect x="%.1f" y="%.1f" width="6" height="12" rx="3" fill="#1f6f66"/>`,
			x(float64(lengths[i]))-3, y(v)-6)
		if i == 0 || lengths[i]%1000 == 0 {
			fmt.Fprintf(&b, `<text x="%.1f" y="%g" text-anchor="middle">%d</text>`, x(float64(lengths[i])),
				top+height+18, lengths[i])
		}
	}
	fmt.Fprintf(&b, `<text x="%g" y="%.1f" text-anchor="end">%.0f</text>`, left-6, y(values[last])+4, values[last])
	return b.String()
}
