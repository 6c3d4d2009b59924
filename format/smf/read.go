package smf

import (
	"cmp"
	"encoding/binary"
	"fmt"
	"io"
	"slices"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/take"
	"evenladder/core/music/line"
)

// Limits of a file that is read.
const (
	maxFileBytes = 4 << 20
	maxReadNotes = 20_000
	drumChannel  = 9
)

// fileError says what is wrong at a byte of a file.
func fileError(at int, format string, args ...any) error {
	return fmt.Errorf("byte %d: %s: give a Standard MIDI File of format 0 or 1", at, fmt.Sprintf(format, args...))
}

// Read reads the notes of a Standard MIDI File of format 0 or 1, those of the track
// that has the most. Drums are left out. Times are seconds from the start of the
// file.
func Read(r io.Reader) ([]take.Heard, error) {
	best, clock, _, err := busiest(r)
	if err != nil {
		return nil, err
	}
	out := make([]take.Heard, len(best))
	for i, n := range best {
		on := clock.seconds(n.on)
		out[i] = take.Heard{MIDI: n.midi, OnsetSec: on, Seconds: clock.seconds(n.off) - on}
	}
	return out, nil
}

// ReadPhrase reads the same notes as a phrase, one at a time: of notes that are struck at
// once the highest is taken, and the others are listed. Times are beats from the first.
func ReadPhrase(r io.Reader) (line.Line, error) {
	best, clock, said, err := busiest(r)
	if err != nil {
		return line.Line{}, err
	}
	slices.SortStableFunc(best, func(a, b sounding) int { return cmp.Or(a.on-b.on, b.midi-a.midi) })
	var out line.Line
	under := 0
	for i, n := range best {
		if i > 0 && n.on == best[i-1].on {
			under++
			continue
		}
		if len(out.Notes) == line.MaxNotes {
			return line.Line{}, fmt.Errorf("more than %d notes were given: give a shorter phrase", line.MaxNotes)
		}
		out.Notes = append(out.Notes, line.Note{MIDI: n.midi, At: clock.beats(n.on - best[0].on),
			Beats: clock.beats(n.off - n.on)})
	}
	if len(out.Notes) == 0 {
		return line.Line{}, fmt.Errorf("it has no notes: give a file with notes")
	}
	if under > 0 {
		out.Left = append(out.Left, fmt.Sprintf("%d × lower notes of chords", under))
	}
	return said.of(out), nil
}

// heading is what a file says of its keys and meters.
type heading struct {
	keys, meters []signature
}

// signature is a key (sharps, and 1 where it is minor) or a meter (over, and the power of two under), from a tick on.
type signature struct{ tick, of, by int }

// of is a line with the first key and meter of its file; what comes after them is listed.
//
// Most programs write C major where nobody chose a key, and the major key of a signature where it is that of a mode: of a
// major key no more than its signature is believed.
func (h heading) of(l line.Line) line.Line {
	later := func(all []signature, what string) {
		slices.SortStableFunc(all, func(a, b signature) int { return a.tick - b.tick })
		for _, s := range all {
			if s.of != all[0].of || s.by != all[0].by {
				l.Left = append(l.Left, "later "+what)
				return
			}
		}
	}
	later(h.keys, "keys (their notes are kept)")
	later(h.meters, "meters")
	if len(h.keys) > 0 {
		mode := ""
		if h.keys[0].by == 1 {
			mode = "natural-minor"
		}
		key := line.Signed(h.keys[0].of, mode)
		l.Key = &key
	}
	if len(h.meters) > 0 {
		return l.In(h.meters[0].of, 1<<h.meters[0].by)
	}
	return l
}

// busiest is the track with the most notes, by time, with the clock of its file and what that says of its music.
func busiest(r io.Reader) (best []sounding, c clock, said heading, err error) {
	data, err := io.ReadAll(io.LimitReader(r, maxFileBytes+1))
	if err != nil {
		return nil, c, said, err
	}
	if len(data) > maxFileBytes {
		return nil, c, said, fmt.Errorf("more than %d MB were given: give at most that", maxFileBytes>>20)
	}
	f := file{data: data}
	tracks, division, err := f.chunks()
	if err != nil {
		return nil, c, said, err
	}
	var tempos []tempo
	for _, t := range tracks {
		notes, changes, err := t.read()
		if err != nil {
			return nil, c, said, err
		}
		tempos = append(tempos, changes...)
		said.keys, said.meters = append(said.keys, t.said.keys...), append(said.meters, t.said.meters...)
		if len(notes) > len(best) {
			best = notes
		}
	}
	slices.SortStableFunc(tempos, func(a, b tempo) int { return a.tick - b.tick })
	slices.SortStableFunc(best, func(a, b sounding) int { return cmp.Or(a.on-b.on, a.midi-b.midi) })
	return best, clock{division, tempos}, said, nil
}

