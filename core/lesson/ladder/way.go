package ladder

import (
	"math"
	"slices"
	"strconv"

	"evenladder/core/base/table"
	"evenladder/core/music/rhythm"
)

// Way is a way up: what grows from rung to rung.
type Way struct {
	table.Row
	// climb are the steps between the first and the last.
	climb func(from, goal Step) []Step
}

// Ways are all ways, the usual one first.
var Ways = []Way{
	{table.Row{ID: "even", Name: "evenly", Why: "each rung has about a twelfth more notes a minute, through subdivisions and tempos: no rung is much harder than the last"}, evenly},
	{table.Row{ID: "tempo-only", Name: "by tempo alone",
		Why: "the goal's subdivision, slower to faster: the count never changes"}, byTempo},
	{table.Row{ID: "subdivisions-first", Name: "subdivisions first",
		Why: "more notes to the beat at one tempo, then the next tempo: the click stays put"}, bySubdivision},
}

// growth is how much faster a rung is than the one before, about.
const growth = 1 + 1.0/12

// climb are the steps of a ladder: from the first to exactly the last, never falling
// in notes a minute, each once.
func climb(w Way, from, goal Step) []Step {
	steps := append([]Step{from}, w.climb(from, goal)...)
	steps = append(steps, goal)
	out := steps[:1]
	for _, s := range steps[1:] {
		inside := s.TempoBPM >= rhythm.MinTempoBPM && s.TempoBPM <= rhythm.MaxTempoBPM
		rises := s.NotesPerMinute() >= out[len(out)-1].NotesPerMinute() && s.NotesPerMinute() <= goal.NotesPerMinute()
		if inside && rises && !slices.Contains(out, s) {
			out = append(out, s)
		}
	}
	return out[:slices.Index(out, goal)+1]
}

// tempos are whole tempos from one to another in one subdivision, both left out,
// each faster by the growth.
func tempos(perBeat, from, to int) (out []Step) {
	if from <= 0 || to <= from {
		return nil
	}
	rungs := int(math.Round(math.Log(float64(to)/float64(from)) / math.Log(growth)))
	for i := 1; i < rungs; i++ {
		bpm := int(math.Round(float64(from) * math.Pow(float64(to)/float64(from), float64(i)/float64(rungs))))
		if s := (Step{perBeat, bpm}); bpm > from && bpm < to && !slices.Contains(out, s) {
			out = append(out, s)
		}
	}
	return out
}

// sameSpeed is the slowest whole tempo of a subdivision that is no slower than a
// step.
func sameSpeed(s Step, perBeat int) Step {
	return Step{perBeat, max((s.NotesPerMinute()+perBeat-1)/perBeat, rhythm.MinTempoBPM)}
}

// byTempo goes over to the goal's subdivision at once and from there on by tempo.
func byTempo(from, goal Step) []Step {
	at := sameSpeed(from, goal.PerBeat)
	return append([]Step{at}, tempos(goal.PerBeat, at.TempoBPM, goal.TempoBPM)...)
}

// bySubdivision takes more notes to the beat at the first tempo, then the tempos in
// between.
func bySubdivision(from, goal Step) (out []Step) {
	at := from
	for _, perBeat := range between(from.PerBeat, goal.PerBeat) {
		at = Step{perBeat, from.TempoBPM}
		out = append(out, at)
	}
	if at.NotesPerMinute() > goal.NotesPerMinute() || from.PerBeat > goal.PerBeat {
		at = sameSpeed(from, goal.PerBeat)
		out = append(out, at)
	}
	return append(out, tempos(goal.PerBeat, at.TempoBPM, goal.TempoBPM)...)
}

// evenly climbs by tempo and goes over to the next subdivision at one speed, at the
// tempo from which each of them begins.
func evenly(from, goal Step) (out []Step) {
	at, base := from, min(from.TempoBPM, goal.TempoBPM)
	for _, next := range between(from.PerBeat, goal.PerBeat) {
		// A tempo at which the next subdivision has exactly as many notes a minute.
		ratio := next / gcd(at.PerBeat, next)
		over := max(at.TempoBPM, (base*next+at.PerBeat-1)/at.PerBeat)
		over = (over + ratio - 1) / ratio * ratio
		if next < at.PerBeat {
			over = at.TempoBPM
		}
		if last := (Step{at.PerBeat, over}); last.NotesPerMinute() <= goal.NotesPerMinute() &&
			over <= rhythm.MaxTempoBPM {
			out = append(append(out, tempos(at.PerBeat, at.TempoBPM, over)...), last)
			at = last
		}
		at = sameSpeed(at, next)
		out = append(out, at)
	}
	return append(out, tempos(goal.PerBeat, at.TempoBPM, goal.TempoBPM)...)
}

// usualSubdivisions are those that a ladder goes through on its way.
var usualSubdivisions = []int{1, 2, 3, 4, 6}

// between are the subdivisions after one and up to another, which may be fewer.
func between(from, to int) (out []int) {
	for _, n := range usualSubdivisions {
		if n > from && n < to || n < from && n > to {
			out = append(out, n)
		}
	}
	if from > to {
		slices.Reverse(out)
	}
	if from != to {
		out = append(out, to)
	}
	return out
}

func gcd(a, b int) int {
	for b != 0 {
		a, b = b, a%b
	}
	return a
}

func itoa(n int) string { return strconv.Itoa(n) }
