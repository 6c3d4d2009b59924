// Package document writes a plan as a file: one table of formats, each with its
// media type and its writer.
package document

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"

	"evenladder/core/brief"
	"evenladder/core/fault"
	"evenladder/core/piece"
	"evenladder/core/plan"
	"evenladder/core/rhythm"
	"evenladder/core/round"
	"evenladder/core/score"
	"evenladder/core/table"
	"evenladder/draw"
	"evenladder/format/abc"
	"evenladder/format/csv"
	"evenladder/format/musicxml"
	"evenladder/format/smf"
	"evenladder/format/tab"
	"evenladder/format/wav"
	"evenladder/sound"
)

// Source is what can be written: each kind of file takes one side of it.
type Source struct {
	Value any // as JSON
	Piece piece.Piece
	Score score.Score
	Sheet draw.Sheet
	Name  string // of the file, without its extension: letters, digits and dashes
}

// OfPlan is a plan to be written.
func OfPlan(p plan.Plan) Source {
	played := p.Piece()
	return Source{p, played, score.Of(played), draw.PlanSheet(p), fileName(p.Brief, "")}
}

// OfRound is a round to be written; its layout is one of draw's.
func OfRound(r round.Round, layout string) Source {
	played := r.Piece()
	return Source{r, played, score.Of(played), draw.RoundSheet(r, layout), fileName(r.Stops[0].Plan.Brief, "-"+r.Brief.Round.Order)}
}

// Options are how a file is written.
type Options struct {
	Paper draw.Paper   // of pages
	Guide rhythm.Guide // of what sounds
}

// Format is one kind of file.
type Format struct {
	table.Row
	MediaType string
	Sounds    bool // it takes a guide
	write     func(w io.Writer, s Source, o Options) error
}

// Formats are all kinds in picker order.
var Formats = []Format{
	{table.Row{ID: "pdf", Name: "PDF page"}, "application/pdf", false, drawn(draw.PDF)},
	{table.Row{ID: "svg", Name: "SVG drawing"}, "image/svg+xml", false, drawn(draw.SVG)},
	{table.Row{ID: "png", Name: "PNG picture"}, "image/png", false, drawn(draw.PNG)},
	{table.Row{ID: "tab", Name: "tab as text"}, "text/plain; charset=utf-8", false, scored(tab.Write)},
	{table.Row{ID: "musicxml", Name: "MusicXML"}, "application/vnd.recordare.musicxml+xml", false, scored(musicxml.Write)},
	{table.Row{ID: "mxl", Name: "compressed MusicXML"}, "application/vnd.recordare.musicxml", false, scored(musicxml.WriteCompressed)},
	{table.Row{ID: "midi", Name: "MIDI file"}, "audio/midi", true, func(w io.Writer, s Source, o Options) error { return smf.Write(w, s.Score, o.Guide) }},
	{table.Row{ID: "wav", Name: "WAV sound"}, "audio/wav", true, func(w io.Writer, s Source, o Options) error {
		samples, err := sound.Render(s.Piece, o.Guide)
		if err != nil {
			return fault.At("rhythm.tempoBpm", "%v", err)
		}
		return wav.Write(w, samples, sound.Rate)
	}},
	{table.Row{ID: "abc", Name: "ABC notation"}, "text/vnd.abc; charset=utf-8", false, scored(abc.Write)},
	{table.Row{ID: "csv", Name: "table of events"}, "text/csv; charset=utf-8", false, scored(csv.Write)},
	{table.Row{ID: "json", Name: "all of it as JSON"}, "application/json", false, func(w io.Writer, s Source, _ Options) error {
		e := json.NewEncoder(w)
		e.SetIndent("", "  ")
		return e.Encode(s.Value)
	}},
}

func drawn(write func(io.Writer, draw.Sheet, draw.Paper) error) func(io.Writer, Source, Options) error {
	return func(w io.Writer, s Source, o Options) error { return write(w, s.Sheet, o.Paper) }
}

func scored(write func(io.Writer, score.Score) error) func(io.Writer, Source, Options) error {
	return func(w io.Writer, s Source, _ Options) error { return write(w, s.Score) }
}

// Find returns the format with this id, or an error that says which there are.
func Find(id string) (Format, error) {
	f, ok := table.Find(Formats, id)
	if !ok {
		return Format{}, fault.Word(id, table.IDs(Formats))
	}
	return f, nil
}

// Write makes the whole file in memory, so that a failure leaves nothing half
// written.
func (f Format) Write(s Source, o Options) ([]byte, error) {
	var b bytes.Buffer
	if err := f.write(&b, s, o); err != nil {
		var faults fault.List
		if errors.As(err, &faults) {
			return nil, faults
		}
		return nil, fmt.Errorf("%s: %w", f.ID, err)
	}
	return b.Bytes(), nil
}

var extensions = map[string]string{"tab": "txt", "midi": "mid"}

// FileName is the name of the file with its extension.
func (f Format) FileName(s Source) string {
	extension, ok := extensions[f.ID]
	if !ok {
		extension = f.ID
	}
	return s.Name + "." + extension
}

// fileName names a brief in letters, digits and dashes.
func fileName(b brief.Brief, more string) string {
	scale := b.Scale.Name
	if scale == "" {
		scale = "own-scale"
	}
	tonic := strings.NewReplacer("#", "-sharp", "b", "-flat").Replace(b.Scale.Tonic)
	return strings.ToLower(tonic + "-" + scale + "-" + b.Instrument.ID + more)
}