// file is read chunk by chunk, each within its own length.
type file struct{ data []byte }

// division is how ticks are counted: so many to the quarter note, or to the second.
type division struct {
	perQuarter int
	perSecond  float64
}

const headerLength = 14

func (f file) chunks() (tracks []trackReader, d division, err error) {
	if len(f.data) < headerLength || string(f.data[:4]) != "MThd" {
		return nil, d, fileError(0, "it doesn't start with a MIDI header")
	}
	length := int(binary.BigEndian.Uint32(f.data[4:]))
	format := binary.BigEndian.Uint16(f.data[8:])
	ticks := binary.BigEndian.Uint16(f.data[12:])
	switch {
	case length < 6 || length > len(f.data)-8:
		return nil, d, fileError(4, "the header is %d bytes long", length)
	case format > 1:
		return nil, d, fileError(8, "its format is %d", format)
	case ticks&0x8000 != 0:
		frames, perFrame := -int(int8(ticks>>8)), int(ticks&0xff)
		d.perSecond = float64(frames * perFrame)
	default:
		d.perQuarter = int(ticks)
	}
	if d.perQuarter <= 0 && d.perSecond <= 0 {
		return nil, d, fileError(12, "its ticks have no length")
	}
	for at := 8 + length; at < len(f.data); {
		if at+8 > len(f.data) {
			return nil, d, fileError(at, "the file ends within the head of a track")
		}
		size := int(binary.BigEndian.Uint32(f.data[at+4:]))
		if size < 0 || size > len(f.data)-at-8 {
			return nil, d, fileError(at, "a track of %d bytes goes past the end of the file", size)
		}
		if string(f.data[at:at+4]) == "MTrk" {
			tracks = append(tracks, trackReader{data: f.data[:at+8+size], at: at + 8})
		}
		at += 8 + size
	}
	if len(tracks) == 0 {
		return nil, d, fileError(len(f.data), "it has no tracks")
	}
	return tracks, d, nil
}

// sounding is a note between two ticks.
type sounding struct{ midi, on, off int }

// tempo is the length of a quarter note from a tick on.
type tempo struct{ tick, microseconds int }

type trackReader struct {
	data []byte
	at   int
	tick int
	said heading
}

// read goes through the events of a track.
func (t *trackReader) read() (notes []sounding, tempos []tempo, err error) {
	open := map[[2]int]int{} // channel and key → index of the note that sounds
	status := 0
	for t.at < len(t.data) {
		wait, err := t.variable()
		if err != nil {
			return nil, nil, err
		}
		t.tick += wait
		b, err := t.byte()
		if err != nil {
			return nil, nil, err
		}
		switch {
		case b == 0xff:
			kind, err := t.byte()
			if err != nil {
				return nil, nil, err
			}
			data, err := t.block()
			if err != nil {
				return nil, nil, err
			}
			if kind == 0x2f {
				return notes, tempos, nil
			}
			if kind == 0x51 && len(data) == 3 {
				tempos = append(tempos, tempo{t.tick, int(data[0])<<16 | int(data[1])<<8 | int(data[2])})
			}
			if kind == 0x59 && len(data) == 2 && int8(data[0]) >= -7 && int8(data[0]) <= 7 {
				t.said.keys = append(t.said.keys, signature{t.tick, int(int8(data[0])), int(data[1])})
			}
			if kind == 0x58 && len(data) == 4 && data[0] > 0 && data[1] < 7 {
				t.said.meters = append(t.said.meters, signature{t.tick, int(data[0]), int(data[1])})
			}
			continue
		case b == 0xf0 || b == 0xf7:
			if _, err := t.block(); err != nil {
				return nil, nil, err
			}
			continue
		case b >= 0x80:
			status = b
		case status == 0:
			return nil, nil, fileError(t.at-1, "an event without a status")
		default:
			t.at-- // running status
		}
		if status >= 0xf0 {
			return nil, nil, fileError(t.at-1, "the event %#x has no place in a file", status)
		}
		key, err := t.byte()
		if err != nil {
			return nil, nil, err
		}
		velocity := 0
		if kind := status & 0xf0; kind != 0xc0 && kind != 0xd0 {
			if velocity, err = t.byte(); err != nil {
				return nil, nil, err
			}
		}
		if key > 127 || velocity > 127 {
			return nil, nil, fileError(t.at-1, "a note or a value past 127")
		}
		notes = t.note(notes, open, status, key, velocity)
		if len(notes) > maxReadNotes {
			return nil, nil, fmt.Errorf("more than %d notes were given: give fewer", maxReadNotes)
		}
	}
	return notes, tempos, nil
}

