package listen

import (
	"math"
	"slices"
)

// Whether a sound is a note: a string has a period that stays, and its energy lies on the harmonics of that. Noise, claps,
// taps and speech have not. Rules and figures from a trial on two sound fonts, synthetic noise and speech:
// docs/listening.md.
const (
	looksFrom  = 0.008 // seconds after the onset that the first look begins
	looksApart = 0.008
	looksUntil = 0.220
	lookSec    = 0.030 // that a look sees at least

	clearNote, harmonicNote        = 0.6, 0.65
	harmonicShort                  = 0.4 // under 65 ms, what rang before is in it, too; under 125 ms harmonicHeld will do
	heldClear, heldCents           = 0.7, 50.0
	heldNote, harmonicHeld         = 0.024, 0.5
	heldLong, harmonicLong         = 0.080, 0.3 // what still rings from before, as on an upright bass, is in it
	firmClear, firmCents           = 0.8, 20.0
	firmSec, firmSecHigh, firmHarm = 0.128, 0.104, 0.75
	thickClear, thickCents         = 0.65, 10.0
	thickSec                       = 0.160
	firmShare                      = 0.4 // of the quickest gap
	firmDB                         = 6.0

	standsOutDB   = 6.0 // of the loud onsets over the floor; less is noise alone
	standsOutOf   = 0.90
	floorOf       = 0.05 // the share of frames that are softer than the floor
	floorFrameSec = 0.020
	levelFrom     = 0.010
	levelUntil    = 0.060
	harmFrom      = 0.005
	harmShortest  = 0.030
	harmLeast     = 0.060
	harmMost      = 0.120
	harmTop       = 10 // harmonics
)

// highInstrument is the lowest note, as a MIDI number, from which taps on the body are no trouble: G3.
const highInstrument = 55

// thickString is the pitch, in semitones of MIDI, below which a string is a thick one.
const thickString = 37.5

// traits say what a sound that begins at an onset is like.
type traits struct {
	clarity float64 // of the clearest look
	pitch   float64 // of that look, in semitones of MIDI
	looks   []look
	seconds float64 // until the next onset
	harm    float64 // share of the energy that lies on harmonics, 0 to 1
	levelDB float64
}

type look struct{ clarity, midi float64 }

// note reports whether it is one, not a click, a tap, noise or a word.
func (t traits) note() bool {
	harmonic := harmonicNote
	switch {
	case t.seconds < harmFrom+harmLeast:
		harmonic = harmonicShort
	case t.seconds < harmFrom+harmMost:
		harmonic = harmonicHeld
	}
	held := t.held(heldClear, heldCents)
	return t.clarity >= clearNote && t.harm >= harmonic || held >= heldNote && t.harm >= harmonicHeld ||
		held >= heldLong && t.harm >= harmonicLong
}

// firm reports whether it is so plainly a note that it is taken for an answer.
func (t traits) firm(e Expect, floorDB float64) bool {
	clarity, cents, least := firmClear, firmCents, firmSec
	switch {
	case e.Low >= highInstrument:
		least = firmSecHigh
	case t.pitch < thickString:
		// Its partials are not quite harmonic: the period is less clear, but stays all the better.
		clarity, cents, least = thickClear, thickCents, thickSec
	}
	least = min(least, firmShare*e.GapSec) // a quick one does not sound for longer
	return t.held(clarity, cents) >= least-1e-9 && t.harm >= firmHarm && t.levelDB >= floorDB+firmDB
}

// held is how long a period of a clarity stays within so many cents, in seconds; one of two periods is a period, too.
func (t traits) held(clarity, cents float64) float64 {
	longest := 0
	for i := range t.looks {
		low, high := 0.0, 0.0
		for j, l := range t.looks[i:] {
			off := math.Remainder(l.midi-t.looks[i].midi, 12)
			low, high = min(low, off), max(high, off)
			if l.clarity < clarity || (high-low)*100 > cents {
				break
			}
			longest = max(longest, j+1)
		}
	}
	return float64(longest) * looksApart
}

// gate finds traits.
type gate struct {
	hearing *hearing
	of      map[int]*transform
}

