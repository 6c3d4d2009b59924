package wav

import (
	"bufio"
	"encoding/binary"
	"errors"
	"fmt"
	"io"
	"math"
)

// Limits of what is read.
const (
	MaxSeconds  = 5 * 60
	MaxBytes    = 64 << 20
	maxChannels = 8
	minRate     = 8_000
	maxRate     = 192_000
	thinFrom    = 80_000 // samples a second from which pairs are made one

	firstSamples = 1 << 20 // that a header alone gets room for
)

// Codes of the ways in which samples are written.
const (
	float      = 3
	extensible = 0xfffe
)

// ErrNotWAV says that something is no WAV file.
var ErrNotWAV = errors.New("this isn't a WAV file: give one with samples of 8, 16, 24 or 32 bits or floating point")

// Read reads a WAV file as one channel of samples between -1 and 1, the mean of its
// channels, and tells how many there are a second: those of the file, or half or a
// quarter of them where it has more than 80,000. It reads as it goes, and holds nothing
// but the samples that it returns. A file that is cut off gives what is there.
func Read(r io.Reader) (samples []float32, rate int, err error) {
	b := bufio.NewReaderSize(&bounded{r: r, left: MaxBytes}, 64<<10)
	head := make([]byte, 12)
	if _, err := io.ReadFull(b, head); err != nil {
		return nil, 0, readError(err, ErrNotWAV)
	}
	if string(head[:4]) != "RIFF" || string(head[8:]) != "WAVE" {
		return nil, 0, ErrNotWAV
	}
	var f layout
	for {
		chunk := make([]byte, 8)
		if _, err := io.ReadFull(b, chunk); err != nil {
			return nil, 0, readError(err, errors.New("the file is cut off before its samples: give the whole file"))
		}
		size := int64(binary.LittleEndian.Uint32(chunk[4:]))
		switch string(chunk[:4]) {
		case "fmt ":
			if f, err = readLayout(b, size); err != nil {
				return nil, 0, err
			}
		case "data":
			if f.channels == 0 {
				return nil, 0, errors.New("the file doesn't say how its samples are stored: export it again")
			}
			return f.samples(b, size)
		default:
			if _, err := io.CopyN(io.Discard, b, size+size%2); err != nil {
				return nil, 0, readError(err,
					errors.New("the file is cut off before its samples: give the whole file"))
			}
		}
	}
}

// readError is an end of the file in words, and any other error as it is.
func readError(err, ended error) error {
	if errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) {
		return ended
	}
	return err
}

// layout is how samples are written.
type layout struct {
	code, channels, bits int
	rate                 int
}

func readLayout(r io.Reader, size int64) (layout, error) {
	const least, extended, most = 16, 40, 1 << 10
	if size < least || size > most {
		return layout{}, fmt.Errorf("the format of the samples takes %d bytes: export the file again", size)
	}
	d := make([]byte, size+size%2)
	if _, err := io.ReadFull(r, d); err != nil {
		return layout{}, readError(err, errors.New("the file is cut off in its header: give the whole file"))
	}
	f := layout{
		code: int(binary.LittleEndian.Uint16(d)), channels: int(binary.LittleEndian.Uint16(d[2:])),
		rate: int(binary.LittleEndian.Uint32(d[4:])), bits: int(binary.LittleEndian.Uint16(d[14:])),
	}
	if f.code == extensible && size >= extended {
		f.code = int(binary.LittleEndian.Uint16(d[24:]))
	}
	switch {
	case f.channels < 1 || f.channels > maxChannels:
		return f, fmt.Errorf("%d channels were given: give 1 to %d", f.channels, maxChannels)
	case f.rate < minRate || f.rate > maxRate:
		return f, fmt.Errorf("%d samples a second were given: give %d to %d", f.rate, minRate, maxRate)
	case decoders[f.kind()] == nil:
		return f, fmt.Errorf("samples of %d bits, coding %d, were given: give 8, 16, 24 or 32 bits, or floating point of 32 or 64", f.bits, f.code)
	}
	return f, nil
}

type kind struct{ code, bits int }

func (f layout) kind() kind { return kind{f.code, f.bits} }

// decoders read one sample each.
var decoders = map[kind]func([]byte) float32{
	{pcm, 8}:  func(b []byte) float32 { return (float32(b[0]) - 128) / 128 },
	{pcm, 16}: func(b []byte) float32 { return float32(int16(binary.LittleEndian.Uint16(b))) / (1 << 15) },
	{pcm, 24}: func(b []byte) float32 {
		return float32(int32(uint32(b[0])<<8|uint32(b[1])<<16|uint32(b[2])<<24)) / (1 << 31)
	},
	{pcm, 32}:   func(b []byte) float32 { return float32(int32(binary.LittleEndian.Uint32(b))) / (1 << 31) },
	{float, 32}: func(b []byte) float32 { return whole(float64(math.Float32frombits(binary.LittleEndian.Uint32(b)))) },
	{float, 64}: func(b []byte) float32 { return whole(math.Float64frombits(binary.LittleEndian.Uint64(b))) },
}

// whole is a sample that is a number, within bounds.
func whole(x float64) float32 {
	if math.IsNaN(x) {
		return 0
	}
	return float32(max(-1, min(1, x)))
}

// samples reads to the end of the chunk or of the file.
func (f layout) samples(r io.Reader, size int64) ([]float32, int, error) {
	thin := 1
	for f.rate/thin > thinFrom {
		thin *= 2
	}
	decode, width := decoders[f.kind()], f.bits/8
	most := MaxSeconds * f.rate / thin
	frame := make([]byte, width*f.channels)
	declared := int(min(size/int64(len(frame)*thin), int64(most)))
	out := make([]float32, 0, min(declared, firstSamples))
	sum, n := float32(0), 0
	for left := size; left >= int64(len(frame)); left -= int64(len(frame)) {
		if _, err := io.ReadFull(r, frame); err != nil {
			if err = readError(err, nil); err != nil {
				return nil, 0, err
			}
			break
		}
		for c := range f.channels {
			sum += decode(frame[c*width:])
		}
		if n++; n < thin {
			continue
		}
		if len(out) == most {
			return nil, 0, tooLong()
		}
		if len(out) == firstSamples {
			out = append(make([]float32, 0, declared), out...) // the file is as long as it says: room for it once
		}
		out = append(out, sum/float32(f.channels*thin))
		sum, n = 0, 0
	}
	return out, f.rate / thin, nil
}

func tooLong() error {
	return fmt.Errorf("more than %d minutes were given: give a take of %d minutes at most", MaxSeconds/60,
		MaxSeconds/60)
}

// bounded reads so many bytes, and more of them is an error.
type bounded struct {
	r    io.Reader
	left int64
}

func (b *bounded) Read(p []byte) (int, error) {
	if b.left <= 0 {
		return 0, fmt.Errorf("more than %d MB were given: give a take of %d minutes at most", MaxBytes>>20,
			MaxSeconds/60)
	}
	n, err := b.r.Read(p[:min(int64(len(p)), b.left)])
	b.left -= int64(n)
	return n, err
}
