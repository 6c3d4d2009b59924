package csv_test

import (
	"bytes"
	read "encoding/csv"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/music/line"
	"evenladder/core/music/piece"
	"evenladder/core/music/score"
	"evenladder/core/planning/plan"
	"evenladder/format/csv"
	"evenladder/internal/plantest"
)

// Reading the table back with the standard library gives the events, each under
// its header and in its key.
func TestTheTableReadsBack(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Ab", "name": "lydian"}, "layout": {"system": "three-per-string"}, "rhythm": {"perBeat": 3}}`)
	played := p.Piece()
	played.Keys = []piece.Key{{Title: `one, "first"`}, {Title: "two", First: 5}}
	s := score.Of(played)
	var b bytes.Buffer
	require.NoError(t, csv.Write(&b, s))
	rows, err := read.NewReader(&b).ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, len(p.Run.Events)+1)
	column := map[string]int{}
	for i, name := range rows[0] {
		column[name] = i
	}
	for i, e := range p.Run.Events {
		at := func(name string) string { return rows[i+1][column[name]] }
		assert.Equal(t, fmt.Sprint(e.N, e.Bar, e.String, e.Fret, e.Finger, e.MIDI, e.Shift), fmt.Sprint(at("n"), " ",
			at("bar"), " ", at("string"), " ", at("fret"), " ", at("finger"), " ", at("midi"), " ", at("shift")))
		assert.Equal(t, []string{e.Name, e.Degree, string(e.Stroke), e.Count, e.Reach}, []string{at("note"),
			at("degree"), at("stroke"), at("count"), at("reach")})
		want := `one, "first"`
		if i >= 5 {
			want = "two"
		}
		assert.Equal(t, want, at("key"))
	}
}

// What is written reads back event for event: every pattern that a teacher could press together.
func TestATableIsReadAsALine(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p, err := plan.Build(plantest.Any(t))
		if err != nil || len(p.Run.Events) > line.MaxNotes {
			return
		}
		var b bytes.Buffer
		require.NoError(t, csv.Write(&b, score.Of(p.Piece())))
		require.True(t, csv.IsTable(b.String()))
		l, err := csv.Read(b.String())
		require.NoError(t, err)
		if p.Run.Rhythm.Compound { // a table has its own beats
			p.Run.Rhythm.Compound = false
		}
		plantest.SameLine(t, p, l)
		for i, e := range p.Run.Events {
			require.Equal(t, e.Place, *l.Notes[i].Place)
			require.Equal(t, e.Finger, l.Notes[i].Finger)
			require.Equal(t, e.MIDI, l.Notes[i].MIDI, "in its own octave")
		}
	})
}

func TestTablesByHand(t *testing.T) {
	l, err := csv.Read("Note, Beats\nE4,1\nG4,0.5\n\"A4\",1.5\n")
	require.NoError(t, err)
	assert.Equal(t, []line.Note{{MIDI: 64, Beats: 1}, {MIDI: 67, At: 1, Beats: 0.5}, {MIDI: 69, At: 1.5, Beats: 1.5}},
		l.Notes)
	for text, want := range map[string]string{
		"note,beats\nE4,x":          `line 2, column 2: "x" is under beats`,
		"note,beats\nE4,1\nH9,1":    `line 3, column 1: "H9" is under note`,
		"midi,beats\n128,1":         `line 2, column 1: "128" is under midi`,
		"midi,beats,string\n60,1,0": `line 2, column 3: "0" is under string`,
		"midi,beats\n":              "no note",
		"midi\n60":                  "columns are missing",
		"midi,beats\n\"60,1":        "isn't closed",
		"midi,beats,at\n60,1,NaN":   `"NaN" is under at`,
		"midi,beats,fret\n60,1e9,1": `"1e9" is under beats`,
		"midi,beats,finger\n60,1,5": `"5" is under finger`,
	} {
		_, err := csv.Read(text)
		assert.ErrorContains(t, err, want, text)
	}
}

func FuzzRead(f *testing.F) {
	for _, s := range []string{"note,beats\nE4,1", "midi,beats,at,string,fret,finger\n60,1,0,1,2,3",
		"beats,midi\n\"1\",\"60\"\r\n"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		l, err := csv.Read(s)
		if (err == nil) == (len(l.Notes) == 0) {
			t.Errorf("%d notes, error %v", len(l.Notes), err)
		}
	})
}
