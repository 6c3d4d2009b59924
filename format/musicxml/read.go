package musicxml

import (
	"archive/zip"
	"bytes"
	"cmp"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"path"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
	"evenladder/format/text"
)

// Limits of a file that is read.
const (
	maxReadBytes  = 8 << 20 // unpacked
	maxFiles      = 64      // in a compressed file
	maxDepth      = 60      // of elements within each other
	maxReadNotes  = 50_000
	mostDivisions = 1 << 20
)

// tooLarge says that a file is larger than is read.
var errTooLarge = fmt.Errorf("more than %d MB were given: give at most that", maxReadBytes>>20)

// Read reads a phrase out of a MusicXML file, partwise or timewise, compressed or not: the first
// voice of the part with the most notes, the highest note of a chord. Pitches are those that
// sound; strings and frets are kept where the file has them. What was left out is listed. Errors
// name the line where there is one.
func Read(data []byte) (line.Line, error) {
	if len(data) > maxReadBytes {
		return line.Line{}, errTooLarge
	}
	if bytes.HasPrefix(data, []byte("PK")) {
		var err error
		if data, err = unpacked(data); err != nil {
			return line.Line{}, err
		}
	}
	s := scoreRead{parts: map[string]*partRead{}, left: map[string]int{}}
	if err := s.read(data); err != nil {
		return line.Line{}, err
	}
	return s.line()
}

// unpacked is the score of a compressed file: the one that its container names, or the first
// that is one.
func unpacked(data []byte) ([]byte, error) {
	z, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	if err != nil {
		return nil, fmt.Errorf("it isn't compressed MusicXML: %v", err)
	}
	if len(z.File) > maxFiles {
		return nil, fmt.Errorf("it holds %d files: give one with %d at most", len(z.File), maxFiles)
	}
	open := func(f *zip.File) ([]byte, error) {
		r, err := f.Open()
		if err != nil {
			return nil, err
		}
		defer r.Close()
		out, err := io.ReadAll(io.LimitReader(r, maxReadBytes+1)) // whatever length it declares
		if err == nil && len(out) > maxReadBytes {
			err = errTooLarge
		}
		return out, err
	}
	wanted := ""
	for _, f := range z.File {
		if f.Name == "META-INF/container.xml" {
			var c struct {
				Root struct {
					Path string `xml:"full-path,attr"`
				} `xml:"rootfiles>rootfile"`
			}
			if text, err := open(f); err == nil && xml.Unmarshal(text, &c) == nil {
				wanted = c.Root.Path
			}
		}
	}
	for _, f := range z.File {
		ending := path.Ext(f.Name)
		if f.Name == wanted || wanted == "" && !strings.HasPrefix(f.Name, "META-INF") && (ending == ".xml" ||
			ending == ".musicxml") {
			return open(f)
		}
	}
	return nil, errors.New("it has no score: give a compressed MusicXML file")
}

// sounding is a note in time, in quarter notes.
type sounding struct {
	at, beats float64
	midi      int
	name      pitch.Name // as it sounds; not valid where it is written for another pitch
	voice     string
	place     *neck.Place
	finger    int
	joined    run.Stroke
	tied      bool // goes on from the note before
}

// partRead is a part as far as it is read.
type partRead struct {
	id        string
	order     int
	divisions float64
	transpose int
	key       *line.Key
	meter     [2]int  // zeros where none is said
	at, last  float64 // now, and where the latest note that was no chord began
	measures  int
	barLine   float64 // where the first measure ends
	notes     []sounding
}

type scoreRead struct {
	parts   map[string]*partRead
	current *partRead
	title   string
	notes   int
	left    map[string]int
}

