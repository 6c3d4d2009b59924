package listen

import (
	"math"
	"slices"
)

// The flux of the spectrum after Böck and Widmer, "Maximum filter vibrato suppression
// for onset detection" (DAFx 2013): hop, bands and lag are theirs but for a finer hop.
const (
	hopSec         = 0.005
	frameSec       = 2048.0 / 44100
	longFrameSec   = 4096.0 / 44100
	longFrameGap   = 0.2 // seconds between notes from which the long frame serves low ones
	bandsPerOctave = 24
	lowestBandHz   = 30.0
	highestBandHz  = 16_000.0
	lag            = 2 // frames
)

// Which peaks of the flux are onsets. Found on rendered takes.
const (
	strongPeak = 0.20 // of the take's usual loud peak
	weakPeak   = 0.05
	usualLoud  = 0.90 // the peak below which so many of them lie
	countsFrom = 0.10 // of the highest, a peak counts for that
	localLevel = 0.40 // the percentile of the flux around that counts as none
	localSec   = 0.25 // on either side
	apartSec   = 0.025
)

// onset is where a note may begin.
type onset struct {
	at    float64 // seconds
	doubt float64 // 0 plainly one, 1 a flutter
}

// onsetsOf are the onsets of a sound in order.
func onsetsOf(s Sound, gain float64, e Expect) []onset {
	flux := fluxOf(s, gain, e)
	peaks := peaksOf(flux)
	if len(peaks) == 0 {
		return nil
	}
	loud := usualHeight(peaks)
	out := []onset{}
	places := newPlacer(s, e)
	for _, p := range peaks {
		if p.height < weakPeak*loud {
			continue
		}
		doubt := 0.0
		if p.height < strongPeak*loud {
			doubt = 1 - (p.height/loud-weakPeak)/(strongPeak-weakPeak)
		}
		out = append(out, onset{places.place(float64(p.frame) * hopSec), doubt})
	}
	slices.SortFunc(out, func(a, b onset) int {
		if a.at < b.at {
			return -1
		}
		return 1
	})
	return apart(out)
}

// usualHeight is how high the loud ones of a take's peaks are. Between slow notes lie
// many that are next to nothing: they do not count.
func usualHeight(peaks []peak) float64 {
	highest := 0.0
	for _, p := range peaks {
		highest = max(highest, p.height)
	}
	heights := make([]float64, 0, len(peaks))
	for _, p := range peaks {
		if p.height >= countsFrom*highest {
			heights = append(heights, p.height)
		}
	}
	slices.Sort(heights)
	return heights[int(usualLoud*float64(len(heights)-1))]
}

// apart keeps the plainer of two onsets that are one.
func apart(all []onset) []onset {
	out := all[:0]
	for _, o := range all {
		if n := len(out); n > 0 && o.at-out[n-1].at < apartSec {
			if o.doubt < out[n-1].doubt {
				out[n-1] = o
			}
			continue
		}
		out = append(out, o)
	}
	return out
}

// fluxOf is how much of the spectrum grows from frame to frame, a hop apart, at a gain.
func fluxOf(s Sound, gain float64, e Expect) []float64 {
	length := frameSec
	if e.Low < LowNote && e.GapSec >= longFrameGap {
		length = longFrameSec
	}
	size := int(length * float64(s.Rate))
	t := newTransform(powerOfTwo(size), size)
	bank := newBank(s.Rate, t.size)
	frames := int(s.Seconds()/hopSec) + 1
	ring := make([][]float64, lag+1)
	for i := range ring {
		ring[i] = make([]float64, len(bank))
	}
	widest := make([]float64, len(bank))
	flux := make([]float64, frames)
	for f := range frames {
		now := ring[f%(lag+1)]
		from := int(float64(f)*hopSec*float64(s.Rate)) - size/2
		bank.into(now, t.magnitudes(s.Samples, from), gain)
		if f < lag {
			continue
		}
		spread(widest, ring[(f-lag)%(lag+1)])
		for b, x := range now {
			flux[f] += max(x-widest[b], 0)
		}
	}
	return flux
}

// spread is the larger of each band and its neighbours: a note that wavers is no onset.
func spread(out, bands []float64) {
	for b, x := range bands {
		if b > 0 {
			x = max(x, bands[b-1])
		}
		if b+1 < len(bands) {
			x = max(x, bands[b+1])
		}
		out[b] = x
	}
}

// bank is a row of bands, each a triangle over bins of the spectrum.
type bank []band

type band struct {
	first   int
	weights []float64
}

func newBank(rate, size int) bank {
	bin := func(hz float64) int { return int(math.Round(hz * float64(size) / float64(rate))) }
	top := min(highestBandHz, float64(rate)*0.49)
	var bins []int
	for hz := lowestBandHz; hz < top; hz *= math.Pow(2, 1.0/bandsPerOctave) {
		if b := bin(hz); len(bins) == 0 || b > bins[len(bins)-1] {
			bins = append(bins, b)
		}
	}
	var out bank
	for i := 1; i+1 < len(bins); i++ {
		left, centre, right := bins[i-1], bins[i], bins[i+1]
		w := make([]float64, right-left-1)
		for k := range w {
			at := left + 1 + k
			if at <= centre {
				w[k] = float64(at-left) / float64(centre-left)
			} else {
				w[k] = float64(right-at) / float64(right-centre)
			}
		}
		out = append(out, band{left + 1, w})
	}
	return out
}