// note begins or ends a note. One that is struck again ends there.
func (t *trackReader) note(notes []sounding, open map[[2]int]int, status, key, velocity int) []sounding {
	kind, channel := status&0xf0, status&0x0f
	if kind != 0x80 && kind != 0x90 || channel == drumChannel {
		return notes
	}
	at := [2]int{channel, key}
	if i, sounds := open[at]; sounds {
		notes[i].off = t.tick
		delete(open, at)
	}
	if kind == 0x90 && velocity > 0 {
		open[at] = len(notes)
		notes = append(notes, sounding{key, t.tick, t.tick})
	}
	return notes
}

func (t *trackReader) byte() (int, error) {
	if t.at >= len(t.data) {
		return 0, fileError(t.at, "a track ends within an event")
	}
	t.at++
	return int(t.data[t.at-1]), nil
}

func (t *trackReader) variable() (n int, err error) {
	for range 4 {
		b, err := t.byte()
		if err != nil {
			return 0, err
		}
		n = n<<7 | b&0x7f
		if b < 0x80 {
			return n, nil
		}
	}
	return 0, fileError(t.at, "a length of more than four bytes")
}

func (t *trackReader) block() ([]byte, error) {
	n, err := t.variable()
	if err != nil {
		return nil, err
	}
	if n > len(t.data)-t.at {
		return nil, fileError(t.at, "%d bytes go past the end of the track", n)
	}
	t.at += n
	return t.data[t.at-n : t.at], nil
}

// usualMicroseconds is a quarter note where a file says nothing: 120 a minute.
const usualMicroseconds = 500_000

// clock turns ticks into seconds.
type clock struct {
	division
	tempos []tempo
}

func (c clock) seconds(tick int) float64 {
	if c.perSecond > 0 {
		return float64(tick) / c.perSecond
	}
	seconds, at, quarter := 0.0, 0, usualMicroseconds
	for _, t := range c.tempos {
		if t.tick >= tick {
			break
		}
		seconds += float64(t.tick-at) * float64(quarter)
		at, quarter = t.tick, t.microseconds
	}
	seconds += float64(tick-at) * float64(quarter)
	return seconds / float64(c.perQuarter) / 1e6
}

// beats is so many ticks in quarter notes; where a file counts ticks to the second, at 120 a minute.
func (c clock) beats(ticks int) float64 {
	if c.perSecond > 0 {
		return float64(ticks) / c.perSecond * 1e6 / usualMicroseconds
	}
	return float64(ticks) / float64(c.perQuarter)
}

// WriteHeard writes notes as they were played on an instrument, at a tempo for those who
// read it.
func WriteHeard(w io.Writer, in neck.Instrument, heard []take.Heard, tempoBPM int) error {
	perSecond := float64(TicksPerQuarter) * float64(tempoBPM) / 60
	micros := uint32(60e6 / float64(tempoBPM))
	out := []event{{0, meta(0x51, []byte{byte(micros >> 16), byte(micros >> 8), byte(micros)})}, {0, programOf(in, 0)}}
	for _, n := range heard {
		on := int(n.OnsetSec*perSecond + 0.5)
		off := max(int((n.OnsetSec+n.Seconds)*perSecond+0.5), on+1)
		out = append(out, event{on, []byte{0x90, byte(n.MIDI), plainVelocity}}, event{off, []byte{0x80, byte(n.MIDI),
			0}})
	}
	inOrder(out)
	return writeTracks(w, [][]event{out})
}
