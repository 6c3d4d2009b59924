package smf

import (
	"math"

	"evenladder/core/music/band"
	"evenladder/core/music/score"
)

// voice is how a part of a band is heard (General MIDI; programs count from 0).
type voice struct {
	channel, program byte
	name             string
}

var voices = map[band.Part]voice{
	band.Bass: {
		1,
		33,
		"backing: bass",
	},
	band.Keys:  {2, 4, "backing: electric piano"},
	band.Pad:   {3, 89, "backing: drone"},
	band.Drums: {clickChannel, 0, "backing: drums"},
}

// partOf is the track of a part; nil where it doesn't play.
func partOf(s score.Score, part band.Part, notes []band.Note, lead float64) []event {
	v := voices[part]
	out := []event{{0, meta(0x03, []byte(v.name))}, {0, []byte{0xc0 | v.channel, v.program}}}
	for _, n := range notes {
		if n.Part != part {
			continue
		}
		on, off := tickOf(s, lead+n.At), tickOf(s, lead+n.At+n.Beats)
		out = append(out, event{on, []byte{0x90 | v.channel, byte(n.MIDI), byte(math.Round(n.Loud * 110))}},
			event{max(off, on+1), []byte{0x80 | v.channel, byte(n.MIDI), 0}})
	}
	if len(out) == 2 {
		return nil
	}
	inOrder(out)
	return out
}

func tickOf(s score.Score, beats float64) int { return int(math.Round(beats * beatTicks(s))) }
