package take

import (
	"fmt"
	"strings"
	"testing"

	"evenladder/internal/golden"
	"evenladder/internal/plantest"
)

// sentenceRuns are the runs of which takes are told: an instrument each.
var sentenceRuns = map[string]string{
	"guitar":   `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "lydian"}, "layout": {"system": "one-octave"}, "run": {"pattern": "intervals"}, "rhythm": {"perBeat": 2, "tempoBpm": 84}}`,
	"bass":     `{"instrument": {"id": "bass"}, "scale": {"tonic": "Db", "name": "dorian"}, "rhythm": {"perBeat": 2, "tempoBpm": 66}}`,
	"ukulele":  `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Eb", "name": "mixolydian"}, "rhythm": {"perBeat": 3, "tempoBpm": 58}}`,
	"mandolin": `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "B", "name": "natural-minor"}, "rhythm": {"perBeat": 4, "tempoBpm": 52}}`,
}

// late puts some notes late, or early, by so many ms.
func (l *player) late(ms float64, at func(i int) bool) *player {
	for i := range l.heard {
		if at(i) {
			l.heard[i].OnsetSec += ms / 1000
		}
	}
	return l
}

func (l *player) wrong(by int, at ...int) *player {
	for _, i := range at {
		l.heard[i].MIDI += by
	}
	return l
}

func (l *player) without(at ...int) *player {
	for k := len(at) - 1; k >= 0; k-- {
		l.heard = append(l.heard[:at[k]], l.heard[at[k]+1:]...)
	}
	return l
}

func (l *player) tempo(speed float64) *player { l.speed = speed; return l }
func (l *player) all() *player                { return l.part(0, len(l.p.Events), 0) }

// faster drifts to the end by so much.
func (l *player) faster(by float64) *player {
	first, last := l.heard[0].OnsetSec, l.heard[len(l.heard)-1].OnsetSec
	for i := range l.heard {
		u := (l.heard[i].OnsetSec - first) / (last - first)
		l.heard[i].OnsetSec -= u * u / 2 * (last - first) * by
	}
	return l
}

// takes that a teacher hears in a week, and what is to be said of each first: read and signed in
// testdata/golden/sentences.txt.
var sentenceTakes = []struct {
	name string
	play func(l *player, n int) *player
}{
	{"all right", func(l *player, _ int) *player { return l.all() }},
	{"one wrong", func(l *player, _ int) *player { return l.all().wrong(1, 9) }},
	{"one missing", func(l *player, _ int) *player { return l.all().without(6) }},
	{"three slips", func(l *player, _ int) *player { return l.all().wrong(-1, 4, 11).without(8) }},
	{
		"many slips in one bar",
		func(l *player, _ int) *player { return l.all().wrong(2, 8, 9, 10).wrong(-1, 12).without(11) },
	},
	{"a false start", func(l *player, n int) *player { return l.part(0, 3, 1).part(0, n, 0) }},
	{"begun again, a slip", func(l *player, n int) *player { return l.part(0, n/2, 1).part(0, n, 0).wrong(1, n/2+7) }},
	{"twice", func(l *player, n int) *player { return l.all().part(0, n, 0) }},
	{"stopped", func(l *player, n int) *player { return l.part(0, n-6, 0) }},
	{"a fret low", func(l *player, _ int) *player { return l.all().high(-1) }},
	{"too slow", func(l *player, _ int) *player { return l.tempo(0.82).all() }},
	{"faster and faster", func(l *player, _ int) *player { return l.all().faster(0.1) }},
	{"second notes late", func(l *player, _ int) *player {
		return l.all().late(60, func(i int) bool { return i%l.p.Rhythm.PerBeat == 1 })
	}},
	{"one note late", func(l *player, _ int) *player { return l.all().late(110, func(i int) bool { return i == 9 }) }},
	{"a pause", func(l *player, _ int) *player { return l.all().late(900, func(i int) bool { return i >= 10 }) }},
	{"late where the string changes", func(l *player, _ int) *player {
		return l.all().late(30, func(i int) bool { return i > 0 && l.p.Events[i].String != l.p.Events[i-1].String })
	}},
}

func TestWhatIsSaidFirst(t *testing.T) {
	var out strings.Builder
	for _, instrument := range []string{"guitar", "bass", "ukulele", "mandolin"} {
		p := plantest.Build(t, sentenceRuns[instrument]).Piece()
		fmt.Fprintf(&out, "%s, %d notes\n", instrument, len(p.Events))
		for k, c := range sentenceTakes {
			got := c.play(plays(p, uint64(k+1)), len(p.Events)).judged(t)
			fmt.Fprintf(&out, "  %s (%s): %s\n", c.name, got.Result, got.Why)
		}
	}
	golden.Check(t, "sentences.txt", []byte(out.String()))
}
