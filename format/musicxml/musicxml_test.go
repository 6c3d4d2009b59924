package musicxml

import (
	"bytes"
	"encoding/xml"
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/score"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// read is what a test looks at of a score.
type read struct {
	Measures []struct {
		Number   int    `xml:"number,attr"`
		Implicit string `xml:"implicit,attr"`
		Harmony  []struct {
			Step  string `xml:"root>root-step"`
			Alter int    `xml:"root>root-alter"`
			Kind  string `xml:"kind"`
		} `xml:"harmony"`
		Barline string   `xml:"barline>bar-style"`
		Capo    int      `xml:"attributes>staff-details>capo"`
		Tuning  []string `xml:"attributes>staff-details>staff-tuning>tuning-step"`
		Words   []string `xml:"direction>direction-type>words"`
		Notes   []struct {
			Cue        *struct{} `xml:"cue"`
			Accidental string    `xml:"accidental"`
			Beams      []string  `xml:"beam"`
			Tuplets    []struct {
				Type string `xml:"type,attr"`
			} `xml:"notations>tuplet"`
			Slurs []struct {
				Type string `xml:"type,attr"`
			} `xml:"notations>slur"`
			Accents  []struct{} `xml:"notations>articulations>accent"`
			Actual   int        `xml:"time-modification>actual-notes"`
			Step     string     `xml:"pitch>step"`
			Duration int        `xml:"duration"`
			Staff    int        `xml:"staff"`
			Tied     []struct {
				Type string `xml:"type,attr"`
			} `xml:"tie"`
			Finger string `xml:"notations>technical>fingering"`
			Pluck  string `xml:"notations>technical>pluck"`
			Hammer []struct {
				Type string `xml:"type,attr"`
			} `xml:"notations>technical>hammer-on"`
		} `xml:"note"`
	} `xml:"part>measure"`
	Part    string   `xml:"part-list>score-part>part-name"`
	Program int      `xml:"part-list>score-part>midi-instrument>midi-program"`
	Credits []string `xml:"credit>credit-words"`
	Title   string   `xml:"identification>miscellaneous>miscellaneous-field"`
}

func written(t *testing.T, brief string) (plan.Plan, read) {
	t.Helper()
	p := plantest.Build(t, brief)
	var b bytes.Buffer
	require.NoError(t, Write(&b, score.Of(p.Piece())))
	var r read
	d := xml.NewDecoder(&b)
	require.NoError(t, d.Decode(&r))
	return p, r
}

// Both staves fill every bar, whatever the subdivision; a pick-up holds its
// notes alone.
func TestStavesFillBars(t *testing.T) {
	for _, rhythm := range []string{`{"perBeat": 5}`, `{"perBeat": 6, "pickUp": 2}`, `{"meter": "9/8", "perBeat": 4}`,
		`{"meter": "6/8", "perBeat": 5}`} {
		p, r := written(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Db", "name": "dorian"}, "rhythm": `+rhythm+`}`)
		beat := divisions
		if p.Brief.Rhythm.Meter != "" {
			beat = divisions * 3 / 2
		}
		for _, m := range r.Measures {
			var length [3]int
			for _, n := range m.Notes {
				length[n.Staff] += n.Duration
			}
			assert.Equal(t, length[1], length[2])
			want := beat * *p.Brief.Rhythm.BeatsPerBar
			if m.Implicit == "yes" {
				assert.Zero(t, m.Number)
				want = 2 * beat / 6
			}
			assert.Equal(t, want, length[1], "%s, bar %d", rhythm, m.Number)
		}
	}
}

// The last note held to the bar line is a chain of ties that ends.
func TestALongLastNoteIsTied(t *testing.T) {
	p, r := written(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "F", "name": "lydian"}, "layout": {"system": "three-per-string"}, "run": {"direction": "up", "fit": "long-last"}, "rhythm": {"perBeat": 3}}`)
	starts, stops, fingers := 0, 0, 0
	for _, m := range r.Measures {
		for _, n := range m.Notes {
			for _, tie := range n.Tied {
				starts += strings.Count(tie.Type, "start")
				stops += strings.Count(tie.Type, "stop")
			}
			if n.Finger != "" {
				fingers++
			}
		}
	}
	assert.Equal(t, starts, stops)
	assert.Positive(t, starts)
	assert.Equal(t, len(p.Run.Events), fingers, "a finger for each struck note, none for what is tied on")
}

// Every hammer begins on one note and ends on the next, in the notation only;
// plucked notes say their finger; what is typed is escaped.
func TestHammersAndPlucks(t *testing.T) {
	p, r := written(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Db", "name": "dorian"}, "run": {"direction": "up"}, "picking": "legato"}`)
	ends := map[string]int{}
	for _, m := range r.Measures {
		for _, n := range m.Notes {
			for _, h := range n.Hammer {
				ends[h.Type]++
				assert.Equal(t, 1, n.Staff)
			}
		}
	}
	hammers := 0
	for _, e := range p.Run.Events {
		hammers += strings.Count(string(e.Stroke), "hammer")
	}
	assert.Equal(t, map[string]int{"start": hammers, "stop": hammers}, ends)

	plucked, bells := written(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "F", "name": "major"}, "layout": {"system": "campanella"}}`)
	k := 0
	for _, m := range bells.Measures {
		for _, n := range m.Notes {
			if n.Staff == 1 && n.Step != "" {
				assert.Equal(t, string(plucked.Run.Events[k].Stroke), n.Pluck)
				k++
			}
		}
	}
	assert.Equal(t, plucked.Sentence, bells.Title)
	// MusicXML 4.0, kind-value: the names of the kinds of chord.
	chords, harmony := written(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "F#", "name": "natural-minor"}, "run": {"pattern": "arpeggios", "chords": [1, 2, 6]}}`)
	var symbols []string
	for _, m := range harmony.Measures {
		for _, h := range m.Harmony {
			symbols = append(symbols, h.Step+strings.Repeat("#", h.Alter)+" "+h.Kind)
		}
	}
	assert.Equal(t, []string{"F# minor", "G# diminished", "D major"}, symbols, chords.Sentence)
	var e elements
	e.leaf("words", `a < b & "c"`)
	assert.Equal(t, "<words>a &lt; b &amp; &#34;c&#34;</words>\n", e.String())
}

