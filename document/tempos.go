package document

import (
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/music/rhythm"
)

// mostTempos is how many files a request makes at most.
const mostTempos = 3

// three asks for the tempo of the brief and two to come to it by.
const three = "three"

// stepsTo are the shares of a tempo, in percent, that it is come to by.
var stepsTo = [mostTempos]int{60, 80, 100}

// temposOf reads tempos in bpm with commas between them, or the word three; own is that of the brief.
func temposOf(text string, own int) ([]int, error) {
	if strings.TrimSpace(text) == three {
		var out []int
		for _, share := range stepsTo {
			out = append(out, max((own*share+50)/100, rhythm.MinTempoBPM))
		}
		return slices.Compact(out), nil
	}
	words := strings.Split(text, ",")
	if len(words) > mostTempos {
		return nil, fault.At("tempos", "%d were given: give %d at most", len(words), mostTempos)
	}
	out := make([]int, len(words))
	for i, word := range words {
		bpm, err := strconv.Atoi(strings.TrimSpace(word))
		if err != nil {
			return nil, fault.At(
				"tempos",
				"%q was given: give “three”, or whole numbers with commas between them, as 60,72,84",
				word,
			)
		}
		if bpm < rhythm.MinTempoBPM || bpm > rhythm.MaxTempoBPM {
			return nil, fault.At("tempos", "%v", fault.Outside(bpm, rhythm.MinTempoBPM, rhythm.MaxTempoBPM))
		}
		out[i] = bpm
	}
	return out, nil
}

// at is a source at another tempo.
func (s Source) at(bpm int) Source {
	s.Piece.Rhythm.TempoBPM = bpm
	return s
}

// inTurn writes a source at several tempos, each to a file of an archive; at one it is the file itself.
func (f Format) inTurn(s Source, o Options) (File, error) {
	tempos, err := temposOf(o.Tempos, s.Piece.Rhythm.TempoBPM)
	if err != nil {
		return File{}, err
	}
	o.Tempos = ""
	if len(tempos) == 1 {
		return f.Write(s.at(tempos[0]), o)
	}
	files := make([]File, len(tempos))
	for i, bpm := range tempos {
		file, err := f.Write(s.at(bpm), o)
		if err != nil {
			return File{}, err
		}
		file.Name = s.Name + "-" + strconv.Itoa(bpm) + "." + f.extension()
		files[i] = file
	}
	return zippedFiles(s.Name, files)
}
