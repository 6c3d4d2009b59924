package tab

import (
	"cmp"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
)

// Limits of a text that is read.
const (
	maxTextBytes = 256 << 10
	maxFret      = 36
	unitBeats    = 0.5 // that the least distance between two notes lasts
)

// Read reads a single line of notes from tab as text: a line for each string, the highest on top,
// in as many systems as there are; other lines are passed over. Names before the lines are the
// tuning, with octaves or without; without names it is that of an instrument, string 1 last. Where
// two notes stand over each other the higher is taken, and the times are read from the distances,
// the usual one an eighth;
// what was left out is listed. Errors are line.At.
func Read(text string, like []pitch.Pitch) (line.Line, error) {
	if len(text) > maxTextBytes {
		return line.Line{}, line.At{Line: 1, Column: 1, Message: fmt.Sprintf("%d bytes were given: give %d at most",
			len(text), maxTextBytes)}
	}
	r := reader{left: map[string]int{}}
	systems := systemsOf(text)
	if len(systems) == 0 {
		return line.Line{}, line.At{Line: 1, Column: 1,
			Message: "it has no tab: give a line for each string, such as e|--5--8--|"}
	}
	tuning, err := tuningOf(systems[0], like)
	if err != nil {
		return line.Line{}, err
	}
	for _, s := range systems {
		if len(s) != len(tuning) {
			return line.Line{}, line.At{Line: s[0].number, Column: 1,
				Message: fmt.Sprintf("this system has %d lines, and the tuning %s: give a line for each string",
					len(s), english.Count(len(tuning), "string", "strings"))}
		}
		if err := r.system(s, tuning); err != nil {
			return line.Line{}, err
		}
	}
	if len(r.notes) == 0 {
		return line.Line{}, line.At{Line: systems[0][0].number, Column: 1, Message: "its lines have no frets"}
	}
	if len(r.notes) > line.MaxNotes {
		return line.Line{}, line.At{Line: 1, Column: 1, Message: fmt.Sprintf("%d notes were given: give %d at most",
			len(r.notes), line.MaxNotes)}
	}
	return line.Line{Notes: r.timed(), Left: r.leftOut()}, nil
}

// row is one line of a system.
type row struct {
	number int    // of the line in the text, from 1
	name   string // of its string, or empty
	body   string
	start  int // column of the body, from 1
}

// tabLine is a name, a bar, and what stands on a string.
var tabLine = regexp.MustCompile(
	`^(\s*)([A-Ha-h][#b♯♭]?[0-9]?)?\s*(\|{0,2}[:*]?)([-–—0-9hHpPsSbBrRtTvVxX/\\~^().<>|*: =]*)$`,
)

const leastDashes = 3

// systemsOf are the groups of lines that are tab.
func systemsOf(text string) (out [][]row) {
	var group []row
	flush := func() {
		if len(group) >= neck.MinStrings {
			out = append(out, group)
		}
		group = nil
	}
	for i, text := range strings.Split(strings.NewReplacer("\t", "    ", "\r", "", "–", "-", "—", "-", "♯", "#", "♭",
		"b").Replace(text), "\n") {
		m := tabLine.FindStringSubmatch(text)
		dashes := strings.Count(text, "-")
		if m == nil || dashes < leastDashes && (m[2] == "" || m[3] == "") {
			flush()
			continue
		}
		start := len(text) - len(m[4]) + 1
		group = append(group, row{i + 1, m[2], strings.TrimRight(m[4], " "), start})
	}
	flush()
	return out
}

// tuningOf is the tuning that the names before the lines say, or that of the instrument.
func tuningOf(s []row, like []pitch.Pitch) ([]pitch.Pitch, error) {
	words := make([]string, len(s))
	for i, on := range s {
		words[len(s)-1-i] = on.name
	}
	if slices.Contains(words, "") {
		if len(s) != len(like) {
			return nil, line.At{
				Line:   s[0].number,
				Column: 1,
				Message: fmt.Sprintf(
					"it has %d lines without names, and the instrument %s: name the strings before the lines, such as e|, or choose another instrument",
					len(s),
					english.Count(len(like), "string", "strings"),
				),
			}
		}
		return like, nil
	}
	for i, w := range words {
		words[i] = strings.NewReplacer("H", "B", "h", "b").Replace(w)
	}
	if len(like) != len(s) {
		like = usual(words)
	}
	tuning, err := neck.InferTuning(words, like)
	if err != nil {
		return nil, line.At{Line: s[0].number, Column: 1, Message: err.Error()}
	}
	return tuning, nil
}

// usual is the tuning of the first instrument whose open strings have these names; nil for none.
func usual(words []string) []pitch.Pitch {
	for _, in := range neck.Instruments() {
		if slices.EqualFunc(in.Tuning, words, func(p pitch.Pitch, w string) bool {
			name, err := pitch.ParseName(strings.TrimRight(w, "0123456789"))
			return err == nil && name == p.Name
		}) {
			return in.Tuning
		}
	}
	return nil
}

