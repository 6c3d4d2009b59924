package intake

import (
	"bytes"
	"path/filepath"
	"strings"

	"evenladder/core/brief"
	"evenladder/core/fault"
	"evenladder/core/phrase"
	"evenladder/format/smf"
	"evenladder/format/tab"
)

// MaxPhraseBytes is the largest file of a phrase.
const MaxPhraseBytes = 4 << 20

// Phrase reads a phrase out of a file or of what was typed, for the instrument and in the key and
// the naming of a brief: a Standard MIDI File, tab as text, or names and degrees in a line. What is
// wrong is a fault of field.
func Phrase(field, name string, data []byte, b brief.Brief) (phrase.Line, error) {
	if len(data) > MaxPhraseBytes {
		return phrase.Line{}, fault.At(field, "more than %d MB were given: give at most that", MaxPhraseBytes>>20)
	}
	if b.Scale == (brief.Scale{}) {
		b.Scale = brief.Scale{Tonic: "C", Name: "major"}
	}
	r, err := brief.Read(b)
	if err != nil {
		var faults fault.List
		if faults.Under("brief.", err); len(faults) > 0 {
			return phrase.Line{}, faults
		}
		return phrase.Line{}, err
	}
	var line phrase.Line
	switch text := string(data); {
	case bytes.HasPrefix(data, []byte("MThd")):
		line, err = smf.ReadPhrase(bytes.NewReader(data))
	case strings.Contains(text, "---") || strings.Contains(text, "|") && strings.Count(text, "\n") > 2:
		line, err = tab.Read(text, r.Neck.Tuning)
	default:
		line, err = phrase.Typed(text, r.Scale.Tonic, r.Naming)
	}
	if err != nil {
		return phrase.Line{}, fault.At(field, "%v", err)
	}
	if line.Title == "" && name != "" {
		line.Title = strings.TrimSuffix(filepath.Base(name), filepath.Ext(name))
	}
	return line, nil
}