// read goes through the elements one after the other.
func (s *scoreRead) read(data []byte) error {
	data, guessed := text.Plain(data)
	if guessed {
		s.left[text.Guessed]++
	}
	d := xml.NewDecoder(bytes.NewReader(data))
	d.CharsetReader = func(_ string, plain io.Reader) (io.Reader, error) { return plain, nil }
	wrong := func(err error) error {
		row, column := d.InputPos()
		return line.At{Line: row, Column: column, Message: err.Error()}
	}
	depth, root := 0, ""
	for {
		token, err := d.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return wrong(err)
		}
		switch t := token.(type) {
		case xml.Directive:
			if bytes.Contains(t, []byte("<!ENTITY")) {
				return wrong(errors.New("it declares entities: give a file without"))
			}
		case xml.EndElement:
			depth--
		case xml.StartElement:
			if depth++; depth > maxDepth {
				return wrong(fmt.Errorf("more than %d elements are nested", maxDepth))
			}
			if root == "" {
				if root = t.Name.Local; root != "score-partwise" && root != "score-timewise" {
					return wrong(fmt.Errorf("it starts with %s: give a score-partwise or a score-timewise", root))
				}
			}
			took, err := s.element(d, t)
			if err != nil {
				return wrong(err)
			}
			if took {
				depth--
			}
		}
	}
	if root == "" {
		return line.At{Line: 1, Column: 1, Message: "it has no score"}
	}
	return nil
}

// element reads one element; took says that it was read to its end.
func (s *scoreRead) element(d *xml.Decoder, t xml.StartElement) (took bool, err error) {
	number := func() (n float64, err error) {
		err = d.DecodeElement(&n, &t)
		return n, err
	}
	switch t.Name.Local {
	case "part":
		s.part(attribute(t, "id"))
		return false, nil
	case "work-title", "movement-title":
		var title string
		err := d.DecodeElement(&title, &t)
		if s.title == "" {
			s.title = strings.TrimSpace(title)
		}
		return true, err
	case "repeat":
		s.left["repeats (played once)"]++
		return false, nil
	}
	p := s.current
	if p == nil {
		return false, nil
	}
	switch t.Name.Local {
	case "measure":
		p.measure()
		return false, nil
	case "divisions":
		n, err := number()
		if err == nil && (n <= 0 || n > mostDivisions) {
			err = fmt.Errorf("divisions of %g: give 1 to %d", n, mostDivisions)
		}
		p.divisions = n
		return true, err
	case "key":
		var key struct {
			Fifths *int   `xml:"fifths"`
			Mode   string `xml:"mode"`
		}
		if err := d.DecodeElement(&key, &t); err != nil {
			return true, err
		}
		if key.Fifths == nil || *key.Fifths < -7 || *key.Fifths > 7 {
			return true, nil // signs of its own are those of no key that has a name
		}
		said := line.Signed(*key.Fifths, modes[strings.ToLower(strings.TrimSpace(key.Mode))])
		if p.key != nil && *p.key != said && len(p.notes) > 0 {
			s.left["later keys (their notes are kept)"]++
		} else {
			p.key = &said
		}
		return true, nil
	case "time":
		var meter struct {
			Beats string `xml:"beats"`
			Type  int    `xml:"beat-type"`
		}
		if err := d.DecodeElement(&meter, &t); err != nil {
			return true, err
		}
		over, err := strconv.Atoi(strings.TrimSpace(meter.Beats))
		if err != nil || over < 1 || meter.Type < 1 {
			return true, nil // such as 3+2: it is counted in quarter notes
		}
		if said := [2]int{over, meter.Type}; p.meter[0] > 0 && p.meter != said && len(p.notes) > 0 {
			s.left["later meters"]++
		} else {
			p.meter = said
		}
		return true, nil
	case "transpose":
		var by struct {
			Chromatic float64 `xml:"chromatic"`
			Octave    float64 `xml:"octave-change"`
		}
		err := d.DecodeElement(&by, &t)
		p.transpose = int(by.Chromatic) + 12*int(by.Octave)
		return true, err
	case "backup", "forward":
		var by struct {
			Duration float64 `xml:"duration"`
		}
		err := d.DecodeElement(&by, &t)
		if t.Name.Local == "backup" {
			by.Duration = -by.Duration
		}
		p.at = max(p.at+by.Duration/p.divisions, 0)
		return true, err
	case "note":
		var n noteRead
		if err := d.DecodeElement(&n, &t); err != nil {
			return true, err
		}
		if s.notes++; s.notes > maxReadNotes {
			return true, fmt.Errorf("it has more than %d notes", maxReadNotes)
		}
		return true, s.note(p, n)
	}
	return false, nil
}