// fretted is a fret on a string at a column.
type fretted struct {
	at     float64 // columns from the start, bars not counted
	place  neck.Place
	midi   int
	number int        // of its line
	joined run.Stroke // to the note before on its string; empty where it is struck
}

type reader struct {
	notes []fretted
	wide  float64 // columns of the systems before
	left  map[string]int
}

// joinSigns are the signs between two notes of a string whose second isn't struck.
var joinSigns = map[byte]run.Stroke{
	'h':  run.Hammer,
	'H':  run.Hammer,
	'p':  run.Pull,
	'P':  run.Pull,
	'/':  run.Slide,
	'\\': run.Slide,
	's':  run.Slide,
	'S':  run.Slide,
}

// system reads the notes of one system.
func (r *reader) system(s []row, tuning []pitch.Pitch) error {
	longest := 0
	var found []fretted
	for i, on := range s {
		str := i + 1
		open := tuning[len(tuning)-str].MIDI()
		longest = max(longest, len(on.body))
		joined := run.Stroke("") // of the note that comes next on this string
		for at := 0; at < len(on.body); {
			c := on.body[at]
			switch {
			case c >= '0' && c <= '9':
				fret, end := number(on.body, at)
				if fret > maxFret || open+fret > pitch.MaxMIDI {
					return line.At{Line: on.number, Column: on.start + at,
						Message: fmt.Sprintf("fret %d was given: give one up to %d", fret, maxFret)}
				}
				found = append(
					found,
					fretted{float64(at), neck.Place{String: str, Fret: fret}, open + fret, on.number, joined},
				)
				at, joined = end, ""
			case joinSigns[c] != "":
				joined = joinSigns[c]
				at++
			case c == '~' || c == 'v' || c == 'V':
				r.left["vibratos"]++
				at++
			case c == 'b' || c == 'B' || c == '^' || c == 'r' || c == 'R':
				r.left["bends (first note only)"]++
				at++
				if at < len(on.body) && on.body[at] >= '0' && on.body[at] <= '9' { // where it is bent to
					_, at = number(on.body, at)
				}
			case c == 'x' || c == 'X':
				r.left["muted notes"]++
				at++
			case c == ':' || c == '*':
				r.left["repeats (played once)"]++
				at++
			default:
				at++
			}
		}
	}
	bars := barsOf(s)
	slices.SortStableFunc(found, func(a, b fretted) int { return cmp.Or(cmp.Compare(a.at, b.at), b.midi-a.midi) })
	for i, n := range found {
		if i > 0 && found[i-1].at == n.at {
			r.left["lower notes of chords"]++
			continue
		}
		before := 0
		for _, b := range bars {
			if float64(b) < n.at {
				before++
			}
		}
		n.at += r.wide - float64(before)
		r.notes = append(r.notes, n)
	}
	r.wide += float64(longest - len(bars))
	return nil
}

// number is a fret of one or two digits, and where it ends.
func number(s string, at int) (fret, end int) {
	fret, end = int(s[at]-'0'), at+1
	if end < len(s) && s[end] >= '0' && s[end] <= '9' && fret > 0 {
		fret, end = fret*10+int(s[end]-'0'), end+1
	}
	return fret, end
}

// barsOf are the columns that are a bar line on every string.
func barsOf(s []row) (out []int) {
	for at := range s[0].body {
		if !slices.ContainsFunc(s, func(l row) bool { return at >= len(l.body) || l.body[at] != '|' }) {
			out = append(out, at)
		}
	}
	return out
}

// timed gives the notes their times: the usual distance between two is an eighth.
func (r *reader) timed() []line.Note {
	var gaps []float64
	for i := 1; i < len(r.notes); i++ {
		gaps = append(gaps, r.notes[i].at-r.notes[i-1].at)
	}
	slices.Sort(gaps)
	out := make([]line.Note, len(r.notes))
	at := 0.0
	for i, n := range r.notes {
		beats := unitBeats
		if i+1 < len(r.notes) {
			beats = max(math.Round((r.notes[i+1].at-n.at)/gaps[(len(gaps)-1)/2]), 1) * unitBeats
		}
		place := n.place
		out[i] = line.Note{MIDI: n.midi, At: at, Beats: beats, Place: &place, Stroke: n.joined}
		at += beats
	}
	return out
}

// leftOut says what was left out, in a fixed order.
func (r *reader) leftOut() []string {
	var out []string
	for what, n := range r.left {
		out = append(out, fmt.Sprintf("%d × %s", n, what))
	}
	slices.Sort(out)
	return append(out, "timing is read from the spacing of the notes")
}
