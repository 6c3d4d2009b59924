package take

import (
	"fmt"
	"math"
	"slices"

	"evenladder/core/base/number"
	"evenladder/core/music/piece"
)

// gap is the time between two neighbours of the piece that were both played.
type gap struct {
	to      int     // index of the note that ends it
	beats   float64 // as planned
	seconds float64 // as played
	perBeat float64 // seconds/beats
	off     float64 // seconds against the gaps around it
}

// A pause is so much longer than the gaps around it, and by so much.
const pauseTimes, pauseMoreSec = 1.6, 0.060

// Gaps on either side by which a gap is judged, and those that a cause needs.
const around, leastOfCause = 8, 4

// madToSpread makes a median absolute deviation the spread of a bell curve.
const madToSpread = 1.4826

// measure works out tempo, drift, evenness, pauses and causes.
func (t *Take) measure(p piece.Piece, heard []Heard, matched []int) {
	gaps := gapsOf(p, heard, matched)
	if len(gaps) == 0 {
		t.TempoBPM = float64(p.Rhythm.TempoBPM)
		return
	}
	t.pauses(p, gaps)
	paused := map[int]bool{}
	for _, pause := range t.Pauses {
		paused[pause.N-1] = true
	}
	steady := slices.DeleteFunc(slices.Clone(gaps), func(g gap) bool { return paused[g.to] })
	if len(steady) == 0 {
		steady = gaps
	}
	t.TempoBPM = number.Tenth(60 / medianOf(steady, func(g gap) float64 { return g.perBeat }))
	if third := len(steady) / 3; third >= around/2 {
		first, last := medianOf(steady[:third], func(g gap) float64 { return g.perBeat }),
			medianOf(steady[len(steady)-third:], func(g gap) float64 { return g.perBeat })
		t.DriftPercent = number.Tenth((first/last - 1) * 100)
	}
	for i := range steady {
		low, high := max(i-around, 0), min(i+around+1, len(steady))
		steady[i].off = steady[i].seconds - steady[i].beats*line(steady[low:high], i-low)
	}
	t.evenness(p, steady)
	t.lateness(p, heard, matched, steady)
	t.causes(p, steady)
}

// gapsOf are the gaps between right neighbours with nothing extra between them.
func gapsOf(p piece.Piece, heard []Heard, matched []int) (out []gap) {
	for i := 1; i < len(matched); i++ {
		a, b := matched[i-1], matched[i]
		if a < 0 || b < 0 || !nextTo(heard, a, b) || !heard[a].Is(p.Events[i-1].MIDI) ||
			!heard[b].Is(p.Events[i].MIDI) {
			continue
		}
		beats, seconds := p.Events[i].At-p.Events[i-1].At, heard[b].OnsetSec-heard[a].OnsetSec
		if beats > 0 && seconds > 0 {
			out = append(out, gap{to: i, beats: beats, seconds: seconds, perBeat: seconds / beats})
		}
	}
	return out
}

// nextTo tells whether nothing but flutters lies between two heard notes.
func nextTo(heard []Heard, a, b int) bool {
	for _, h := range heard[a+1 : b] {
		if h.Doubt < flutter {
			return false
		}
	}
	return true
}

// pauses finds gaps that are no unevenness.
func (t *Take) pauses(p piece.Piece, gaps []gap) {
	for i, g := range gaps {
		low, high := max(i-around, 0), min(i+around+1, len(gaps))
		usual := g.beats * medianOf(gaps[low:high], func(g gap) float64 { return g.perBeat })
		if g.seconds > pauseTimes*usual && g.seconds > usual+pauseMoreSec {
			e := p.Events[g.to]
			cause := causeOf(p, g.to)
			ms := math.Round((g.seconds - usual) * 1000)
			t.Pauses = append(t.Pauses, Pause{e.N, ms, cause,
				fmt.Sprintf("There is a pause of %.0f ms before note %d, bar %d%s.", ms, e.N, e.Bar, causeWords[cause])})
		}
	}
}

var causeWords = map[string]string{
	causeShift: ", where the hand moves", causeCrossing: ", where the string changes", causeStretch: ", at a reach",
	causeBeat: ", on the beat", causeNone: "",
	"finger-1": ", at the index finger", "finger-2": ", at the middle finger", "finger-3": ", at the ring finger",
	"finger-4": ", at the little finger",
}

