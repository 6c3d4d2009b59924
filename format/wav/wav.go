// Package wav writes samples as a WAV file: one channel of 16 bits (Multimedia
// Programming Interface and Data Specifications 1.0, 1991).
package wav

import (
	"bufio"
	"encoding/binary"
	"io"
	"math"
)

const (
	headerBytes = 44
	bits        = 16
	pcm         = 1
	channels    = 1
	sampleBytes = bits / 8
)

// Write writes samples between -1 and 1 at so many a second; what lies beyond is
// cut.
func Write(w io.Writer, samples []float32, rate int) error {
	b := bufio.NewWriter(w)
	size := uint32(len(samples) * sampleBytes)
	for _, v := range []any{
		[]byte("RIFF"), size + headerBytes - 8, []byte("WAVE"),
		[]byte("fmt "), uint32(16), uint16(pcm), uint16(channels), uint32(rate), uint32(rate * channels * sampleBytes),
		uint16(channels * sampleBytes), uint16(bits),
		[]byte("data"), size,
	} {
		if err := binary.Write(b, binary.LittleEndian, v); err != nil {
			return err
		}
	}
	var pair [sampleBytes]byte
	for _, s := range samples {
		value := int16(math.Round(float64(max(-1, min(1, s))) * math.MaxInt16))
		binary.LittleEndian.PutUint16(pair[:], uint16(value))
		if _, err := b.Write(pair[:]); err != nil {
			return err
		}
	}
	return b.Flush()
}
