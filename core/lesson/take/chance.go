package take

import (
	"cmp"
	"math"
	"math/rand/v2"
	"slices"

	"evenladder/core/music/piece"
)

// Sounds that are no run fit some of any run: as many as its notes would fit in any other order. A take that fits its plan
// no better than that is not judged note by note. From a trial on noise and speech, and on poor takes that were true:
// docs/listening.md.
const (
	surely      = 0.6 // of the notes right: no doubt
	trueStart   = 0.8 // of what was heard right, and so many notes: the beginning of the run, and no more
	leastStart  = 8
	shuffles    = 20
	overChance  = 3.0 // standard deviations
	leastSpread = 0.7 // notes that such a deviation is at least
	mostCells   = 2_000_000
)

// bySound reports whether notes were heard by ear: then other sounds are among them.
func bySound(heard []Heard) bool {
	return slices.ContainsFunc(heard, func(h Heard) bool { return h.LevelDB != 0 })
}

// rights is how many notes of a plan an alignment has right.
func rights(events []piece.Event, heard []Heard, matched []int) (n int) {
	for i, j := range matched {
		if j >= 0 && heard[j].Is(events[i].MIDI) {
			n++
		}
	}
	return n
}

// byChance reports whether what was heard fits the plan no better than it fits its notes in another order.
func byChance(p piece.Piece, heard []Heard) bool {
	matched, _ := align(p, heard)
	right := rights(p.Events, heard, matched)
	plain := 0
	for _, h := range heard {
		if h.Doubt < flutter {
			plain++
		}
	}
	if float64(right) >= surely*float64(len(p.Events)) ||
		right >= leastStart && float64(right) >= trueStart*float64(plain) {
		return false
	}
	random := rand.New(rand.NewPCG(1, 1)) // the same each time
	other := p
	other.Events = slices.Clone(p.Events)
	most, sum, squares := 0, 0.0, 0.0
	rounds := max(5, min(shuffles, mostCells/(len(p.Events)*len(heard)+1)))
	for range rounds {
		random.Shuffle(len(other.Events), func(i, j int) {
			other.Events[i].MIDI, other.Events[j].MIDI = other.Events[j].MIDI, other.Events[i].MIDI
		})
		shuffled, _ := align(other, heard)
		n := rights(other.Events, heard, shuffled)
		most, sum, squares = max(most, n), sum+float64(n), squares+float64(n*n)
	}
	mean := sum / float64(rounds)
	spread := max(math.Sqrt(max(squares/float64(rounds)-mean*mean, 0)), leastSpread)
	return right <= most || float64(right) < mean+overChance*spread
}

// A sound that is so much softer than the notes that were right is not of the player.
const softerDB = 12

// soft is the level under which a sound is not of the player; none is where levels are not known.
func soft(told telling, heard []Heard) float64 {
	var levels []float64
	for i, j := range told.matched {
		if j >= 0 && heard[j].Is(told.piece.Events[i].MIDI) && heard[j].LevelDB != 0 {
			levels = append(levels, heard[j].LevelDB)
		}
	}
	if len(levels) == 0 {
		return math.Inf(-1)
	}
	slices.SortFunc(levels, cmp.Compare[float64])
	return levels[len(levels)/2] - softerDB
}

// mostOthers is how many extra notes a take may have, as a share of the plan, before they are taken for other sounds.
const mostOthers = 0.2