// modes are the scales of the catalogue that a key may be in.
var modes = map[string]string{"major": "major", "ionian": "major", "minor": "natural-minor", "aeolian": "natural-minor",
	"dorian": "dorian", "phrygian": "phrygian", "lydian": "lydian", "mixolydian": "mixolydian", "locrian": "locrian"}

// nameOf is a step with what alters it; not valid where that has no sign.
func nameOf(step string, alter int) pitch.Name {
	sign := map[int]string{-2: "bb", -1: "b", 1: "#", 2: "##"}[alter]
	if sign == "" && alter != 0 {
		return pitch.Name{}
	}
	return pitch.MustParseName(step + sign)
}

func attribute(t xml.StartElement, name string) string {
	for _, a := range t.Attr {
		if a.Name.Local == name {
			return a.Value
		}
	}
	return ""
}

// part goes on with a part, which in a timewise score comes again in every measure.
func (s *scoreRead) part(id string) {
	p := s.parts[id]
	if p == nil {
		p = &partRead{id: id, order: len(s.parts), divisions: 1}
		s.parts[id] = p
	}
	s.current = p
}

// measure begins the next measure.
func (p *partRead) measure() {
	if p.measures++; p.measures == 2 {
		p.barLine = p.at
	}
}

// line is the single line of what was read.
func (s *scoreRead) line() (line.Line, error) {
	parts := make([]*partRead, 0, len(s.parts))
	for _, p := range s.parts {
		parts = append(parts, p)
	}
	slices.SortFunc(parts, func(a, b *partRead) int { return cmp.Or(len(b.notes)-len(a.notes), a.order-b.order) })
	if len(parts) == 0 || len(parts[0].notes) == 0 {
		return line.Line{}, errors.New("it has no notes: give a score with notes")
	}
	for _, p := range parts[1:] {
		if len(p.notes) > 0 {
			s.left["other parts"]++
		}
	}
	all := parts[0].notes
	voice := all[0].voice
	places := map[[2]float64]*neck.Place{}
	var notes []sounding
	other := map[string]bool{}
	for _, n := range all {
		if n.place != nil {
			places[[2]float64{n.at, float64(n.midi)}] = n.place
		}
		if n.voice == voice {
			notes = append(notes, n)
		} else {
			other[n.voice] = true
		}
	}
	if len(other) > 0 {
		s.left["other voices and staves"] += len(other)
	}
	slices.SortStableFunc(notes, func(a, b sounding) int { return cmp.Or(cmp.Compare(a.at, b.at), b.midi-a.midi) })
	first := notes[0].at
	out := line.Line{Title: s.title}
	for i, n := range notes {
		last := len(out.Notes) - 1
		switch {
		case i > 0 && n.at == notes[i-1].at:
			s.left["lower notes of chords"]++
			continue
		case n.tied && last >= 0 && out.Notes[last].MIDI == n.midi:
			out.Notes[last].Beats += n.beats
			continue
		}
		if len(out.Notes) == line.MaxNotes {
			return line.Line{}, fmt.Errorf("more than %d notes were given: give a shorter phrase", line.MaxNotes)
		}
		made := line.Note{MIDI: n.midi, At: n.at - first, Beats: n.beats, Name: n.name, Stroke: n.joined,
			Place: places[[2]float64{n.at, float64(n.midi)}]}
		if made.Place != nil {
			made.Finger = n.finger
		}
		out.Notes = append(out.Notes, made)
	}
	for what, n := range s.left {
		out.Left = append(out.Left, fmt.Sprintf("%d × %s", n, what))
	}
	slices.Sort(out.Left)
	if parts[0].transpose%12 == 0 { // else it is the key of a part that is written for another pitch
		out.Key = parts[0].key
	}
	if m := parts[0].meter; m[0] > 0 {
		const quarters = 4 // of a whole note
		out = out.WithPickUp(parts[0].barLine, quarters*float64(m[0])/float64(m[1]), first)
		return out.In(m[0], m[1]), nil
	}
	return out, nil
}
