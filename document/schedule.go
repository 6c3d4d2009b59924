package document

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/schedule"
	"evenladder/core/music/rhythm"
	"evenladder/draw"
	"evenladder/format/ics"
)

// Calendar is weeks of practice to be written. The events of a calendar keep their ids
// from version to version of one name.
type Calendar struct {
	Weeks   schedule.Weeks
	Name    string
	Version int
	Title   string // of the page
}

// CalendarFormat is a kind of file for weeks of practice.
type CalendarFormat struct {
	table.Row
	MediaType string
	write     func(io.Writer, Calendar, draw.Form) error
}

// CalendarFormats are all kinds in picker order.
var CalendarFormats = []CalendarFormat{
	{table.Row{ID: "pdf", Name: "PDF page"}, "application/pdf", func(w io.Writer, c Calendar, form draw.Form) error {
		return draw.PDF(w, draw.ReportSheet(weeksReport(c)), form)
	}},
	{table.Row{ID: "ics", Name: "calendar"}, "text/calendar; charset=utf-8", func(w io.Writer, c Calendar,
		_ draw.Form) error {
		return ics.Write(w, c.Weeks, c.Name, c.Version)
	}},
	{table.Row{ID: "json", Name: "everything as JSON"}, "application/json", func(w io.Writer, c Calendar,
		_ draw.Form) error {
		return json.NewEncoder(w).Encode(c.Weeks)
	}},
}

// WriteCalendar writes weeks of practice; a fault of "format" where there is no such kind.
func WriteCalendar(format string, c Calendar, form draw.Form) (File, error) {
	f, ok := table.Find(CalendarFormats, format)
	if !ok {
		return File{}, fault.At("format", "%v", fault.Word(format, table.IDs(CalendarFormats)))
	}
	var b bytes.Buffer
	if err := f.write(&b, c, form); err != nil {
		return File{}, fmt.Errorf("%s: %w", f.ID, err)
	}
	return File{Name: "practice-weeks." + f.ID, MediaType: f.MediaType, Data: b.Bytes()}, nil
}

// weeksReport is weeks on paper: a table a week, with a square to tick for each item.
func weeksReport(c Calendar) draw.Report {
	r := draw.Report{Title: c.Title, Sentence: c.Weeks.Sentence}
	for _, week := range c.Weeks.Weeks {
		s := draw.Section{Heading: fmt.Sprintf("Week %d", week.Week), Columns: []draw.Column{{Heading: "day",
			Share: 0.12}, {Share: 0.04}, {Heading: "min", Share: 0.06}, {Heading: "for", Share: 0.1},
			{Heading: "what", Share: 0.48}, {Heading: "Tempo", Share: 0.2}}}
		s.Columns[1].Tick = true
		for _, day := range week.Days {
			for i, item := range day.Items {
				name := ""
				if i == 0 {
					name = day.Date.Words()
				}
				s.Rows = append(s.Rows, []string{name, "", fmt.Sprint(item.Minutes), kindName(item.Kind), item.What,
					stepWords(item.Rung)})
			}
		}
		if len(s.Rows) == 0 {
			s.Words = []string{"Nothing this week."}
		}
		r.Sections = append(r.Sections, s)
	}
	return r
}

func kindName(k schedule.Kind) string {
	row, _ := table.Find(schedule.Kinds, string(k))
	return row.Name
}

func stepWords(s ladder.Step) string {
	return fmt.Sprintf("%s at %d", rhythm.Rhythm{}.SubdivisionName(s.PerBeat), s.TempoBPM)
}

// RecordPage is a report as a PDF.
func RecordPage(r draw.Report, form draw.Form) ([]byte, error) {
	var b bytes.Buffer
	err := draw.PDF(&b, draw.ReportSheet(r), form)
	return b.Bytes(), err
}
