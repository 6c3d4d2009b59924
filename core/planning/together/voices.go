package together

import (
	"math"
	"slices"

	"evenladder/core/base/table"
	"evenladder/core/music/line"
	"evenladder/core/theory/scale"
)

// music is what a group plays before it is given out: one line in time.
type music struct {
	notes []line.Note
	scale scale.Scale
	bar   float64 // beats
	bars  int     // that the line takes
	roots []root  // of the chords of the moment, in time; the tonic alone where there are none
}

// root is the root of a chord from a beat on.
type root struct {
	at   float64
	midi int
}

// Voice is what a member may play of the music.
type Voice struct {
	table.Row
	Waits bool // it begins so many beats later
	of    func(m music, after float64) []line.Note
}

// Ids of voices that others are told by.
const (
	Tune  = "tune"
	Canon = "canon"
)

const octave = 12

// Voices are all of them, in picker order.
var Voices = []Voice{
	{Row: table.Row{ID: Tune, Name: "the tune", Why: "everyone in unison"}, of: tune},
	{Row: table.Row{ID: "octave-above", Name: "an octave above"}, of: apart(octave)},
	{Row: table.Row{ID: "octave-below", Name: "an octave below"}, of: apart(-octave)},
	{Row: table.Row{ID: "third-above", Name: "a third above", Why: "two steps up the scale"}, of: steps(2)},
	{Row: table.Row{ID: "third-below", Name: "a third below"}, of: steps(-2)},
	{Row: table.Row{ID: "sixth-above", Name: "a sixth above", Why: "five steps up the scale"}, of: steps(5)},
	{Row: table.Row{ID: "sixth-below", Name: "a sixth below"}, of: steps(-5)},
	{Row: table.Row{ID: "contrary", Name: "contrary motion", Why: "down where the tune goes up, from its first note"},
		of: contrary},
	{Row: table.Row{ID: "drone", Name: "a drone", Why: "the 1, once a bar"}, of: drone},
	{Row: table.Row{ID: "bass-line", Name: "a bass line", Why: "the roots of the chords, or 1 and 5"}, of: bassLine},
	{Row: table.Row{ID: Canon, Name: "a canon", Why: "the tune, some beats later"}, Waits: true, of: canon},
	{Row: table.Row{ID: "call", Name: "the call", Why: "each bar of the tune, and a bar of rest"}, of: inTurn(0)},
	{Row: table.Row{ID: "answer", Name: "the answer", Why: "each bar again, after the call"}, of: inTurn(1)},
	{Row: table.Row{ID: "on-beats", Name: "on the beats", Why: "the notes of the tune that begin with a beat"},
		of: where(onBeat)},
	{Row: table.Row{ID: "between-beats", Name: "between the beats", Why: "the notes that don't"},
		of: where(func(n line.Note) bool { return !onBeat(n) })},
}

func tune(m music, _ float64) []line.Note { return slices.Clone(m.notes) }

func apart(semitones int) func(music, float64) []line.Note {
	return func(m music, _ float64) []line.Note { return line.Transposed(m.notes, semitones) }
}

// steps is a second voice that goes along in the scale. A third of a scale that is no scale of seven notes is two of its
// own steps: the interval then is not always a third.
func steps(by int) func(music, float64) []line.Note {
	return func(m music, _ float64) []line.Note {
		return line.Stepped(m.notes, m.scale, func(_ int, at line.Step) line.Step {
			return line.Step{Of: at.Of + by, Beside: at.Beside}
		})
	}
}

func contrary(m music, _ float64) []line.Note { return line.UpsideDown(m.notes, m.scale) }

func drone(m music, _ float64) []line.Note {
	out := make([]line.Note, m.bars)
	for i := range out {
		out[i] = line.Note{MIDI: lowTonic + m.scale.Tonic.Class(), At: float64(i) * m.bar, Beats: m.bar}
	}
	return out
}

// lowTonic is the octave in which roots are written before an instrument puts them into its own.
const lowTonic = 24

// bassLine are the roots: each is struck where its chord begins and again with each bar. Where nothing says the chords, a bar
// has its 1 and, from its middle on, the 5 below it.
func bassLine(m music, _ float64) []line.Note {
	if len(m.roots) == 0 {
		return oneAndFive(m)
	}
	var out []line.Note
	end := float64(m.bars) * m.bar
	for i, r := range m.roots {
		until := end
		if i+1 < len(m.roots) {
			until = m.roots[i+1].at
		}
		for at := r.at; at < until-tiny; {
			next := min((math.Floor(at/m.bar+tiny)+1)*m.bar, until)
			out = append(out, line.Note{MIDI: r.midi, At: at, Beats: next - at})
			at = next
		}
	}
	return out
}

// tiny is less than any note, in beats.
const tiny = 1e-6

func oneAndFive(m music) []line.Note {
	one := lowTonic + m.scale.Tonic.Class()
	middle := math.Ceil(m.bar / 2)
	var out []line.Note
	for i := range m.bars {
		at := float64(i) * m.bar
		first := line.Note{MIDI: one, At: at, Beats: min(middle, m.bar)}
		out = append(out, first)
		if rest := m.bar - middle; rest > 0 {
			out = append(out, line.Note{MIDI: fifthBelow(m.scale, one), At: at + middle, Beats: rest})
		}
	}
	return out
}

// fifthBelow is the 5 under a tonic, or what the scale has in its place: the tonic again where it has neither.
func fifthBelow(s scale.Scale, one int) int {
	for _, d := range s.Formula {
		if d.Number() == 5 {
			return one + d.Semitones() - octave
		}
	}
	return one
}

func canon(m music, after float64) []line.Note {
	if after <= 0 {
		after = m.bar
	}
	return later(m.notes, func(float64) float64 { return after })
}

// later moves each note by what is said for its time.
func later(notes []line.Note, by func(at float64) float64) []line.Note {
	out := slices.Clone(notes)
	for i, n := range out {
		out[i].At += by(n.At)
	}
	return out
}

// inTurn gives each bar twice its time: the bar itself, and then as long again. turn is 0 for who calls, 1 for who answers. A
// note that is held over a bar line ends there.
func inTurn(turn int) func(music, float64) []line.Note {
	return func(m music, _ float64) []line.Note {
		out := make([]line.Note, len(m.notes))
		for i, n := range m.notes {
			bar := math.Floor(n.At/m.bar + tiny)
			n.Beats = min(n.Beats, (bar+1)*m.bar-n.At)
			n.At += (bar + float64(turn)) * m.bar
			out[i] = n
		}
		return out
	}
}

func onBeat(n line.Note) bool { return math.Abs(n.At-math.Round(n.At)) < tiny }

func where(of func(line.Note) bool) func(music, float64) []line.Note {
	return func(m music, _ float64) (out []line.Note) {
		for _, n := range m.notes {
			if of(n) {
				out = append(out, n)
			}
		}
		return out
	}
}
