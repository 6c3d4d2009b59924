package document_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/line"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
	"evenladder/document"
	"evenladder/format/abc"
	"evenladder/format/musicxml"
	"evenladder/format/tab"
	"evenladder/internal/plantest"
)

// Hammers, pulls and slides of a phrase are those of its notes, and come back from the files that have a sign for them.
func TestJoinedNotesComeBack(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "minor-pentatonic"},
		"run": {"pattern": "phrase", "way": "as-given", "phrase": "1@5.6 b3@5.9~h 1@5.6~p 4@4.6 5@4.8~s b3@4.4 1@5.6~h"}}`)
	want := []run.Stroke{"", run.Hammer, run.Pull, "", run.Slide, "", ""}
	joined := func(s run.Stroke) run.Stroke {
		if s == run.Hammer || s == run.Pull || s == run.Slide {
			return s
		}
		return ""
	}
	for i, e := range p.Run.Events {
		assert.Equal(t, want[i], joined(e.Stroke), "note %d: the last is on another string, and is struck", i+1)
	}
	for id, read := range map[string]func([]byte) (line.Line, error){
		"abc":      func(data []byte) (line.Line, error) { return abc.Read(string(data)) },
		"musicxml": musicxml.Read,
	} {
		f, err := document.Find(id)
		require.NoError(t, err)
		file, err := f.Write(document.OfPlan(p), document.Options{})
		require.NoError(t, err)
		back, err := read(file.Data)
		require.NoError(t, err)
		for i, n := range back.Notes {
			assert.Equal(t, want[i], n.Stroke, "%s, note %d", id, i+1)
		}
	}
}

// Tab of other programs: what stands between two frets of a string is how the second follows; what can't be kept is listed.
func TestJoinedNotesOfTab(t *testing.T) {
	made, err := tab.Read(strings.Join([]string{
		"e|-------------------|",
		"B|-------------------|",
		"G|--5h7p5--7/9--7~---|",
		"D|---------------8b9-|",
		"A|-------------------|",
		"E|-------------------|",
	}, "\n"), nil)
	require.NoError(t, err)
	var strokes []run.Stroke
	for _, n := range made.Notes {
		strokes = append(strokes, n.Stroke)
	}
	assert.Equal(t, []run.Stroke{"", run.Hammer, run.Pull, "", run.Slide, "", ""}, strokes)
	assert.Contains(t, made.Left, "1 × vibratos")
	assert.Contains(t, made.Left, "1 × bends (first note only)")
	s, err := scale.FromCatalogue(pitch.MustParseName("C"), "major")
	require.NoError(t, err)
	assert.Contains(t, line.Text(made.Notes, s, true), "2@3.7/2~h")
}
