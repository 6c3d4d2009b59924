// Package line is a single line of notes in time, as a phrase is read or typed, before anything
// is known of its key or of the hand that plays it.
//
// Typed reads a line as it is typed, in names or in degrees of a key; Text writes one down in
// degrees, so that the same words are the same phrase in every key. Even puts its times on the
// subdivisions that notes are written in. Degrees spells its notes in a scale.
package line

import (
	"math"
	"slices"

	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
)

// Note is a note of a line.
type Note struct {
	MIDI   int
	At     float64     // beats from the start of the line
	Beats  float64     // that it is held
	Place  *neck.Place // where tab says that it is played; nil where nothing does
	Finger int         // that tab gives it, 0 for none
	Name   pitch.Name  // as it was written; not valid where nothing says
	Stroke run.Stroke  // Hammer, Pull or Slide from the note before; empty where it is struck
}

// Line is a phrase as it was read.
type Line struct {
	Title  string
	Notes  []Note   // by time, one at a time
	Left   []string // what was left out or changed, in words
	Key    *Key     // that the source says; nil where it says none
	Meter  string   // that the source says, an id of rhythm.Meters; empty where it says none
	PickUp float64  // beats before the first bar line; whole ones once the line is in its meter
	InKey  bool     // typed in degrees, in the key of the brief
	Loose  bool     // no octave was named: all of it may lie in any
	Staff  bool     // pitches as they stand on a staff whose clef says no octave
}

// MaxNotes bounds a line.
const MaxNotes = 1000

// Beats is how long a line is, with the rests in it.
func (l Line) Beats() float64 {
	end := 0.0
	for _, n := range l.Notes {
		end = max(end, n.At+n.Beats)
	}
	return end
}

// grids are the subdivisions of a beat that times are put on, the plainest first.
var grids = []int{1, 2, 4, 3, 6, 8, 5}

// near enough to a subdivision to be meant by it, in beats.
const near = 0.02

// playedGrids are those that what was played by hand is put on, and how far off it may be.
var playedGrids = []int{1, 2, 4, 3}

const playedNear = 0.075

// Played is a line of notes as they were struck, at seconds from any start, by a tempo: each is
// held until the next, the last for a beat. Its times go to halves, quarters and thirds of a beat.
func Played(midi []int, seconds []float64, tempoBPM float64) Line {
	l := Line{}
	for i, sec := range seconds {
		n := Note{MIDI: midi[i], At: (sec - seconds[0]) * tempoBPM / 60, Beats: 1}
		if i > 0 {
			before := &l.Notes[i-1]
			before.Beats = n.At - before.At
		}
		l.Notes = append(l.Notes, n)
	}
	return even(l, playedGrids, playedNear)
}

// Even is a line with its times on subdivisions of the beat: on the plainest that has all times of
// that beat, else on the one that comes nearest. What would begin with the note before it is left
// out, and no note is held into the next.
func Even(l Line) Line { return even(l, grids, near) }

func even(l Line, grids []int, near float64) Line {
	times := map[int][]float64{} // in each beat, from its start
	add := func(t float64) {
		beat := int(math.Floor(t + 1e-9))
		times[beat] = append(times[beat], t-float64(beat))
	}
	for _, n := range l.Notes {
		add(n.At)
		add(n.At + n.Beats)
	}
	grid := map[int]int{}
	for beat, of := range times {
		grid[beat] = gridOf(of, grids, near)
	}
	snap := func(t float64) float64 {
		beat := int(math.Floor(t + 1e-9))
		g := float64(grid[beat])
		return float64(beat) + math.Round((t-float64(beat))*g)/g
	}
	out := l
	out.Notes, out.Left = nil, slices.Clone(l.Left)
	lost := 0
	for _, n := range l.Notes {
		at, end := snap(n.At), snap(n.At+n.Beats)
		if k := len(out.Notes); k > 0 {
			before := &out.Notes[k-1]
			if at <= before.At+1e-9 {
				lost++
				continue
			}
			before.Beats = min(before.Beats, at-before.At)
		}
		if end <= at+1e-9 { // it lasts one part of its beat at least
			end = at + 1/float64(max(grid[int(math.Floor(at+1e-9))], 1))
		}
		n.At, n.Beats = at, end-at
		out.Notes = append(out.Notes, n)
	}
	if lost > 0 {
		out.Left = append(out.Left, together(lost))
	}
	return out
}

func together(n int) string {
	if n == 1 {
		return "a note that starts together with another"
	}
	return "notes that start together with others"
}

// gridOf is the plainest subdivision that has all times of a beat, else the one that comes nearest.
func gridOf(times []float64, grids []int, near float64) int {
	best, least := grids[0], math.Inf(1)
	for _, g := range grids {
		worst := 0.0
		for _, t := range times {
			worst = max(worst, math.Abs(t*float64(g)-math.Round(t*float64(g)))/float64(g))
		}
		if worst <= near {
			return g
		}
		if worst < least-1e-9 {
			best, least = g, worst
		}
	}
	return best
}

// Ticks are times as parts of a beat that every written subdivision comes to.
func Ticks(beats float64) int { return int(math.Round(beats * rhythm.TicksPerBeat)) }

// Fingers are those that the notes were given with; nil where none was.
func Fingers(notes []Note) []hand.Fingers {
	if !slices.ContainsFunc(notes, func(n Note) bool { return n.Finger > 0 }) {
		return nil
	}
	out := make([]hand.Fingers, len(notes))
	for i, n := range notes {
		out[i] = hand.AnyFinger
		if n.Finger > 0 {
			out[i] = hand.Only(n.Finger)
		}
	}
	return out
}
