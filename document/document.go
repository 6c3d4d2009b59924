// Package document writes a plan as a file: one table of formats, each with its
// media type and its writer.
package document

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/arrangement"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/score"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
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
	Brief brief.Brief
	Name  string // of the file, without its extension: letters, digits and dashes
}

// OfPlan is a plan to be written.
func OfPlan(p plan.Plan) Source {
	played := p.Piece()
	return Source{p, played, score.Of(played), draw.PlanSheet(p), p.Brief, fileName(p.Brief, "")}
}

// OfRound is a round to be written; its layout is one of draw's.
func OfRound(r round.Round, layout string) Source {
	played := r.Piece()
	return Source{r, played, score.Of(played), draw.RoundSheet(r, layout), r.Brief, fileName(r.Stops[0].Plan.Brief,
		"-"+r.Brief.Round.Order)}
}

// Options are how a file is written.
type Options struct {
	Form  draw.Form    // of pages, their address apart
	Base  string       // address of the application where other devices reach it, as "http://192.0.2.1:8137"; empty where they do not
	Guide rhythm.Guide // of what sounds

	Tempos string // that what sounds is written at, each to a file of its own: temposOf; empty for the brief's

	pages int // that were drawn
}

// Format is one kind of file.
type Format struct {
	table.Row
	MediaType string
	Sounds    bool // it takes a guide
	write     func(w io.Writer, s Source, o *Options) error
}

// Formats are all kinds in picker order.
var Formats = []Format{
	{table.Row{ID: "pdf", Name: "PDF page"}, "application/pdf", false, drawn(draw.PDF)},
	{table.Row{ID: "svg", Name: "SVG drawing"}, "image/svg+xml", false, pictured("svg", draw.SVGPages)},
	{table.Row{ID: "png", Name: "PNG picture"}, "image/png", false, pictured("png", draw.PNGPages)},
	{table.Row{ID: "tab", Name: "tab as text"}, "text/plain; charset=utf-8", false, scored(tab.Write)},
	{table.Row{ID: "musicxml", Name: "MusicXML"}, "application/vnd.recordare.musicxml+xml", false,
		scored(musicxml.Write)},
	{table.Row{ID: "mxl", Name: "compressed MusicXML"}, "application/vnd.recordare.musicxml", false,
		scored(musicxml.WriteCompressed)},
	{table.Row{ID: "midi", Name: "MIDI file"}, "audio/midi", true, func(w io.Writer, s Source,
		o *Options) error {
		arranged := arrangement.Of(s.Piece, o.Guide)
		return smf.Write(w, score.Of(arranged.Piece), o.Guide, arranged)
	}},
	{table.Row{ID: "wav", Name: "WAV sound"}, "audio/wav", true, func(w io.Writer, s Source, o *Options) error {
		samples, err := sound.Render(arrangement.Of(s.Piece, o.Guide), o.Guide)
		if err != nil {
			return fault.At("rhythm.tempoBpm", "%v", err)
		}
		return wav.Write(w, samples, sound.Rate)
	}},
	{table.Row{ID: "abc", Name: "ABC notation"}, "text/vnd.abc; charset=utf-8", false, scored(abc.Write)},
	{table.Row{ID: "csv", Name: "table of events"}, "text/csv; charset=utf-8", false, scored(csv.Write)},
	{table.Row{ID: "json", Name: "everything as JSON"}, "application/json", false, func(w io.Writer, s Source,
		_ *Options) error {
		e := json.NewEncoder(w)
		e.SetIndent("", "  ")
		return e.Encode(s.Value)
	}},
}

func drawn(write func(io.Writer, draw.Sheet, draw.Form) error) func(io.Writer, Source, *Options) error {
	return func(w io.Writer, s Source, o *Options) error {
		o.addressed(s)
		return write(w, s.Sheet, o.Form)
	}
}

// pictured writes the one page of a sheet, or the pages as files of an archive.
func pictured(extension string, write func(draw.Sheet, draw.Form) ([][]byte, error)) func(io.Writer, Source,
	*Options) error {
	return func(w io.Writer, s Source, o *Options) error {
		o.addressed(s)
		pages, err := write(s.Sheet, o.Form)
		if err != nil {
			return err
		}
		o.pages = len(pages)
		switch at := o.Form.Page; {
		case at > len(pages):
			return fault.At("page", "%d was given: this sheet has %s", at, english.Count(len(pages), "page", "pages"))
		case at > 0:
			_, err = w.Write(pages[at-1])
		case len(pages) == 1:
			_, err = w.Write(pages[0])
		default:
			files := make([]File, len(pages))
			for i, page := range pages {
				files[i] = File{Name: fmt.Sprintf("%s-%d.%s", s.Name, i+1, extension), Data: page}
			}
			err = archive(w, files)
		}
		return err
	}
}

// archive writes files to a zip archive, without a time.
func archive(w io.Writer, files []File) error {
	z := zip.NewWriter(w)
	for _, f := range files {
		file, err := z.CreateHeader(&zip.FileHeader{Name: f.Name, Method: zip.Deflate})
		if err != nil {
			return err
		}
		if _, err := file.Write(f.Data); err != nil {
			return err
		}
	}
	return z.Close()
}

// zippedFiles is an archive with a name.
func zippedFiles(name string, files []File) (File, error) {
	var b bytes.Buffer
	err := archive(&b, files)
	return File{Name: name + ".zip", MediaType: "application/zip", Data: b.Bytes()}, err
}

// addressed says where the brief of a sheet is opened; worksheets have none.
func (o *Options) addressed(s Source) {
	if s.Brief.Scale == (brief.Scale{}) {
		return
	}
	o.Form.Address, o.Form.Scan = o.Base+Address(s.Brief), o.Base != ""
}

func scored(write func(io.Writer, score.Score) error) func(io.Writer, Source, *Options) error {
	return func(w io.Writer, s Source, _ *Options) error { return write(w, s.Score) }
}

// Find returns the format with this id, or an error that says which there are.
func Find(id string) (Format, error) {
	f, ok := table.Find(Formats, id)
	if !ok {
		return Format{}, fault.Word(id, table.IDs(Formats))
	}
	return f, nil
}

// File is a file that is written.
type File struct {
	Name      string
	MediaType string
	Data      []byte
	Pages     int // of a sheet that is drawn; 0 for other files
}

// Write makes the whole file in memory, so that a failure leaves nothing half
// written. Pictures of several pages come as an archive.
func (f Format) Write(s Source, o Options) (File, error) {
	if f.Sounds && o.Tempos != "" {
		return f.inTurn(s, o)
	}
	var b bytes.Buffer
	if err := f.write(&b, s, &o); err != nil {
		var faults fault.List
		switch {
		case errors.As(err, &faults):
			return File{}, faults
		case errors.Is(err, draw.ErrTooLong):
			return File{}, fault.At("run", "%v", err)
		}
		return File{}, fmt.Errorf("%s: %w", f.ID, err)
	}
	file := File{s.Name + "." + f.extension(), f.MediaType, b.Bytes(), o.pages}
	if f.ID != zipped && bytes.HasPrefix(b.Bytes(), []byte("PK")) {
		file.Name, file.MediaType = s.Name+".zip", "application/zip"
	}
	return file, nil
}

// zipped is the format that is an archive by itself.
const zipped = "mxl"

var extensions = map[string]string{"tab": "txt", "midi": "mid"}

func (f Format) extension() string {
	if extension, ok := extensions[f.ID]; ok {
		return extension
	}
	return f.ID
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
