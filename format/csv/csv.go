// Package csv writes a run as comma-separated values (RFC 4180), an event a
// row, and reads a line of notes from such a table.
package csv

import (
	"encoding/csv"
	"io"
	"strconv"

	"evenladder/core/music/piece"
	"evenladder/core/music/score"
)

var header = []string{"n", "bar", "beat", "beats", "count", "string", "fret", "finger", "note", "midi", "degree",
	"stroke", "reach", "shift", "accent", "key", "at"}

// Write writes the events of a score under a header.
func Write(w io.Writer, s score.Score) error {
	c := csv.NewWriter(w)
	c.UseCRLF = true // RFC 4180
	if err := c.Write(header); err != nil {
		return err
	}
	number := func(v float64) string { return strconv.FormatFloat(v, 'g', 6, 64) }
	key := -1
	for i, e := range s.Events {
		for key+1 < len(s.Keys) && i >= s.Keys[key+1].First {
			key++
		}
		row := []string{
			strconv.Itoa(e.N), strconv.Itoa(e.Bar), number(e.Beat), number(e.Beats), e.Count, strconv.Itoa(e.String),
			strconv.Itoa(e.Fret), strconv.Itoa(e.Finger),
			e.Name, strconv.Itoa(e.MIDI), e.Degree, string(e.Stroke), e.Reach, strconv.Itoa(e.Shift),
			strconv.FormatBool(e.Accent), s.Keys[key].Title,
			number(written(s, e)),
		}
		if err := c.Write(row); err != nil {
			return err
		}
	}
	c.Flush()
	return c.Error()
}

// written is when an event begins as it is written, in beats from the start of the first bar: swing
// plays it later.
func written(s score.Score, e piece.Event) float64 {
	bar := e.Bar
	if s.Rhythm.PickUp == 0 {
		bar--
	}
	return float64(bar*s.Rhythm.BeatsPerBar) + e.Beat - 1
}
