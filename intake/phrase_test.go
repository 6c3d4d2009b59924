package intake_test

import (
	"bytes"
	"fmt"
	"io"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/arrangement"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/score"
	"evenladder/core/planning/brief"
	"evenladder/format/abc"
	"evenladder/format/musicxml"
	"evenladder/format/smf"
	"evenladder/format/tab"
	"evenladder/intake"
	"evenladder/internal/plantest"
)

// One run written in every format that is read comes back as the same pitches, whatever the
// format; ABC is written where its clef is.
func TestEveryFormatIsRead(t *testing.T) {
	p := plantest.Build(
		t,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "dorian"}, "layout": {"system": "one-octave"}, "run": {"pattern": "intervals", "size": 3}, "rhythm": {"perBeat": 2, "tempoBpm": 80}}`,
	)
	s := score.Of(p.Piece())
	for name, write := range map[string]func(io.Writer, score.Score) error{
		"musicxml": musicxml.Write, "mxl": musicxml.WriteCompressed, "abc": abc.Write, "tab": tab.Write,
		"midi": func(w io.Writer, s score.Score) error {
			return smf.Write(w, s, rhythm.Guide{}, arrangement.Arrangement{})
		},
	} {
		var b bytes.Buffer
		require.NoError(t, write(&b, s))
		l, err := intake.Phrase("file", "porch."+name, b.Bytes(), p.Brief)
		require.NoError(t, err, name)
		require.Len(t, l.Notes, len(p.Run.Events), name)
		apart := l.Notes[0].MIDI - p.Run.Events[0].MIDI
		assert.True(t, apart == 0 || name == "abc" && apart%12 == 0, "%s: %d", name, apart)
		for i, e := range p.Run.Events {
			assert.Equal(t, e.MIDI+apart, l.Notes[i].MIDI, "%s: note %d", name, i+1)
			if name != "abc" && name != "midi" {
				assert.Equal(t, e.Place, *l.Notes[i].Place, name)
			}
		}
		if name != "tab" {
			assert.InDelta(t, 0.5, l.Notes[1].At, 0.01, "%s: eighths", name)
		}
		assert.NotEmpty(t, l.Title, name)
	}
}

func TestPhrasesAsTheyAreGiven(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Bb", Name: "major"}}
	for text, want := range map[string]string{
		"1 b3 3 5":      "70 73 74 77",
		"E5 r C#4/2":    "76 61",
		"X:1\nK:C\nCEG": "60 64 67",
		"e|-5-\nB|---\nG|---\nD|---\nA|---\nE|--3": "69 43",
	} {
		l, err := intake.Phrase("text", "", []byte(text), b)
		require.NoError(t, err, text)
		var got []string
		for _, n := range l.Notes {
			got = append(got, fmt.Sprint(n.MIDI))
		}
		assert.Equal(t, want, strings.Join(got, " "), text)
	}
	_, err := intake.Phrase("text", "", []byte("<html>"), b)
	assert.ErrorContains(t, err, "text: ")
	_, err = intake.Phrase("text", "", []byte("1 2 oops"), b)
	assert.ErrorContains(t, err, "line 1, column 5")
	_, err = intake.Phrase("text", "", []byte("1"), brief.Brief{Instrument: brief.Instrument{ID: "kazoo"}})
	assert.ErrorContains(t, err, "brief.instrument.id")
}

// Files as other programs write them: marks at the beginning, UTF-16, other line ends, other letters,
// semicolons and tabs between columns. None of it changes a note.
func TestFilesOfOtherPrograms(t *testing.T) {
	wide := func(s string) string {
		out := "\xff\xfe"
		for _, c := range s {
			out += string([]byte{byte(c), byte(c >> 8)})
		}
		return out
	}
	const abc, tab = "X:1\nK:Eb\nE2 G2\n", "e|--3--5--|\nB|--------|\nG|--------|\nD|--------|\nA|--------|\nE|--------|\n"
	const table = "midi,beats\n63,1\n67,0.5\n"
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}}
	for name, c := range map[string]struct{ plain, other string }{
		"ABC with a mark": {abc, "\ufeff" + abc}, "ABC, CRLF": {abc, strings.ReplaceAll(abc, "\n", "\r\n")}, "ABC, CR": {abc, strings.ReplaceAll(abc, "\n", "\r")},
		"ABC in UTF-16": {abc, wide(abc)}, "tab with a mark": {tab, "\ufeff" + tab}, "tab, CR": {tab, strings.ReplaceAll(tab, "\n", "\r")},
		"table, semicolons": {table, "midi;beats\n63;1\n67;0,5\n"}, "table, tabs": {table, "midi\tbeats\r\n63\t1\r\n67\t0.5\r\n"},
		"table in UTF-16": {table, wide(table)}, "table, quoted": {table, "\"midi\";\"beats\"\n\"63\";\"1\"\n67;0,5\n"},
	} {
		want, err := intake.Phrase("file", "", []byte(c.plain), b)
		require.NoError(t, err, name)
		got, err := intake.Phrase("file", "", []byte(c.other), b)
		require.NoError(t, err, name)
		assert.Equal(t, want.Notes, got.Notes, name)
	}
	got, err := intake.Phrase("file", "", []byte("X:1\nT:Caf\xe9\nK:C\nC2\n"), b)
	require.NoError(t, err)
	assert.Equal(t, "Café", got.Title)
	assert.Contains(t, strings.Join(got.Left, ";"), "read as those of Windows")
}

// A file of another kind is said by its kind, and never read as notes.
func TestFilesOfOtherKinds(t *testing.T) {
	for data, want := range map[string]string{
		"%PDF-1.7\nx": "a PDF", "\x89PNG\r\n\x1a\nxx": "a picture", "ID3\x04\x00x": "an MP3 file", "MZ\x90\x00": "a program", "<!DOCTYPE html><p>C E G": "a web page",
		"\x1f\x8b\x08xx": "a compressed file", "BEGIN:VCALENDAR\nVERSION:2.0": "a calendar", "{\\rtf1 C E G}": "a text with formatting", "C\x00\x01\x02E": "a file that isn't text",
	} {
		_, err := intake.Phrase("file", "", []byte(data), brief.Brief{Instrument: brief.Instrument{ID: "bass"}})
		assert.ErrorContains(t, err, "this looks like "+want, "%q", data)
	}
}