func newGate(h *hearing) *gate { return &gate{h, map[int]*transform{}} }

// traitsAt are those of what sounds from an onset until the next; midi is the pitch that it is likely to be. They are
// looked for until it is sure that it is a note, or, for what is acted on at once, to the end.
func (g *gate) traitsAt(onset, until float64, midi int, live bool) traits {
	h := g.hearing
	t := traits{
		seconds: until - onset,
		harm:    g.harm(onset, until, hertz(midi, h.cents)),
		levelDB: decibels(h.sound.rms(onset+levelFrom, onset+levelUntil)),
	}
	rate := float64(h.sound.Rate) / float64(h.coarser)
	longest := int(rate/hertz(h.low, 0)) + 2
	shortest := max(int(rate/hertz(h.high, 0))-1, 2)
	width := max(int(lookSec*rate), 2*longest)
	for at := looksFrom; at < min(until-onset, looksUntil); at += looksApart {
		from := int((onset + at) * rate)
		end := from + width + longest + 1
		if end > len(h.coarse) {
			break
		}
		lag, clear := keyPeriod(h.coarse[from:end], width, shortest, longest)
		l := look{clear, 69 + 12*math.Log2(rate/lag/440)}
		t.looks = append(t.looks, l)
		if clear > t.clarity {
			t.clarity, t.pitch = clear, l.midi
		}
		if !live && t.note() {
			return t
		}
	}
	t.harm = max(t.harm, g.harm(onset, until, hertz(0, 100*t.pitch)))
	return t
}

// harm is the share of the energy from 0.6 to 10.5 times a pitch that lies on its harmonics.
func (g *gate) harm(onset, until, hz float64) float64 {
	rate := float64(g.hearing.sound.Rate)
	length := min(max(until-onset-harmFrom, harmShortest), harmMost)
	samples := int(length * rate)
	samples -= samples % 64
	t := g.of[samples]
	if t == nil {
		t = newTransform(2*powerOfTwo(samples), samples)
		g.of[samples] = t
	}
	spectrum := t.magnitudes(g.hearing.sound.Samples, int((onset+harmFrom)*rate))
	bin := func(f float64) float64 { return f * float64(t.size) / rate }
	lobe := min(bin(2/length), bin(hz)/4)
	on, all := 0.0, 0.0
	for i := int(math.Ceil(bin(0.6 * hz))); i <= int(bin(10.5*hz)) && i < len(spectrum); i++ {
		energy := spectrum[i] * spectrum[i]
		all += energy
		n := math.Round(float64(i) / bin(hz))
		if n >= 1 && n <= harmTop && math.Abs(float64(i)-n*bin(hz)) <= lobe {
			on += energy
		}
	}
	if all == 0 {
		return 0
	}
	return on / all
}

// rms is the level of a stretch, in seconds; 0 outside the sound.
func (s Sound) rms(from, until float64) float64 {
	a, b := max(int(from*float64(s.Rate)), 0), min(int(until*float64(s.Rate)), len(s.Samples))
	if a >= b {
		return 0
	}
	sum := 0.0
	for _, x := range s.Samples[a:b] {
		sum += float64(x) * float64(x)
	}
	return math.Sqrt(sum / float64(b-a))
}

func decibels(x float64) float64 { return 20 * math.Log10(x+1e-9) }

// floorDB is the level of what sounds when nothing is played.
func floorDB(s Sound) float64 {
	var levels []float64
	for at := 0.0; at+floorFrameSec <= s.Seconds(); at += floorFrameSec {
		levels = append(levels, s.rms(at, at+floorFrameSec))
	}
	if len(levels) == 0 {
		return decibels(0)
	}
	slices.Sort(levels)
	return decibels(levels[int(floorOf*float64(len(levels)-1))])
}

// standsOut is by how many dB the loud ones of some sounds lie over the floor.
func standsOut(all []traits, floor float64) float64 {
	if len(all) == 0 {
		return 0
	}
	levels := make([]float64, len(all))
	for i, t := range all {
		levels[i] = t.levelDB - floor
	}
	slices.Sort(levels)
	return levels[int(standsOutOf*float64(len(levels)-1))]
}
