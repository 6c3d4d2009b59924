// Package intake judges a take as it is handed in: a WAV file, a Standard MIDI File, or
// notes. It is the one table of what a take may be handed in as, for the command and for
// the page alike.
package intake

import (
	"bufio"
	"bytes"
	"fmt"
	"io"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/take"
	"evenladder/core/music/piece"
	"evenladder/format/smf"
	"evenladder/format/wav"
	"evenladder/listen"
)

// kind is what a take may be handed in as.
type kind struct {
	name   string
	magic  string // that it begins with
	ending string // of a file name
	media  string
	hear   func(io.Reader, piece.Piece) (heard []take.Heard, floorMS float64, remarks []string, err error)
}

var kinds = []kind{
	{"a WAV file", "RIFF", ".wav", "audio/wav", fromSound},
	{"a Standard MIDI File", "MThd", ".mid", "audio/midi", fromMIDI},
}

// File judges what a file holds against a piece. The field of a fault is named.
func File(field string, r io.Reader, p piece.Piece) (take.Take, error) {
	b := bufio.NewReader(r)
	head, _ := b.Peek(4)
	k, ok := kindOf(head)
	if !ok {
		return take.Take{}, fault.At(field, "this is neither %s nor %s: give one of them", kinds[0].name, kinds[1].name)
	}
	heard, floor, remarks, err := k.hear(b, p)
	if err != nil {
		return take.Take{}, fault.At(field, "%v", err)
	}
	t, err := take.Judge(p, heard, floor)
	t.Remarks = append(t.Remarks, remarks...)
	return t, err
}

func kindOf(head []byte) (kind, bool) {
	for _, k := range kinds {
		if bytes.HasPrefix(head, []byte(k.magic)) {
			return k, true
		}
	}
	return kind{}, false
}

// MediaType is that of a take, empty where it is none.
func MediaType(data []byte) string {
	k, _ := kindOf(data)
	return k.media
}

// Ending is that of the name of a file with a take, empty where it is none.
func Ending(data []byte) string {
	k, _ := kindOf(data)
	return k.ending
}

func fromMIDI(r io.Reader, _ piece.Piece) ([]take.Heard, float64, []string, error) {
	heard, err := smf.Read(r)
	return heard, take.MIDIFloorMS, nil, err
}

func fromSound(r io.Reader, p piece.Piece) ([]take.Heard, float64, []string, error) {
	samples, rate, err := wav.Read(r)
	if err != nil {
		return nil, 0, nil, err
	}
	s := listen.Sound{Samples: samples, Rate: rate}
	level := listen.LevelOf(s)
	if level.Silent {
		return nil, 0, nil, fmt.Errorf("the take is silent for all %.0f seconds: give a louder take", s.Seconds())
	}
	expect := listen.Expected(p)
	scene, err := listen.Listen(s, expect)
	if err == nil && len(scene.Notes) < min(fewest, len(p.Events)) {
		err = noInstrument(scene, level)
	}
	return scene.Notes, listen.FloorMS(expect), append(level.Words(), Limits(p)...), err
}

// fewest is how many notes a take has at least: fewer come by chance.
const fewest = 3

// nothingHeard says why no instrument was heard.
type nothingHeard string

func (e nothingHeard) Error() string { return "I couldn't hear an instrument" + string(e) }

// noInstrument says what was heard in place of one.
func noInstrument(scene listen.Scene, level listen.Level) error {
	switch {
	case level.Quiet():
		return nothingHeard(": the sound is too quiet. Move closer to the microphone, or turn it up.")
	case scene.Noise:
		return nothingHeard(": there is only noise. Move closer to the microphone.")
	case scene.Others > 0:
		return nothingHeard(": the sounds have no clear pitch, like words, taps or clicks. Play the run.")
	}
	return nothingHeard(". Play the run closer to the microphone.")
}

// quickLow is the time from note to note, in seconds, below which low notes run together.
const quickLow = 0.110

// Limits says what cannot be heard of a piece through a microphone: whoever plays it is
// told before and after. Measured: docs/listening.md.
func Limits(p piece.Piece) []string {
	expect := listen.Expected(p)
	out := []string{"A note an octave off can't be told from the right one."}
	switch {
	case p.Instrument.Family == neck.Uprights:
		out = append(out, "An upright bass is hard to hear reliably. Judge it by ear, or upload MIDI.")
	case expect.Low < listen.LowNote && expect.GapSec < quickLow:
		out = append(out, "Fast low notes are hard to hear reliably. An extra note may be missed.")
	}
	return out
}

// edgeSec is the end of a sound in which a note may not be whole yet.
const edgeSec = 0.08

// mostFollowed is how many seconds of sound are followed at once: it is done while others
// wait.
const mostFollowed = 20

// Follow tells how many notes of a piece have been played once a stretch of sound has
// been heard, a WAV file, when so many were before; and when the last note of it began,
// in seconds of the stretch, -1 for none. Notes up to since seconds were heard before.
func Follow(field string, r io.Reader, p piece.Piece, before int, since float64) (at int, sec float64, err error) {
	samples, rate, err := wav.Read(r)
	if err != nil {
		return before, -1, fault.At(field, "%v", err)
	}
	s := listen.Sound{Samples: samples, Rate: rate}
	if s.Seconds() > mostFollowed {
		return before, -1, fault.At(field, "%.0f seconds were given: give the last %d at most", s.Seconds(),
			mostFollowed)
	}
	expect := listen.Expected(p)
	expect.Live = true
	scene, err := listen.Listen(s, expect)
	if err != nil {
		return before, -1, fault.At(field, "%v", err)
	}
	fresh, last := []take.Heard{}, -1.0
	for i, h := range scene.Notes {
		if scene.Firm[i] && h.OnsetSec > since && h.OnsetSec < s.Seconds()-edgeSec {
			fresh, last = append(fresh, h), h.OnsetSec
		}
	}
	return take.Follow(p, before, fresh), last, nil
}

// answerGapSec is about how long an answer to a call sounds alone.
const answerGapSec = 0.4

// sureDoubt is how doubtful a note may be that is taken for an answer.
const sureDoubt = 0.5

// Answer is the first note of a stretch of sound that is taken for an answer, a WAV file, among
// pitches from low to high; ok is false where there is none yet. Notes up to since seconds were
// heard before.
func Answer(field string, r io.Reader, low, high int, since float64) (note take.Heard, ok bool, err error) {
	samples, rate, err := wav.Read(r)
	if err != nil {
		return note, false, fault.At(field, "%v", err)
	}
	s := listen.Sound{Samples: samples, Rate: rate}
	if s.Seconds() > mostFollowed {
		return note, false, fault.At(field, "%.0f seconds were given: give the last %d at most", s.Seconds(),
			mostFollowed)
	}
	if listen.LevelOf(s).Silent {
		return note, false, nil
	}
	scene, err := listen.Listen(s, listen.Expect{Low: low, High: high, GapSec: answerGapSec, Live: true})
	if err != nil {
		return note, false, fault.At(field, "%v", err)
	}
	for i, h := range scene.Notes {
		if scene.Firm[i] && h.OnsetSec > since && h.OnsetSec < s.Seconds()-answerGapSec/2 && h.Doubt < sureDoubt {
			return h, true, nil
		}
	}
	return note, false, nil
}
