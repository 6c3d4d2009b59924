package intake

import (
	"bytes"
	"path/filepath"
	"slices"
	"strings"

	"evenladder/core/brief"
	"evenladder/core/fault"
	"evenladder/core/line"
	"evenladder/format/abc"
	"evenladder/format/musicxml"
	"evenladder/format/smf"
	"evenladder/format/tab"
)

// MaxPhraseBytes is the largest file of a phrase.
const MaxPhraseBytes = 4 << 20

// phraseReader reads a phrase in one way of writing; is says whether a file is written so.
type phraseReader struct {
	is   func(data []byte) bool
	read func(data []byte, r brief.Reading) (line.Line, error)
}

// phraseReaders are all ways, the surest signs first; what is none of them was typed.
var phraseReaders = []phraseReader{
	{begins("MThd"), func(data []byte, _ brief.Reading) (line.Line, error) { return smf.ReadPhrase(bytes.NewReader(data)) }},
	{begins("PK"), func(data []byte, _ brief.Reading) (line.Line, error) { return musicxml.Read(data) }},
	{begins("<"), func(data []byte, _ brief.Reading) (line.Line, error) { return musicxml.Read(data) }},
	{hasField("K:"), func(data []byte, _ brief.Reading) (line.Line, error) { return abc.Read(string(data)) }},
	{isTab, func(data []byte, r brief.Reading) (line.Line, error) { return tab.Read(string(data), r.Neck.Tuning) }},
	{func([]byte) bool { return true }, func(data []byte, r brief.Reading) (line.Line, error) {
		return line.Typed(string(data), r.Scale.Tonic, r.Naming)
	}},
}

func readerOf(data []byte) func([]byte, brief.Reading) (line.Line, error) {
	i := slices.IndexFunc(phraseReaders, func(r phraseReader) bool { return r.is(data) })
	return phraseReaders[i].read
}

func begins(with string) func([]byte) bool {
	return func(data []byte) bool { return bytes.HasPrefix(bytes.TrimLeft(data, " \t\r\n\ufeff"), []byte(with)) }
}

// hasField reports whether a line of a text begins with a field of ABC.
func hasField(field string) func([]byte) bool {
	return func(data []byte) bool {
		return bytes.HasPrefix(data, []byte(field)) || bytes.Contains(data, []byte("\n"+field))
	}
}

// isTab reports whether a text has lines of tab: dashes in a row, or bars on several lines.
func isTab(data []byte) bool {
	return bytes.Contains(data, []byte("---")) || bytes.Count(data, []byte("|")) > 2 && bytes.Count(data, []byte("\n")) > 2
}

// Phrase reads a phrase out of a file or of what was typed, for the instrument and in the key and
// the naming of a brief: MusicXML, compressed or not, a Standard MIDI File, ABC, tab as text, or
// names and degrees in a line. What is wrong is a fault of field.
func Phrase(field, name string, data []byte, b brief.Brief) (line.Line, error) {
	if len(data) > MaxPhraseBytes {
		return line.Line{}, fault.At(field, "more than %d MB were given: give at most that", MaxPhraseBytes>>20)
	}
	if b.Scale == (brief.Scale{}) {
		b.Scale = brief.Scale{Tonic: "C", Name: "major"}
	}
	r, err := brief.Read(b)
	if err != nil {
		var faults fault.List
		if faults.Under("brief.", err); len(faults) > 0 {
			return line.Line{}, faults
		}
		return line.Line{}, err
	}
	read, err := readerOf(data)(data, r)
	if err != nil {
		return line.Line{}, fault.At(field, "%v", err)
	}
	if read.Title == "" && name != "" {
		read.Title = strings.TrimSuffix(filepath.Base(name), filepath.Ext(name))
	}
	return read, nil
}
