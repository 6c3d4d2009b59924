package abc

import (
	"math"
	"strconv"
)

// beat is the length of a note without a figure, in quarter notes.
func (r *reader) beat() float64 {
	unit := r.unit
	if unit == 0 { // as the meter says
		unit = 1.0 / 8
		if r.meter < 0.75 {
			unit = 1.0 / 16
		}
	}
	return unit * 4
}

// length reads the figure after a note, in quarter notes.
func (r *reader) length() float64 {
	over, under := r.digits(1), 1.0
	for r.at < len(r.text) && r.text[r.at] == '/' {
		r.at++
		under *= r.digits(2)
	}
	return r.beat() * over / under
}

// digits reads a number, or gives the usual one.
func (r *reader) digits(usual float64) float64 {
	start := r.at
	for r.at < len(r.text) && r.text[r.at] >= '0' && r.text[r.at] <= '9' {
		r.at++
	}
	n, err := strconv.Atoi(r.text[start:r.at])
	if err != nil || n < 1 || n > 256 {
		return usual
	}
	return float64(n)
}

// tuplets are how many notes of a tuplet go into the time of how many, by its figure.
var tuplets = map[byte]float64{'2': 3, '3': 2, '4': 3, '5': 2, '6': 2, '7': 2, '8': 3, '9': 2}

func (r *reader) tuplet() {
	p := r.text[r.at+1]
	r.at += 2
	in, notes := tuplets[p], float64(p-'0')
	if r.at < len(r.text) && r.text[r.at] == ':' {
		r.at++
		in = r.digits(in)
		if r.at < len(r.text) && r.text[r.at] == ':' {
			r.at++
			notes = r.digits(notes)
		}
	}
	r.stretch, r.inside = in/float64(p-'0'), int(notes)
}

// dotted makes the note before longer and the next one shorter, or the reverse.
func (r *reader) dotted(c byte) {
	depth := 0
	for r.at < len(r.text) && r.text[r.at] == c {
		depth++
		r.at++
	}
	short := math.Pow(2, -float64(min(depth, 4)))
	long := 2 - short
	if c == '<' {
		short, long = long, short
	}
	if n := len(r.out.Notes) - 1; n >= 0 {
		r.time += r.out.Notes[n].Beats * (long - 1)
		r.out.Notes[n].Beats *= long
	}
	r.broken = short
}

// scaled is a length within a tuplet or a broken rhythm.
func (r *reader) scaled(beats float64) float64 {
	if r.broken > 0 {
		beats, r.broken = beats*r.broken, 0
	}
	if r.inside > 0 {
		beats *= r.stretch
		r.inside--
	}
	return beats
}
