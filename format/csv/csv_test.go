package csv_test

import (
	"bytes"
	read "encoding/csv"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/piece"
	"evenladder/core/score"
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
		assert.Equal(t, fmt.Sprint(e.N, e.Bar, e.String, e.Fret, e.Finger, e.MIDI, e.Shift), fmt.Sprint(at("n"), " ", at("bar"), " ", at("string"), " ", at("fret"), " ", at("finger"), " ", at("midi"), " ", at("shift")))
		assert.Equal(t, []string{e.Name, e.Degree, string(e.Stroke), e.Count, e.Reach}, []string{at("note"), at("degree"), at("stroke"), at("count"), at("reach")})
		want := `one, "first"`
		if i >= 5 {
			want = "two"
		}
		assert.Equal(t, want, at("key"))
	}
}
