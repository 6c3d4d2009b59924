package abc

import (
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/music/line"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
)

// Limits of a text that is read.
const maxTextBytes = 1 << 20

// middleC is the MIDI number of the letter C without an octave mark.
const middleC = 60

// Read reads a phrase out of ABC notation (2.1): the first tune and its first voice, the highest
// note of a chord. Repeats are played once, grace notes and words left out; what was left out is
// listed. Errors are line.At.
func Read(text string) (line.Line, error) {
	if len(text) > maxTextBytes {
		return line.Line{}, line.At{Line: 1, Column: 1, Message: fmt.Sprintf("%d bytes were given: give %d at most",
			len(text), maxTextBytes)}
	}
	r := reader{unit: 0, meter: 1, left: map[string]int{}, bar: map[string]int{}, stretch: 1}
	for i, of := range strings.Split(strings.ReplaceAll(text, "\r", ""), "\n") {
		r.row, r.text, r.at = i+1, of, 0
		if done, err := r.line(); err != nil {
			return line.Line{}, err
		} else if done {
			break
		}
	}
	if len(r.out.Notes) == 0 {
		return line.Line{}, line.At{Line: 1, Column: 1,
			Message: "it has no notes: give a tune with its K: field and its notes"}
	}
	first := r.out.Notes[0].At
	for i := range r.out.Notes {
		r.out.Notes[i].At -= first
	}
	r.out = r.out.WithPickUp(r.barLine, r.meter*quartersOfWhole, first)
	for what, n := range r.left {
		r.out.Left = append(r.out.Left, fmt.Sprintf("%d × %s", n, what))
	}
	slices.Sort(r.out.Left)
	r.out.Staff = !r.octaves
	if r.over[0] > 0 {
		return r.out.In(r.over[0], r.over[1]), nil
	}
	return r.out, nil
}

type reader struct {
	out      line.Line
	row      int
	text     string
	at       int // of the text
	begun    bool
	voice    string // that is read
	now      string // that is written
	unit     float64
	meter    float64 // of a bar in whole notes
	over     [2]int  // the meter as it is written; zeros where none is
	key      map[byte]int
	bar      map[string]int // accidentals that hold until the bar line, by letter and octave
	time     float64        // in quarter notes
	tied     bool
	last     string // letter and octave of the note before, and its accidental
	lastSign int
	broken   float64 // factor for the next note
	stretch  float64 // of a tuplet
	inside   int     // notes left in a tuplet
	left     map[string]int
	joined   run.Stroke // of the next note
	barred   bool       // a bar line came, at barLine
	barLine  float64
	lower    int  // semitones that the clef takes off
	raised   int  // semitones that a field adds
	octaves  bool // one of the two is said
}

func (r *reader) wrong(format string, args ...any) error {
	return line.At{Line: r.row, Column: r.at + 1, Message: fmt.Sprintf(format, args...)}
}

// line reads one line; done says that the first tune is over.
func (r *reader) line() (done bool, err error) {
	trimmed := strings.TrimSpace(r.text)
	switch {
	case trimmed == "":
		return r.begun && len(r.out.Notes) > 0, nil
	case strings.HasPrefix(trimmed, "%"):
		return false, nil
	case len(trimmed) > 1 && trimmed[1] == ':' && (trimmed[0] >= 'A' && trimmed[0] <= 'Z' || trimmed[0] >= 'a' &&
		trimmed[0] <= 'z'):
		value, _, _ := strings.Cut(trimmed[2:], "%")
		if trimmed[0] == 'X' && r.begun {
			return true, nil
		}
		return false, r.field(trimmed[0], strings.TrimSpace(value))
	case !r.begun:
		return false, nil // what stands before the head of a tune
	}
	if cut := strings.Index(r.text, "%"); cut >= 0 {
		r.text = r.text[:cut]
	}
	return false, r.music()
}

