package intake

import (
	"bytes"
	"fmt"
	"path/filepath"
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/take"
	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
	"evenladder/format/abc"
	"evenladder/format/csv"
	"evenladder/format/musicxml"
	"evenladder/format/smf"
	"evenladder/format/tab"
	"evenladder/format/text"
	"evenladder/format/wav"
	"evenladder/listen"
)

// MaxPhraseBytes is the largest file of a phrase.
const MaxPhraseBytes = 2 << 20

// phraseReader reads a phrase in one way of writing; is says whether a file is written so.
type phraseReader struct {
	is   func(data []byte) bool
	read func(data []byte, r brief.Reading) (line.Line, error)
}

// phraseReaders are all ways, the surest signs first; what is none of them was typed.
var phraseReaders = []phraseReader{
	{begins("MThd"), func(data []byte, _ brief.Reading) (line.Line,
		error) {
		return smf.ReadPhrase(bytes.NewReader(data))
	}},
	{begins("PK"), func(data []byte, _ brief.Reading) (line.Line, error) { return musicxml.Read(data) }},
	{begins("<"), func(data []byte, _ brief.Reading) (line.Line, error) { return musicxml.Read(data) }},
	{begins("RIFF"), heardPhrase},
	{func(data []byte) bool { return csv.IsTable(string(data)) }, func(data []byte, _ brief.Reading) (line.Line,
		error) {
		return csv.Read(string(data))
	}},
	{hasField("K:"), func(data []byte, _ brief.Reading) (line.Line, error) { return abc.Read(string(data)) }},
	{isTab, func(data []byte, r brief.Reading) (line.Line, error) { return tab.Read(string(data), r.Neck.Tuning) }},
	{func([]byte) bool { return true }, func(data []byte, r brief.Reading) (line.Line, error) {
		return line.Typed(string(data), r.Scale.Tonic, r.Naming, r.Neck)
	}},
}

// playedGapSec is the time from note to note of what is played in, at the quickest.
const playedGapSec = 0.15

// heardPhrase reads what was played into a microphone, a WAV file, by the tempo of the brief.
func heardPhrase(data []byte, r brief.Reading) (line.Line, error) {
	samples, rate, err := wav.Read(bytes.NewReader(data))
	if err != nil {
		return line.Line{}, err
	}
	s := listen.Sound{Samples: samples, Rate: rate}
	if s.Seconds() > mostPlayedIn {
		return line.Line{}, fmt.Errorf("%.0f seconds were given: give %d at most", s.Seconds(), mostPlayedIn)
	}
	if listen.LevelOf(s).Silent {
		return line.Line{}, fmt.Errorf(
			"the recording is silent for all %.0f seconds: play louder, or closer to the microphone",
			s.Seconds(),
		)
	}
	low, high := pitch.MaxMIDI, 0
	for str := 1; str <= r.Neck.Strings(); str++ {
		open := r.Neck.Open(str).MIDI()
		low, high = min(low, open), max(high, open+r.Neck.Frets)
	}
	heard, err := listen.Notes(s, listen.Expect{Low: low, High: high, GapSec: playedGapSec})
	if err != nil {
		return line.Line{}, err
	}
	sure := heard[:0]
	for _, h := range heard {
		if h.Doubt < sureDoubt {
			sure = append(sure, h)
		}
	}
	l, err := PlayedIn(sure, r.Rhythm.TempoBPM)
	l.Left = append(l.Left, "the octave is uncertain when heard by microphone")
	return l, err
}

// mostPlayedIn is how many seconds may be played in.
const mostPlayedIn = 20

// PlayedIn is a phrase of notes as they were heard, by a tempo.
func PlayedIn(heard []take.Heard, tempoBPM int) (line.Line, error) {
	if len(heard) == 0 || len(heard) > line.MaxNotes {
		return line.Line{}, fmt.Errorf("%d notes were heard: give 1 to %d", len(heard), line.MaxNotes)
	}
	midi, seconds := make([]int, len(heard)), make([]float64, len(heard))
	for i, h := range heard {
		midi[i], seconds[i] = h.MIDI, h.OnsetSec
	}
	l := line.Played(midi, seconds, float64(tempoBPM))
	l.Left = append(l.Left, fmt.Sprintf("times are as played, rounded to the nearest part of a beat at %d",
		tempoBPM))
	return l, nil
}

func readerOf(data []byte) func([]byte, brief.Reading) (line.Line, error) {
	i := slices.IndexFunc(phraseReaders, func(r phraseReader) bool { return r.is(data) })
	return phraseReaders[i].read
}

func begins(with string) func([]byte) bool {
	return func(data []byte) bool { return bytes.HasPrefix(bytes.TrimLeft(data, " \t\r\n\ufeff"), []byte(with)) }
}

// binary reports whether a file isn't text.
func binary(data []byte) bool {
	return slices.ContainsFunc([]string{"MThd", "PK", "RIFF"}, func(magic string) bool { return begins(magic)(data) })
}

// hasField reports whether a line of a text begins with a field of ABC.
func hasField(field string) func([]byte) bool {
	return func(data []byte) bool {
		return bytes.HasPrefix(data, []byte(field)) || bytes.Contains(data, []byte("\n"+field))
	}
}

// isTab reports whether a text has lines of tab: dashes in a row, or bars on several lines.
func isTab(data []byte) bool {
	return bytes.Contains(data, []byte("---")) || bytes.Count(data, []byte("|")) > 2 && bytes.Count(data,
		[]byte("\n")) > 2
}

// Phrase reads a phrase out of a file or of what was typed, for the instrument and in the key and
// the naming of a brief: MusicXML, compressed or not, a Standard MIDI File, a WAV file that was
// played in, a table of notes, ABC, tab as text, or names and degrees in a line. What is wrong is a fault of field.
func Phrase(field, name string, data []byte, b brief.Brief) (line.Line, error) {
	if len(data) > MaxPhraseBytes {
		return line.Line{}, fault.At(field, "more than %d MB were given: give at most that", MaxPhraseBytes>>20)
	}
	if b.Scale == (brief.Scale{}) {
		b.Scale = brief.Scale{Tonic: "C", Name: "major"}
	}
	r, err := brief.Read(b)
	if err != nil {
		var faults fault.List
		if faults.Under("brief.", err); len(faults) > 0 {
			return line.Line{}, faults
		}
		return line.Line{}, err
	}
	guessed, kind := false, looksLike(data)
	if kind == "" && !binary(data) {
		data, guessed = text.Plain(data)
		if bytes.IndexByte(data, 0) >= 0 {
			kind = "a file that isn't text"
		}
	}
	if kind != "" {
		return line.Line{}, fault.At(field, "this looks like %s: give MusicXML, MIDI, ABC, a table of notes, tab as text, or a WAV recording", kind)
	}
	read, err := readerOf(data)(data, r)
	if err != nil {
		return line.Line{}, fault.At(field, "%v", err)
	}
	if guessed {
		read.Left = append(read.Left, text.Guessed)
	}
	if read.Title == "" && name != "" {
		read.Title = strings.TrimSuffix(filepath.Base(name), filepath.Ext(name))
	}
	return read, nil
}
