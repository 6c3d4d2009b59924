// Package csv writes a run as comma-separated values (RFC 4180), an event a
// row.
package csv

import (
	"encoding/csv"
	"io"
	"strconv"

	"evenladder/core/plan"
)

var header = []string{"n", "bar", "beat", "beats", "count", "string", "fret", "finger", "note", "midi", "degree", "stroke", "reach", "shift", "accent"}

// Write writes the events of the plan's run under a header.
func Write(w io.Writer, p plan.Plan) error {
	c := csv.NewWriter(w)
	if err := c.Write(header); err != nil {
		return err
	}
	number := func(v float64) string { return strconv.FormatFloat(v, 'g', 6, 64) }
	for _, e := range p.Run.Events {
		row := []string{
			strconv.Itoa(e.N), strconv.Itoa(e.Bar), number(e.Beat), number(e.Beats), e.Count, strconv.Itoa(e.String), strconv.Itoa(e.Fret), strconv.Itoa(e.Finger),
			e.Name, strconv.Itoa(e.MIDI), e.Degree, e.Stroke, e.Reach, strconv.Itoa(e.Shift), strconv.FormatBool(e.Accent),
		}
		if err := c.Write(row); err != nil {
			return err
		}
	}
	c.Flush()
	return c.Error()
}