// field reads a field of information.
func (r *reader) field(name byte, value string) error {
	switch name {
	case 'T':
		if r.out.Title == "" {
			r.out.Title = value
		}
	case 'M':
		r.meter = 1
		switch value {
		case "C":
			value = "4/4"
		case "C|":
			value = "2/2"
		}
		if over, under, ok := strings.Cut(value, "/"); ok {
			a, err1 := strconv.Atoi(strings.Trim(over, "()+ "))
			b, err2 := strconv.Atoi(under)
			if err1 == nil && err2 == nil && a > 0 && b > 0 {
				r.meter = float64(a) / float64(b)
				if len(r.out.Notes) > 0 && r.over != [2]int{a, b} {
					r.left["later meters"]++
				} else {
					r.over = [2]int{a, b}
				}
			}
		}
	case 'L':
		over, under, ok := strings.Cut(value, "/")
		a, err1 := strconv.Atoi(strings.TrimSpace(over))
		b, err2 := 1, error(nil)
		if ok {
			b, err2 = strconv.Atoi(strings.TrimSpace(under))
		}
		if err1 != nil || err2 != nil || a < 1 || b < 1 || b > 512 {
			return r.wrong("%.24q isn't a note length: give a fraction of a whole note, such as L:1/8", value)
		}
		r.unit = float64(a) / float64(b)
	case 'K':
		r.begun = true
		r.clef(value)
		signs, key, err := keySigns(value)
		if err != nil {
			return r.wrong("%v", err)
		}
		if r.key != nil && len(r.out.Notes) > 0 && !maps.Equal(r.key, signs) {
			r.left["later keys (their notes are kept)"]++
		} else {
			r.out.Key = key
		}
		r.key = signs
	case 'V':
		id, _, _ := strings.Cut(value, " ")
		if r.voice == "" || r.voice == id {
			r.clef(value)
		}
		if r.voice == "" {
			r.voice = id
		}
		if r.now = id; id != r.voice {
			r.left["other voices"]++
		}
	case 'w', 'W':
		r.left["lyrics"]++
	}
	return nil
}

// clef reads how the notes under a clef sound: an octave lower or higher than written where it has an 8, and where the
// field says so by itself. K:D clef=bass-8 octave=1
func (r *reader) clef(value string) {
	for _, field := range strings.Fields(value) {
		name, of, named := strings.Cut(field, "=")
		if !named {
			name, of = "clef", field // treble-8 may stand alone
		}
		switch n, err := strconv.Atoi(of); {
		case name == "clef" && strings.HasSuffix(of, "-8"):
			r.lower, r.octaves = octave, true
		case name == "clef" && strings.HasSuffix(of, "+8"):
			r.lower, r.octaves = -octave, true
		case name == "clef" && named:
			r.lower = 0
		case name == "octave" && err == nil && n >= -4 && n <= 4:
			r.raised, r.octaves = n*octave, true
		}
	}
}

const octave = 12

// upper is a letter as a capital.
func upper(c byte) byte { return c &^ 0x20 }

func isDigit(c byte) bool { return c >= '0' && c <= '9' }

// firstBar notes where the first bar line stands.
func (r *reader) firstBar() {
	if r.barred || r.time == 0 {
		return
	}
	r.barred, r.barLine = true, r.time
}

// joinWords are the annotations of a note that isn't struck, as this program writes them.
var joinWords = map[string]run.Stroke{"h": run.Hammer, "po": run.Pull, "sl": run.Slide}

// notOrnaments are decorations that say how loud or with which finger: nothing of the phrase is lost without them.
var notOrnaments = regexp.MustCompile(`^([0-5]|p+|m?f+|mp|sfz|accent|>|emphasis|<?\(|<?\)|[<>][()])$`)

// decoration takes in what stands above or below the next note.
func (r *reader) decoration(c byte, text string) {
	if c == '"' {
		words := strings.Fields(strings.TrimLeft(text, "^_<>@"))
		if len(words) > 0 {
			if as := joinWords[words[len(words)-1]]; as != "" && strings.HasPrefix(text, "_") {
				r.joined = as
			}
		}
		return
	}
	if !notOrnaments.MatchString(text) {
		r.left["ornaments"]++
	}
}

// quartersOfWhole is how many quarter notes a whole one has.
const quartersOfWhole = 4

// music reads the notes of a line.
func (r *reader) music() error {
	for r.at < len(r.text) {
		c := r.text[r.at]
		switch {
		case c == '|' || c == ':':
			if c == ':' {
				r.left["repeats (played once)"]++
			}
			clear(r.bar)
			r.firstBar()
			r.at++
		case c == '"' || c == '!' || c == '+':
			end := strings.IndexByte(r.text[r.at+1:], c)
			if end < 0 {
				return r.wrong("there is no closing %c: add it", c)
			}
			r.decoration(c, r.text[r.at+1:r.at+1+end])
			r.at += end + 2
		case c == '~' || c == '.' && r.at+1 < len(r.text) && isNote(r.text[r.at+1]):
			r.left["ornaments"]++
			r.at++
		case c == '{':
			end := strings.IndexByte(r.text[r.at:], '}')
			if end < 0 {
				return r.wrong("there is no }: close the grace notes")
			}
			r.left["grace notes"]++
			r.at += end + 1
		case c == '[' && r.at+2 < len(r.text) && r.text[r.at+2] == ':':
			end := strings.IndexByte(r.text[r.at:], ']')
			if end < 0 {
				return r.wrong("there is no ]: close the field")
			}
			if err := r.field(r.text[r.at+1], strings.TrimSpace(r.text[r.at+3:r.at+end])); err != nil {
				return err
			}
			r.at += end + 1
		case c == '[' && r.at+1 < len(r.text) && isNote(r.text[r.at+1]):
			if err := r.chord(); err != nil {
				return err
			}
		case c == '(' && r.at+1 < len(r.text) && r.text[r.at+1] >= '2' && r.text[r.at+1] <= '9':
			r.tuplet()
		case c == '>' || c == '<':
			r.dotted(c)
		case c == '-':
			r.tied = true
			r.at++
		case isNote(c):
			note, err := r.pitch()
			if err != nil {
				return err
			}
			if err := r.add(note, r.length()); err != nil {
				return err
			}
		case c == 'z' || c == 'x' || c == 'Z' || c == 'X':
			r.at++
			beats := r.length()
			if c == 'Z' || c == 'X' {
				beats = beats / r.beat() * r.meter * 4
			}
			r.rest(beats)
		default:
			r.at++
		}
	}
	return nil
}

