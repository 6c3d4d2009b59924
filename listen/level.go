package listen

import "math"

// Level is how loud a sound is.
type Level struct {
	Silent bool
	PeakDB float64 // of the loudest sample, 0 the most that fits
	Cut    bool    // more than a few samples stand at the most that fits
}

// What is too quiet, and what is cut off.
const (
	quietDB  = -30
	cutAt    = 0.999
	cutShare = 0.0005
)

// LevelOf measures a sound.
func LevelOf(s Sound) Level {
	loudest, cut := 0.0, 0
	for _, x := range s.Samples {
		a := math.Abs(float64(x))
		loudest = max(loudest, a)
		if a >= cutAt {
			cut++
		}
	}
	l := Level{Silent: gainOf(s) == 0, Cut: float64(cut) > cutShare*float64(len(s.Samples))}
	if loudest > 0 {
		l.PeakDB = 20 * math.Log10(loudest)
	}
	return l
}

// Quiet reports whether it is too soft to be heard well.
func (l Level) Quiet() bool { return l.PeakDB < quietDB }

// Words say what is wrong with a level, if anything.
func (l Level) Words() (out []string) {
	if l.Cut {
		out = append(out, "The sound is too loud and distorts. Play softer, or turn the microphone down.")
	}
	if l.Quiet() {
		out = append(out, "The sound is very quiet. Move closer to the microphone, or turn it up.")
	}
	return out
}
