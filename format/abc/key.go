package abc

import (
	"fmt"
	"strings"

	"evenladder/core/music/line"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// modes by the first three letters of their names, with the scale of the catalogue.
var modes = map[string]string{"": "major", "maj": "major", "ion": "major", "m": "natural-minor",
	"min": "natural-minor", "aeo": "natural-minor", "dor": "dorian", "phr": "phrygian", "lyd": "lydian",
	"mix": "mixolydian", "loc": "locrian"}

// keySigns are the signs of a key by letter, and the key where one is named.
func keySigns(value string) (out map[byte]int, key *line.Key, err error) {
	out = map[byte]int{}
	fields := strings.Fields(value)
	if len(fields) == 0 || fields[0] == "none" || strings.Contains(fields[0], "=") {
		return out, nil, nil
	}
	if fields[0] == "HP" || fields[0] == "Hp" {
		return map[byte]int{'F': 1, 'C': 1}, nil, nil
	}
	// Signs of its own stand behind the key, each before its letter.
	own := ""
	if at := strings.IndexAny(value, "^_"); at >= 0 {
		value, own = value[:at], value[at:]
		if fields = strings.Fields(value); len(fields) == 0 {
			fields = []string{"C"}
		}
	}
	word := strings.NewReplacer("♯", "#", "♭", "b").Replace(fields[0])
	end := 1
	if len(word) > 1 && (word[1] == '#' || word[1] == 'b') {
		end = 2
	}
	tonic, err := pitch.ParseName(word[:end])
	if err != nil {
		return nil, nil, fmt.Errorf("%.24q isn't a key: give one such as K:Eb or K:Ador", value)
	}
	mode := strings.ToLower(word[end:])
	if mode == "" && len(fields) > 1 && !strings.Contains(fields[1], "=") {
		mode = strings.ToLower(fields[1])
	}
	if len(mode) > 3 {
		mode = mode[:3]
	}
	id, ok := modes[mode]
	if !ok {
		return nil, nil, fmt.Errorf("%.24q isn't a key: give a mode such as maj, min, dor or mix after the tonic", value)
	}
	s, err := scale.FromCatalogue(tonic, id)
	if err != nil {
		return nil, nil, err
	}
	for _, a := range s.KeySignature().Accidentals {
		name := pitch.MustParseName(a)
		out[name.Letter()] = name.Accidental()
	}
	sign := 0
	for i := range len(own) {
		switch c := own[i]; {
		case c == '^':
			sign++
		case c == '_':
			sign--
		case sign != 0 && isNote(c):
			out[upper(c)] = min(max(sign, -2), 2)
			sign = 0
		}
	}
	if strings.ContainsAny(own, "^_") {
		return out, nil, nil // signs of its own are those of no key that has a name
	}
	return out, &line.Key{Tonic: tonic, Mode: id, Fifths: s.Fifths()}, nil
}