// What a reader has to see: accidentals at the notes that need one, tuplets that
// end where they begin, beams by the beat, accents where they are asked for, one
// staff that sounds, and a bar line at the end.
func TestWhatIsSeen(t *testing.T) {
	for _, rhythm := range []string{`{"perBeat": 3, "pickUp": 1}`, `{"perBeat": 3, "pickUp": 2}`,
		`{"perBeat": 5, "pickUp": 4}`, `{"perBeat": 6}`, `{"perBeat": 4}`, `{"meter": "12/8", "perBeat": 6}`} {
		p, r := written(t, `{"instrument": {"id": "guitar", "capo": 2}, "scale": {"tonic": "Db", "name": "harmonic-minor"}, "run": {"fit": "rests"}, "rhythm": `+rhythm+`}`)
		accidentals, open := 0, 0
		beams := map[string]int{}
		for i, m := range r.Measures {
			assert.Equal(t, i == len(r.Measures)-1, m.Barline == "light-heavy")
			for _, n := range m.Notes {
				assert.Equal(t, n.Staff == 2 && n.Step != "", n.Cue != nil, "the tab does not sound")
				assert.Empty(t, n.Accents)
				for _, tuplet := range n.Tuplets {
					open += map[string]int{"start": 1, "stop": -1}[tuplet.Type]
					assert.Positive(t, n.Actual)
					assert.True(t, open == 0 || tuplet.Type == "start")
				}
				if n.Accidental != "" {
					accidentals++
				}
				if len(n.Beams) > 0 {
					beams[n.Beams[0]]++
				}
			}
			assert.Zero(t, open, "tuplets end within the bar: %s", rhythm)
		}
		assert.Positive(t, accidentals, "C natural in D flat minor")
		assert.Equal(t, beams["begin"], beams["end"])
		assert.Positive(t, beams["begin"])
		assert.Equal(t, []any{"Guitar", 26, 2, "EADGBE"}, []any{r.Part, r.Program, r.Measures[0].Capo,
			strings.Join(r.Measures[0].Tuning, "")}, "the tuning without the capo, and the capo")
		assert.Equal(t, p.Sentence, strings.Join(r.Credits[1:], " "))
		for _, line := range r.Credits {
			assert.LessOrEqual(t, utf8.RuneCountInString(line), charactersToALine)
		}
	}
	_, accents := written(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Db", "name": "dorian"}, "rhythm": {"accentEvery": 3}}`)
	assert.NotEmpty(t, accents.Measures[0].Notes[0].Accents)
	_, bowed := written(t, `{"instrument": {"id": "upright-bass"}, "scale": {"tonic": "Db", "name": "dorian"}, "picking": "bowed-4"}`)
	assert.Equal(t, "start", bowed.Measures[0].Notes[0].Slurs[0].Type)
	assert.Equal(t, "stop", bowed.Measures[0].Notes[3].Slurs[0].Type)
}