// into is the loudness of each band at a gain.
func (b bank) into(out, magnitudes []float64, gain float64) {
	for i, band := range b {
		sum := 0.0
		for k, w := range band.weights {
			sum += w * magnitudes[band.first+k]
		}
		out[i] = math.Log10(1 + gain*sum)
	}
}

type peak struct {
	frame  int
	height float64
}

// peaksOf are the peaks of the flux over what is usual around them, apartSec from each
// other at least.
func peaksOf(flux []float64) (out []peak) {
	around, apart := int(localSec/hopSec), int(apartSec/hopSec)
	window := make([]float64, 0, 2*around+1)
	for f, x := range flux {
		if x <= 0 {
			continue
		}
		highest := true
		for k := max(f-apart, 0); k < min(f+apart+1, len(flux)); k++ {
			if flux[k] > x || flux[k] == x && k < f {
				highest = false
				break
			}
		}
		if !highest {
			continue
		}
		window = append(window[:0], flux[max(f-around, 0):min(f+around+1, len(flux))]...)
		slices.Sort(window)
		if height := x - window[int(localLevel*float64(len(window)-1))]; height > 0 {
			out = append(out, peak{f, height})
		}
	}
	return out
}

// Where an onset lies within its frame: the sharpest growth of what the note before does
// not explain. A string that rings repeats itself; what differs from its own last
// periods is new.
const (
	refineSec   = 0.030
	energySec   = 0.006
	emphasis    = 0.97 // of the upper partials, which an attack has more of
	energyFloor = 0.03 // of the loudest around: what is softer is silence
	repeatSec   = 0.020
	awaySec     = 0.015 // from the peak of the flux that an onset lies, usually
)

// placer finds the moment of an onset.
type placer struct {
	rate              int
	samples           []float32
	coarse            []float32
	coarser           int
	shortest, longest int // periods of what may ring, in coarse samples
	sums              []float64
}

func newPlacer(s Sound, e Expect) *placer {
	p := &placer{rate: s.Rate, samples: s.Samples}
	p.coarser = coarseBy(s.Rate, e.Low-beyond)
	p.coarse = thinned(s.Samples, p.coarser)
	rate := float64(s.Rate) / float64(p.coarser)
	p.longest, p.shortest = int(rate/hertz(e.Low-beyond, 0))+2, max(int(rate/hertz(e.High+beyond, 0))-1, 2)
	return p
}

// sharp is a sample with its upper partials raised.
func (p *placer) sharp(i int) float64 {
	if i == 0 {
		return float64(p.samples[0])
	}
	return float64(p.samples[i]) - emphasis*float64(p.samples[i-1])
}

// place is the time near another at which what is new most exceeds what was before.
func (p *placer) place(at float64) float64 {
	width, reach := int(energySec*float64(p.rate)), int(refineSec*float64(p.rate))
	centre := int(at * float64(p.rate))
	from, to := max(centre-reach-width, 0), min(centre+reach+width, len(p.samples))
	if to-from < 2*width {
		return at
	}
	back, gain := p.rings(from)
	p.sums = append(p.sums[:0], 0)
	for i := from; i < to; i++ {
		x := p.sharp(i)
		if back > 0 {
			x -= gain * p.sharp(i-back)
		}
		p.sums = append(p.sums, p.sums[i-from]+x*x)
	}
	energy := func(a, b int) float64 { return p.sums[min(b, to-from)] - p.sums[max(a, 0)] }
	loudest := 0.0
	for i := width; i+width <= to-from; i++ {
		loudest = max(loudest, energy(i, i+width))
	}
	floor := energyFloor*loudest + 1e-12
	best, most := centre-from, math.Inf(-1)
	for i := width; i+width <= to-from; i++ {
		ratio := math.Log((energy(i, i+width) + floor) / (energy(i-width, i) + floor))
		away := float64(from+i-centre) / float64(p.rate) / awaySec
		if ratio -= away * away / 2; ratio > most+1e-12 {
			best, most = i, ratio
		}
	}
	return float64(from+best) / float64(p.rate)
}

// rings is after how many samples what sounds before a moment repeats itself, by about
// repeatSec, and how much of it is left then; 0 where nothing does.
func (p *placer) rings(before int) (back int, gain float64) {
	end := before / p.coarser
	width := 2 * p.longest
	from := end - width - p.longest - 1
	if from < 0 {
		return 0, 0
	}
	lag, clear := keyPeriod(p.coarse[from:end], width, p.shortest, p.longest)
	if clear < clearPeriod {
		return 0, 0
	}
	period := lag * float64(p.coarser)
	near := int(math.Round(period * math.Ceil(repeatSec*float64(p.rate)/period)))
	span := width * p.coarser / 2
	best := -1.0
	for try := near - 2*p.coarser; try <= near+2*p.coarser; try++ {
		if before-span-try < 0 {
			continue
		}
		like, energy, other := 0.0, 0.0, 0.0
		for i := before - span; i < before; i++ {
			x, y := p.sharp(i), p.sharp(i-try)
			like, energy, other = like+x*y, energy+y*y, other+x*x
		}
		if c := like / math.Sqrt(energy*other+1e-12); c > best {
			best, back, gain = c, try, like/(energy+1e-12)
		}
	}
	return back, min(max(gain, 0), 1)
}
