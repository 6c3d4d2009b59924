// Package smf reads and writes Standard MIDI Files. A run is written in format 1: a track of
// tempo, meter and key, a track of notes, and where a guide is asked for a track
// of clicks (MIDI 1.0 and Standard MIDI Files
// 1.0, MIDI Manufacturers Association).
package smf

import (
	"bytes"
	"encoding/binary"
	"io"
	"math"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/arrangement"
	"evenladder/core/music/band"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/score"
)

// TicksPerQuarter divides evenly by every subdivision, dotted beats and swing
// included.
const TicksPerQuarter = 480

// Velocities of struck and of accented notes.
const plainVelocity, accentVelocity = 72, 100

// Write writes a score as it sounds, with what is to be heard beside it. Ticks
// are counted from the start of its first bar, so a pick-up begins after the rest
// before it.
// The parts of a band under it have a track each.
func Write(w io.Writer, s score.Score, g rhythm.Guide, under arrangement.Arrangement) error {
	lead := s.Rhythm.Lead(g)
	tracks := [][]event{conductor(s, lead)}
	if g.Backing != rhythm.BackingAlone {
		tracks = append(tracks, notes(s, lead, 0, english.Capital(s.Instrument.Name)+": "+s.Title))
	}
	if g.CountIn || g.Click {
		tracks = append(tracks, clicks(s, g, under.Beats))
	}
	for _, part := range band.Parts {
		if t := partOf(s, part, under.Notes, lead); t != nil {
			tracks = append(tracks, t)
		}
	}
	return writeTracks(w, tracks)
}

// Part is what one player of several has.
type Part struct {
	Name  string
	Score score.Score
}

// WriteParts writes the parts of several players, a track and a channel each.
func WriteParts(w io.Writer, parts []Part, g rhythm.Guide) error {
	longest := parts[0].Score
	for _, p := range parts {
		if len(p.Score.Bars) > len(longest.Bars) {
			longest = p.Score
		}
	}
	lead := longest.Rhythm.Lead(g)
	tracks := [][]event{conductor(longest, lead)}
	for i, p := range parts {
		channel := byte(i)
		if channel >= clickChannel {
			channel++
		}
		tracks = append(tracks, notes(p.Score, lead, channel, p.Name))
	}
	if g.CountIn || g.Click {
		tracks = append(tracks, clicks(longest, g, 0))
	}
	return writeTracks(w, tracks)
}

func writeTracks(w io.Writer, tracks [][]event) error {
	var file bytes.Buffer
	file.WriteString("MThd")
	put(&file, uint32(6), uint16(1), uint16(len(tracks)), uint16(TicksPerQuarter))
	for _, t := range tracks {
		track(&file, t)
	}
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

func conductor(s score.Score, lead float64) []event {
	quarter := float64(s.Rhythm.TempoBPM) * beatTicks(s) / TicksPerQuarter
	micros := uint32(math.Round(60e6 / quarter))
	unit, clocks := byte(2), byte(24)
	if s.Rhythm.Compound {
		unit, clocks = 3, 36
	}
	out := []event{
		{0, meta(0x03, []byte("tempo, meter and keys"))},
		{0, meta(0x51, []byte{byte(micros >> 16), byte(micros >> 8), byte(micros)})},
		{0, meta(0x58, []byte{byte(s.Beats), unit, clocks, 8})},
	}
	for i, bar := range s.Bars {
		tick := barTick(s, bar) + int(lead*beatTicks(s))
		if i == 0 {
			tick = 0 // the signature stands before a count-in too
		}
		if bar.Heading != "" {
			out = append(out, event{tick, meta(0x06, clipped(bar.Heading, 120))})
		}
		if bar.NewKey || i == 0 {
			out = append(out, event{tick, meta(0x59, []byte{byte(int8(bar.Fifths)), minor(bar)})})
		}
	}
	return out
}

// minor is 1 where a bar is in a minor key.
func minor(bar score.Bar) byte {
	if mode, _ := bar.Mode(); mode == "natural-minor" {
		return 1
	}
	return 0
}

// barTick is where a bar begins. A pick-up is the end of a bar of rests.
func barTick(s score.Score, bar score.Bar) int {
	before := bar.Number - 1
	if s.Rhythm.PickUp > 0 {
		before = bar.Number
	}
	return int(float64(before*s.Rhythm.BeatsPerBar) * beatTicks(s))
}

// Clicks are on channel 10.
const (
	clickChannel = 9
	clickTicks   = TicksPerQuarter / 8
)

// clickKeys are wood blocks, high on the first beat of a bar, and a side stick between beats (General MIDI).
var (
	clickKeys       = map[rhythm.ClickKind]byte{rhythm.DownClick: 76, rhythm.BeatClick: 77, rhythm.PartClick: 37}
	clickVelocities = map[rhythm.ClickKind]byte{
		rhythm.DownClick: accentVelocity, rhythm.BeatClick: accentVelocity, rhythm.PartClick: plainVelocity / 2,
	}
)

func clicks(s score.Score, g rhythm.Guide, least float64) []event {
	out := []event{{0, meta(0x03, []byte("count-in and click"))}}
	first, end := 0.0, least
	for i, e := range s.Events {
		if i == 0 {
			first = e.At
		}
		end = max(end, e.At+e.Sounds)
	}
	for _, c := range s.Rhythm.Clicks(g, first, end) {
		tick, key := int(math.Round(c.At*beatTicks(s))), clickKeys[c.Kind]
		out = append(
			out,
			event{tick, []byte{0x90 | clickChannel, key, clickVelocities[c.Kind]}},
			event{tick + clickTicks,
				[]byte{0x80 | clickChannel, key, 0}},
		)
	}
	return out
}

func notes(s score.Score, lead float64, channel byte, name string) []event {
	ticks := beatTicks(s)
	out := []event{{0, meta(0x03, clipped(name, 120))}, {0, programOf(s.Instrument, channel)}}
	for _, e := range s.Events {
		velocity := byte(plainVelocity)
		if e.Accent {
			velocity = accentVelocity
		}
		on, off := int(math.Round((lead+e.At)*ticks)), int(math.Round((lead+e.At+e.Sounds)*ticks))
		out = append(out, event{on, []byte{0x90 | channel, byte(e.MIDI), velocity}},
			event{off, []byte{0x80 | channel, byte(e.MIDI), 0}})
	}
	inOrder(out)
	return out
}

// inOrder puts events in the order of time; a note ends before the next begins on
// the same tick.
func inOrder(events []event) {
	slices.SortStableFunc(events, func(a, b event) int {
		if a.tick != b.tick {
			return a.tick - b.tick
		}
		return rank(a) - rank(b)
	})
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

// programOf chooses the sound of an instrument; files count them from 0.
func programOf(in neck.Instrument, channel byte) []byte {
	return []byte{0xc0 | channel, byte(in.Program() - 1)}
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
