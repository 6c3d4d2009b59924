// Package document writes a plan as a file: one table of formats, each with
// its media type and its writer.
package document

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"strings"

	"evenladder/core/plan"
	"evenladder/draw"
	"evenladder/format/abc"
	"evenladder/format/csv"
	"evenladder/format/musicxml"
	"evenladder/format/smf"
	"evenladder/format/tab"
)

// Format is one kind of file.
type Format struct {
	ID        string
	Name      string
	MediaType string
	write     func(w io.Writer, p plan.Plan, paper draw.Paper) error
}

// Formats are all kinds in picker order.
var Formats = []Format{
	{"pdf", "PDF page", "application/pdf", draw.PDF},
	{"svg", "SVG drawing", "image/svg+xml", draw.SVG},
	{"png", "PNG picture", "image/png", draw.PNG},
	{"tab", "tab as text", "text/plain; charset=utf-8", func(w io.Writer, p plan.Plan, _ draw.Paper) error {
		_, err := io.WriteString(w, tab.Write(p))
		return err
	}},
	{"musicxml", "MusicXML", "application/vnd.recordare.musicxml+xml", unpaged(musicxml.Write)},
	{"midi", "MIDI file", "audio/midi", unpaged(smf.Write)},
	{"abc", "ABC notation", "text/vnd.abc; charset=utf-8", unpaged(abc.Write)},
	{"csv", "table of events", "text/csv; charset=utf-8", unpaged(csv.Write)},
	{"json", "plan as JSON", "application/json", func(w io.Writer, p plan.Plan, _ draw.Paper) error {
		e := json.NewEncoder(w)
		e.SetIndent("", "  ")
		return e.Encode(p)
	}},
}

// unpaged is a writer that needs no paper.
func unpaged(write func(io.Writer, plan.Plan) error) func(io.Writer, plan.Plan, draw.Paper) error {
	return func(w io.Writer, p plan.Plan, _ draw.Paper) error { return write(w, p) }
}

// Find returns the format with this id, or an error that says which there are.
func Find(id string) (Format, error) {
	ids := make([]string, len(Formats))
	for i, f := range Formats {
		if f.ID == id {
			return f, nil
		}
		ids[i] = f.ID
	}
	return Format{}, fmt.Errorf("%.32q was given: give one of %s", id, strings.Join(ids, " "))
}

// Write makes the whole file in memory, so that a failure leaves nothing half
// written.
func (f Format) Write(p plan.Plan, paper draw.Paper) ([]byte, error) {
	var b bytes.Buffer
	if err := f.write(&b, p, paper); err != nil {
		return nil, fmt.Errorf("%s: %w", f.ID, err)
	}
	return b.Bytes(), nil
}

var extensions = map[string]string{"tab": "txt", "midi": "mid"}

// FileName is a plain name for the file: letters, digits and dashes.
func (f Format) FileName(p plan.Plan) string {
	extension, ok := extensions[f.ID]
	if !ok {
		extension = f.ID
	}
	scale := p.Brief.Scale.Name
	if scale == "" {
		scale = "own-scale"
	}
	tonic := strings.NewReplacer("#", "-sharp", "b", "-flat").Replace(p.Brief.Scale.Tonic)
	return strings.ToLower(tonic+"-"+scale+"-"+p.Brief.Instrument.ID) + "." + extension
}
