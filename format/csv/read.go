package csv

import (
	"cmp"
	"encoding/csv"
	"errors"
	"io"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
	"evenladder/core/theory/pitch"
)

// maxBytes bounds a table that is read.
const maxBytes = 1 << 20

// IsTable reports whether a text begins with the header of a table of notes.
func IsTable(text string) bool {
	_, columns := apart(text)
	return slices.Contains(columns, "beats") && (slices.Contains(columns, "midi") || slices.Contains(columns, "note"))
}

// apart is what stands between the columns of a table, by its header: a comma, or as other programs write
// it a semicolon or a tab; and the columns.
func apart(text string) (between rune, columns []string) {
	first, _, _ := strings.Cut(strings.TrimPrefix(text, "\ufeff"), "\n")
	first = strings.ToLower(strings.TrimSpace(first))
	between = ','
	for _, other := range ";\t" {
		if strings.Count(first, string(other)) > strings.Count(first, string(between)) {
			between = other
		}
	}
	for _, c := range strings.Split(first, string(between)) {
		columns = append(columns, strings.Trim(strings.TrimSpace(c), `"`))
	}
	return between, columns
}

// Read reads a line of notes from a table as Write makes it, or one by hand: a header, then a note a
// row. Columns come in any order: beats, and midi or note (E4), are needed; at, in beats, says when
// it begins, else it follows the note before; string, fret and finger say where. Other columns are
// passed over. Errors are line.At.
func Read(text string) (line.Line, error) {
	if len(text) > maxBytes {
		return line.Line{}, line.At{Line: 1, Column: 1, Message: "more than 1 MB was given: give at most that"}
	}
	r := csv.NewReader(strings.NewReader(strings.TrimPrefix(text, "\ufeff")))
	r.FieldsPerRecord = -1
	r.Comma, _ = apart(text)
	head, err := r.Read()
	if err != nil {
		return line.Line{}, line.At{Line: 1, Column: 1,
			Message: "it has no header row: give one with midi or note, and beats"}
	}
	column := map[string]int{}
	for i, name := range head {
		column[strings.ToLower(strings.TrimSpace(name))] = i
	}
	_, hasMIDI := column["midi"]
	_, hasNote := column["note"]
	if _, ok := column["beats"]; !ok || !hasMIDI && !hasNote {
		return line.Line{}, line.At{Line: 1, Column: 1, Message: "columns are missing: give midi or note, and beats"}
	}
	var out line.Line
	for next := 0.0; ; {
		cells, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		var broken *csv.ParseError
		if errors.As(err, &broken) {
			return line.Line{}, line.At{Line: broken.Line, Column: broken.Column,
				Message: "a cell isn't closed: add the second quotation mark"}
		}
		row, _ := r.FieldPos(0)
		n, at, err := noteOf(record{cells, column, row, r.Comma != ','}, next)
		if err != nil {
			return line.Line{}, err
		}
		if len(out.Notes) == line.MaxNotes {
			return line.Line{}, line.At{Line: row, Column: 1, Message: "more than " + strconv.Itoa(line.MaxNotes) +
				" notes were given: give fewer"}
		}
		n.At = at
		out.Notes = append(out.Notes, n)
		next = at + n.Beats
	}
	if len(out.Notes) == 0 {
		return line.Line{}, line.At{Line: 2, Column: 1, Message: "it has no notes: give a row for each"}
	}
	slices.SortStableFunc(out.Notes, func(a, b line.Note) int { return cmp.Compare(a.At, b.At) })
	first := out.Notes[0].At
	for i := range out.Notes {
		out.Notes[i].At -= first
	}
	return out, nil
}

// record is a row of cells under a header.
type record struct {
	cells  []string
	column map[string]int
	row    int  // of the text, from 1
	comma  bool // numbers may have a comma for their point
}

// text is a cell, empty where the row or the header has none.
func (r record) text(name string) string {
	if i, ok := r.column[name]; ok && i < len(r.cells) {
		return strings.TrimSpace(r.cells[i])
	}
	return ""
}

// wrong is what is wrong with a cell.
func (r record) wrong(name, accepted string) error {
	return line.At{Line: r.row, Column: r.column[name] + 1, Message: strconv.Quote(fault.Clip(r.text(name))) +
		" is under " + name + ": give " + accepted}
}

// number is a cell as a number within bounds; what is not given is as good as usual.
func (r record) number(name string, low, high, usual float64, accepted string) (float64, error) {
	text := r.text(name)
	if text == "" {
		return usual, nil
	}
	if r.comma {
		text = strings.Replace(text, ",", ".", 1)
	}
	v, err := strconv.ParseFloat(text, 64)
	if err != nil || !(v >= low && v <= high) {
		return 0, r.wrong(name, accepted)
	}
	return v, nil
}

// Bounds of the times of a table, in beats.
const leastBeats, mostBeats, mostAt = 1.0 / 64, 64, 100_000

func noteOf(r record, next float64) (n line.Note, at float64, err error) {
	midi, err := r.number("midi", 0, pitch.MaxMIDI, -1, "a number from 0 to 127")
	if err != nil {
		return n, 0, err
	}
	if n.MIDI = int(midi); midi < 0 {
		p, err := pitch.Parse(r.text("note"))
		if err != nil || p.MIDI() < 0 || p.MIDI() > pitch.MaxMIDI {
			return n, 0, r.wrong("note", "a name with its octave, such as E4")
		}
		n.MIDI = p.MIDI()
	}
	if n.Beats, err = r.number("beats", leastBeats, mostBeats, 0, "beats from 1/64 to 64"); err != nil || n.Beats == 0 {
		return n, 0, r.wrong("beats", "beats from 1/64 to 64")
	}
	if at, err = r.number("at", -mostAt, mostAt, next, "beats from the start"); err != nil {
		return n, 0, err
	}
	str, err := r.number("string", 1, neck.MaxStrings, 0, "a string from 1 on")
	if err != nil {
		return n, 0, err
	}
	fret, err := r.number("fret", 0, neck.MaxFrets, -1, "a fret from 0 on")
	if err != nil {
		return n, 0, err
	}
	finger, err := r.number("finger", 0, 4, 0, "a finger from 1 to 4, or 0")
	if err != nil {
		return n, 0, err
	}
	if str > 0 && fret >= 0 {
		n.Place, n.Finger = &neck.Place{String: int(str), Fret: int(fret)}, int(finger)
	}
	return n, at, nil
}
