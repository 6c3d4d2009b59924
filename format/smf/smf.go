// Package smf writes a run as a Standard MIDI File of format 1: a track of
// tempo, meter and key, and a track of notes (MIDI 1.0 and Standard MIDI Files
// 1.0, MIDI Manufacturers Association).
package smf

import (
	"bytes"
	"encoding/binary"
	"io"
	"math"
	"slices"

	"evenladder/core/neck"
	"evenladder/core/score"
)

// TicksPerQuarter divides evenly by every subdivision, dotted beats and swing
// included.
const TicksPerQuarter = 480

// Velocities of struck and of accented notes.
const plainVelocity, accentVelocity = 72, 100

// programs are General MIDI sounds by family of instrument.
var programs = map[neck.Family]byte{neck.Guitars: 25, neck.Basses: 33, neck.Uprights: 32, neck.Ukuleles: 24, neck.Mandolins: 25}

// Write writes a score as it sounds. Ticks are counted from the start of its first
// bar, so a pick-up begins after the rest before it.
func Write(w io.Writer, s score.Score) error {
	var file bytes.Buffer
	file.WriteString("MThd")
	put(&file, uint32(6), uint16(1), uint16(2), uint16(TicksPerQuarter))
	track(&file, conductor(s))
	track(&file, notes(s))
	_, err := w.Write(file.Bytes())
	return err
}

// beatTicks is a beat in ticks.
func beatTicks(s score.Score) float64 {
	if s.Rhythm.Compound {
		return TicksPerQuarter * 1.5
	}
	return TicksPerQuarter
}

func put(b *bytes.Buffer, values ...any) {
	for _, v := range values {
		_ = binary.Write(b, binary.BigEndian, v) // to memory: cannot fail
	}
}

// event is a message at a tick.
type event struct {
	tick  int
	bytes []byte
}

func meta(kind byte, data []byte) []byte {
	return append([]byte{0xff, kind, byte(len(data))}, data...)
}

func conductor(s score.Score) []event {
	quarter := float64(s.Rhythm.TempoBPM) * beatTicks(s) / TicksPerQuarter
	micros := uint32(math.Round(60e6 / quarter))
	unit, clocks := byte(2), byte(24)
	if s.Rhythm.Compound {
		unit, clocks = 3, 36
	}
	out := []event{
		{0, meta(0x03, []byte("Even Ladder"))},
		{0, meta(0x51, []byte{byte(micros >> 16), byte(micros >> 8), byte(micros)})},
		{0, meta(0x58, []byte{byte(s.Beats), unit, clocks, 8})},
	}
	for i, bar := range s.Bars {
		tick := barTick(s, bar)
		if bar.Heading != "" {
			out = append(out, event{tick, meta(0x06, clipped(bar.Heading, 120))})
		}
		if bar.NewKey || i == 0 {
			out = append(out, event{tick, meta(0x59, []byte{byte(int8(bar.Fifths)), 0})})
		}
	}
	return out
}

// barTick is where a bar begins. A pick-up is the end of a bar of rests.
func barTick(s score.Score, bar score.Bar) int {
	before := bar.Number - 1
	if s.Rhythm.PickUp > 0 {
		before = bar.Number
	}
	return int(float64(before*s.Rhythm.BeatsPerBar) * beatTicks(s))
}

func notes(s score.Score) []event {
	ticks := beatTicks(s)
	out := []event{{0, meta(0x03, clipped(s.Title, 120))}, {0, []byte{0xc0, programs[s.Instrument.Family]}}}
	for _, e := range s.Events {
		velocity := byte(plainVelocity)
		if e.Accent {
			velocity = accentVelocity
		}
		on, off := int(math.Round(e.At*ticks)), int(math.Round((e.At+e.Sounds)*ticks))
		out = append(out, event{on, []byte{0x90, byte(e.MIDI), velocity}}, event{off, []byte{0x80, byte(e.MIDI), 0}})
	}
	// A note ends before the next begins on the same tick.
	slices.SortStableFunc(out, func(a, b event) int {
		if a.tick != b.tick {
			return a.tick - b.tick
		}
		return rank(a) - rank(b)
	})
	return out
}

func rank(e event) int {
	switch e.bytes[0] & 0xf0 {
	case 0x80:
		return 1
	case 0x90:
		return 2
	}
	return 0
}

func clipped(s string, n int) []byte {
	b := []byte(s)
	return b[:min(len(b), n)]
}

func track(file *bytes.Buffer, events []event) {
	var body bytes.Buffer
	last := 0
	for _, e := range events {
		body.Write(variable(e.tick - last))
		body.Write(e.bytes)
		last = e.tick
	}
	body.Write([]byte{0, 0xff, 0x2f, 0})
	file.WriteString("MTrk")
	put(file, uint32(body.Len()))
	file.Write(body.Bytes())
}

// variable is a variable-length quantity.
func variable(n int) []byte {
	out := []byte{byte(n & 0x7f)}
	for n >>= 7; n > 0; n >>= 7 {
		out = append([]byte{byte(n&0x7f) | 0x80}, out...)
	}
	return out
}
