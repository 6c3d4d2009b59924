// Package sound makes a piece heard: plucked strings by a physical model, a
// click and a count-in, as samples.
//
// A string is a loop of delay, one period long, with a filter that takes a little
// off each round: the plucked-string algorithm of Karplus and Strong (Computer
// Music Journal 7:2, 1983) with the tuning, pluck position and damping of Jaffe
// and Smith (same issue). Each string of the instrument is one loop, so that a
// note ends when its string is struck again. The same piece gives the same
// samples.
package sound

import (
	"fmt"
	"math"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/arrangement"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
)

// Rate is samples a second.
const Rate = 44100

// MaxSeconds bounds what is made at once.
const MaxSeconds = 300

// timbre is how a family of instruments sounds.
type timbre struct {
	ringsFor float64 // seconds until a low note has died away
	bright   float64 // of the loop: 0 dull to 1 bright
	pluckAt  float64 // share of the string where it is plucked
}

var timbres = map[neck.Family]timbre{
	neck.Guitars:   {4, 0.72, 0.16},
	neck.Basses:    {6, 0.55, 0.2},
	neck.Uprights:  {2.2, 0.4, 0.24},
	neck.Ukuleles:  {1.8, 0.55, 0.22},
	neck.Mandolins: {2, 0.85, 0.12},
}

// nylon is the timbre of nylon strings on a guitar.
var nylon = timbre{3, 0.5, 0.2}

func timbreOf(in neck.Instrument) timbre {
	if in.Nylon && in.Family == neck.Guitars {
		return nylon
	}
	if t, ok := timbres[in.Family]; ok {
		return t
	}
	return timbres[neck.Guitars]
}

const tail = 1.5 // seconds

func beat(p piece.Piece) float64 { return 60 / float64(p.Rhythm.TempoBPM) }

// Seconds is how long a piece takes with its guide and what plays under it, the dying away of the last note
// included.
func Seconds(a arrangement.Arrangement, g rhythm.Guide) float64 {
	return (a.Piece.Rhythm.Lead(g)+end(a))*beat(a.Piece) + tail
}

// end is where the last note stops, in beats from the start of the first bar.
func end(a arrangement.Arrangement) (beats float64) {
	beats = a.Beats
	for _, e := range a.Piece.Events {
		beats = max(beats, e.At+e.Sounds)
	}
	return beats
}

// Render makes the samples of a piece with what plays under it, between -1 and 1. What is longer than
// MaxSeconds gives an error.
func Render(a arrangement.Arrangement, g rhythm.Guide) ([]float32, error) {
	return RenderTogether([]arrangement.Arrangement{a}, g)
}

// RenderTogether makes the samples of several players who begin together, in one rhythm, with one click.
func RenderTogether(all []arrangement.Arrangement, g rhythm.Guide) ([]float32, error) {
	longest := all[0]
	for _, a := range all {
		if Seconds(a, g) > Seconds(longest, g) {
			longest = a
		}
	}
	seconds := Seconds(longest, g)
	if seconds > MaxSeconds {
		return nil, fmt.Errorf(
			"this lasts %.0f seconds: give a faster tempo, or fewer notes, keys or choruses, for %d at most",
			seconds,
			MaxSeconds,
		)
	}
	out := make([]float32, int(seconds*Rate))
	first := math.MaxFloat64
	for _, a := range all {
		player(out, a, g)
		if len(a.Piece.Events) > 0 {
			first = min(first, a.Piece.Events[0].At)
		}
	}
	if p := longest.Piece; first < math.MaxFloat64 || len(longest.Notes) > 0 {
		if first == math.MaxFloat64 {
			first = 0
		}
		for _, c := range p.Rhythm.Clicks(g, first, end(longest)) {
			click(out, int(c.At*beat(p)*Rate), c.Kind)
		}
	}
	normalize(out)
	return out, nil
}

// player adds what one player sounds, with the band under it.
func player(out []float32, a arrangement.Arrangement, g rhythm.Guide) {
	p := a.Piece
	lead := p.Rhythm.Lead(g)
	at := func(beats float64) int { return int(math.Round((lead + beats) * beat(p) * Rate)) }
	t := timbreOf(p.Instrument)
	for i, e := range p.Events {
		stop := at(e.At + e.Sounds)
		for _, next := range p.Events[i+1:] {
			if next.String == e.String {
				stop = min(stop, at(next.At))
				break
			}
		}
		pluck(out, note{from: at(e.At), stop: stop, hz: hertz(e.MIDI), loud: loudness(e), seed: uint32(e.N)}, t)
	}
	for k, n := range a.Notes {
		play(out, n, at(n.At), at(n.At+n.Beats), uint32(k))
	}
}

// hertz is the pitch of a MIDI number, A4 at 440 Hz.
func hertz(midi int) float64 { return 440 * math.Pow(2, float64(midi-69)/12) }

// loudness of a note: struck, accented, or sounded by the fretting hand alone.
func loudness(e piece.Event) float64 {
	loud := 0.7
	switch e.Stroke {
	case run.Hammer, run.Pull, run.Slide:
		loud = 0.45
	}
	if e.Accent {
		loud *= 1.3
	}
	return loud
}

// normalize brings the loudest sample to peak.
func normalize(out []float32) {
	const peak = 0.7
	loudest := float32(0)
	for _, s := range out {
		loudest = max(loudest, s, -s)
	}
	if loudest == 0 {
		return
	}
	for i := range out {
		out[i] *= peak / loudest
	}
}