func isNote(c byte) bool {
	return c >= 'A' && c <= 'G' || c >= 'a' && c <= 'g' || c == '^' || c == '_' || c == '='
}

// pitch reads a note without its length.
func (r *reader) pitch() (note line.Note, err error) {
	sign, signed := 0, false
	for r.at < len(r.text) && strings.IndexByte("^_=", r.text[r.at]) >= 0 {
		signed = true
		switch r.text[r.at] {
		case '^':
			sign++
		case '_':
			sign--
		}
		r.at++
	}
	if from := r.at; signed && r.at < len(r.text) && (r.text[r.at] == '/' || isDigit(r.text[r.at])) {
		for r.at < len(r.text) && (r.text[r.at] == '/' || isDigit(r.text[r.at])) {
			r.at++
		}
		if strings.Contains(r.text[from:r.at], "/") {
			r.left["quarter-tone accidentals"]++
			sign = 0
		}
	}
	if r.at >= len(r.text) || !isNote(r.text[r.at]) || sign < -2 || sign > 2 {
		return note, r.wrong("there is no note after an accidental: give a letter from A to G")
	}
	c := r.text[r.at]
	r.at++
	high := 0
	letter := c
	if c >= 'a' {
		letter, high = c-'a'+'A', 1
	}
	for r.at < len(r.text) && (r.text[r.at] == ',' || r.text[r.at] == '\'') {
		if r.text[r.at] == ',' {
			high--
		} else {
			high++
		}
		r.at++
	}
	place := fmt.Sprintf("%c%d", letter, high)
	if signed {
		r.bar[place] = sign
	} else if r.tied && place == r.last {
		sign = r.lastSign // a tie carries it over the bar line
	} else if held, ok := r.bar[place]; ok {
		sign = held
	} else {
		sign = r.key[letter]
	}
	r.last, r.lastSign = place, sign
	note.MIDI = middleC + octave*high + pitch.MustParseName(string(letter)).Class() + sign - r.lower + r.raised
	if note.MIDI < 0 || note.MIDI > pitch.MaxMIDI {
		return note, r.wrong("%c is out of range: give a pitch that can be played", c)
	}
	note.Name = pitch.MustParseName(string(letter) + accidentals[sign])
	return note, nil
}

// accidentals by how much they alter a note.
var accidentals = map[int]string{-2: "bb", -1: "b", 0: "", 1: "#", 2: "##"}

// chord takes the highest note of a chord.
func (r *reader) chord() error {
	r.at++
	best, n := line.Note{MIDI: -1}, 0
	inner := 0.0
	for r.at < len(r.text) && r.text[r.at] != ']' {
		if !isNote(r.text[r.at]) {
			r.at++
			continue
		}
		note, err := r.pitch()
		if err != nil {
			return err
		}
		if beats := r.length(); inner == 0 {
			inner = beats
		}
		if note.MIDI > best.MIDI {
			best = note
		}
		n++
	}
	if r.at == len(r.text) {
		return r.wrong("there is no ]: close the chord")
	}
	r.at++
	if n == 0 {
		return nil
	}
	if n > 1 {
		r.left["lower notes of chords"] += n - 1
	}
	return r.add(best, inner*r.length()/r.beat())
}

func (r *reader) rest(beats float64) {
	if r.now == r.voice {
		r.time += r.scaled(beats)
	}
	r.tied = false
}

// add takes in a note of the voice that is read.
func (r *reader) add(note line.Note, beats float64) error {
	beats = r.scaled(beats)
	if r.now != r.voice {
		return nil
	}
	last := len(r.out.Notes) - 1
	if r.tied && last >= 0 && r.out.Notes[last].MIDI == note.MIDI {
		r.out.Notes[last].Beats += beats
	} else {
		if len(r.out.Notes) == line.MaxNotes {
			return r.wrong("more than %d notes were given: give a shorter phrase", line.MaxNotes)
		}
		note.At, note.Beats, note.Stroke = r.time, beats, r.joined
		r.out.Notes = append(r.out.Notes, note)
	}
	r.time += beats
	r.tied, r.joined = false, ""
	return nil
}