// The causes, the likeliest first.
const (
	causeShift    = "shift"
	causeStretch  = "stretch"
	causeCrossing = "crossing"
	causeBeat     = "beat"
	causeNone     = "none"
)

// causesOf are the reasons why a note may come late.
func causesOf(p piece.Piece, i int) (out []string) {
	e := p.Events[i]
	if e.Shift != 0 {
		out = append(out, causeShift)
	}
	if e.Reach != "" {
		out = append(out, causeStretch)
	}
	if i > 0 && e.String != p.Events[i-1].String {
		out = append(out, causeCrossing)
	}
	if e.Accent {
		out = append(out, causeBeat)
	}
	if e.Finger > 0 {
		out = append(out, fmt.Sprintf("finger-%d", e.Finger))
	}
	return out
}

func causeOf(p piece.Piece, i int) string {
	if causes := causesOf(p, i); len(causes) > 0 {
		return causes[0]
	}
	return causeNone
}

// evenness is the spread of the gaps around their line. Each onset moves two gaps, so
// its own spread is less by the square root of two.
func (t *Take) evenness(p piece.Piece, steady []gap) {
	centre := medianOf(steady, func(g gap) float64 { return g.off })
	spread := madToSpread * medianOf(steady, func(g gap) float64 { return math.Abs(g.off - centre) }) / math.Sqrt2 * 1000
	if spread > t.FloorMS {
		spread = math.Sqrt(spread*spread - t.FloorMS*t.FloorMS)
	} else {
		spread = 0
	}
	t.EvennessMS = number.Tenth(spread)
	t.EvennessPercent = number.Tenth(spread / (60_000 / float64(p.Rhythm.NotesPerMinute())) * 100)
}

// lateness says of each note how late it comes against the line of the notes around
// it.
func (t *Take) lateness(p piece.Piece, heard []Heard, matched []int, steady []gap) {
	perBeat := medianOf(steady, func(g gap) float64 { return g.perBeat })
	for i, j := range matched {
		if j < 0 {
			continue
		}
		var offsets []float64
		for k := max(i-around, 0); k < min(i+around+1, len(matched)); k++ {
			if matched[k] >= 0 {
				offsets = append(offsets, heard[matched[k]].OnsetSec-p.Events[k].At*perBeat)
			}
		}
		late := number.Tenth((heard[j].OnsetSec - p.Events[i].At*perBeat - median(offsets)) * 1000)
		t.Events[i].LateMS = &late
	}
}

// causes says how late notes of a kind come beside the others.
func (t *Take) causes(p piece.Piece, steady []gap) {
	for _, cause := range []string{causeShift, causeStretch, causeCrossing, causeBeat, "finger-1", "finger-2",
		"finger-3", "finger-4"} {
		var with, without []float64
		for _, g := range steady {
			if slices.Contains(causesOf(p, g.to), cause) {
				with = append(with, g.off*1000)
			} else {
				without = append(without, g.off*1000)
			}
		}
		if len(with) >= leastOfCause && len(without) >= leastOfCause {
			t.ByCause = append(t.ByCause, Cause{cause, len(with), number.Tenth(median(with) - median(without))})
		}
	}
}

// line is the seconds to a beat at one of some gaps, by a robust line through them
// all (Theil and Sen): a steady change of tempo is no unevenness.
func line(gaps []gap, at int) float64 {
	slopes := make([]float64, 0, len(gaps)*len(gaps)/2)
	for i := range gaps {
		for k := i + 1; k < len(gaps); k++ {
			slopes = append(slopes, (gaps[k].perBeat-gaps[i].perBeat)/float64(k-i))
		}
	}
	slope := 0.0
	if len(slopes) > 0 {
		slope = median(slopes)
	}
	levels := make([]float64, len(gaps))
	for i, g := range gaps {
		levels[i] = g.perBeat - slope*float64(i-at)
	}
	return median(levels)
}

func medianOf(gaps []gap, of func(gap) float64) float64 {
	values := make([]float64, len(gaps))
	for i, g := range gaps {
		values[i] = of(g)
	}
	return median(values)
}

// median of values, which it puts in order; 0 of none.
func median(values []float64) float64 {
	if len(values) == 0 {
		return 0
	}
	slices.Sort(values)
	mid := len(values) / 2
	if len(values)%2 == 1 {
		return values[mid]
	}
	return (values[mid-1] + values[mid]) / 2
}
