package document

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/arrangement"
	"evenladder/core/music/score"
	"evenladder/core/planning/together"
	"evenladder/draw"
	"evenladder/format/musicxml"
	"evenladder/format/smf"
	"evenladder/format/wav"
	"evenladder/sound"
)

// GroupFormat is one kind of file that has the parts of a group.
type GroupFormat struct {
	table.Row
	MediaType string
	write     func(w io.Writer, t together.Together, o *Options) error
}

// GroupFormats are all kinds in picker order.
var GroupFormats = []GroupFormat{
	{row("pdf"), mediaType("pdf"), func(w io.Writer, t together.Together, o *Options) error {
		return draw.PDF(w, draw.GroupSheet(t), o.Form)
	}},
	{row("svg"), mediaType("svg"), groupPicture("svg", draw.SVGPages)},
	{row("png"), mediaType("png"), groupPicture("png", draw.PNGPages)},
	{row("musicxml"), mediaType("musicxml"), func(w io.Writer, t together.Together, _ *Options) error {
		return musicxml.WriteParts(w, xmlParts(t))
	}},
	{row("mxl"), mediaType("mxl"), func(w io.Writer, t together.Together, _ *Options) error {
		return musicxml.WritePartsCompressed(w, xmlParts(t))
	}},
	{row("midi"), mediaType("midi"), func(w io.Writer, t together.Together, o *Options) error {
		var parts []smf.Part
		for _, p := range xmlParts(t) {
			parts = append(parts, smf.Part(p))
		}
		return smf.WriteParts(w, parts, o.Guide)
	}},
	{row("wav"), mediaType("wav"), func(w io.Writer, t together.Together, o *Options) error {
		samples, err := groupSound(t, o)
		if err != nil {
			return fault.At("brief.rhythm.tempoBpm", "%v", err)
		}
		return wav.Write(w, samples, sound.Rate)
	}},
	{row("json"), mediaType("json"), func(w io.Writer, t together.Together, _ *Options) error {
		e := json.NewEncoder(w)
		e.SetIndent("", "  ")
		return e.Encode(t)
	}},
}

// row and mediaType are those of the same kind of file of a plan.
func row(id string) table.Row {
	f, _ := table.Find(Formats, id)
	return f.Row
}

func mediaType(id string) string {
	f, _ := table.Find(Formats, id)
	return f.MediaType
}

func groupPicture(extension string, write func(draw.Sheet, draw.Form) ([][]byte, error)) func(io.Writer, together.Together,
	*Options) error {
	return func(w io.Writer, t together.Together, o *Options) error {
		return pictured(extension, write)(w, Source{Sheet: draw.GroupSheet(t), Name: groupName}, o)
	}
}

// groupName is what a file of a group is called.
const groupName = "group"

// xmlParts are the parts that can be played, with equally many bars.
func xmlParts(t together.Together) (out []musicxml.Part) {
	for _, p := range t.Parts {
		if p.Plan != nil {
			out = append(out, musicxml.Part{Name: p.Title, Score: score.OfBars(p.Plan.Piece(), t.Bars)})
		}
	}
	return out
}

func groupSound(t together.Together, o *Options) ([]float32, error) {
	var all []arrangement.Arrangement
	for _, p := range t.Parts {
		if p.Plan != nil {
			all = append(all, arrangement.Of(p.Plan.Piece(), o.Guide))
		}
	}
	return sound.RenderTogether(all, o.Guide)
}

// FindGroup is the format of a group with this id, or an error that says which there are.
func FindGroup(id string) (GroupFormat, error) {
	f, ok := table.Find(GroupFormats, id)
	if !ok {
		return f, fault.Word(id, table.IDs(GroupFormats))
	}
	return f, nil
}

// Write makes the whole file in memory. A group in which nobody can play has no file.
func (f GroupFormat) Write(t together.Together, o Options) (File, error) {
	if len(xmlParts(t)) == 0 {
		return File{}, fault.At("members", "nobody here can play this: choose other parts, or another key")
	}
	var b bytes.Buffer
	if err := f.write(&b, t, &o); err != nil {
		return File{}, fmt.Errorf("%s: %w", f.ID, err)
	}
	file := File{groupName + "." + Format{Row: f.Row}.extension(), f.MediaType, b.Bytes(), o.pages}
	if f.ID != zipped && bytes.HasPrefix(b.Bytes(), []byte("PK")) {
		file.Name, file.MediaType = groupName+".zip", "application/zip"
	}
	return file, nil
}
