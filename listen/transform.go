package listen

import (
	"math"
	"math/bits"

	"gonum.org/v1/gonum/dsp/fourier"
)

// transform is the spectrum of a stretch of samples under a Hann window. It is not for
// several goroutines.
type transform struct {
	size   int // samples with the zeros behind them
	window []float64
	fft    *fourier.FFT
	frame  []float64
	bins   []complex128
	out    []float64
}

// newTransform reads so many samples at a time, behind them zeros up to the size.
func newTransform(size, samples int) *transform {
	w := make([]float64, samples)
	for i := range w {
		w[i] = 0.5 - 0.5*math.Cos(2*math.Pi*(float64(i)+0.5)/float64(samples))
	}
	return &transform{size: size, window: w, fft: fourier.NewFFT(size), frame: make([]float64, size),
		bins: make([]complex128, size/2+1), out: make([]float64, size/2+1)}
}

// magnitudes of the stretch that begins at a sample; what lies outside is silence. The
// next call overwrites them.
func (t *transform) magnitudes(samples []float32, from int) []float64 {
	clear(t.frame)
	for i := max(-from, 0); i < len(t.window) && from+i < len(samples); i++ {
		t.frame[i] = float64(samples[from+i]) * t.window[i]
	}
	t.fft.Coefficients(t.bins, t.frame)
	for i, c := range t.bins {
		t.out[i] = math.Hypot(real(c), imag(c))
	}
	return t.out
}

func powerOfTwo(n int) int {
	if n <= 1 {
		return 1
	}
	return 1 << bits.Len(uint(n-1))
}
