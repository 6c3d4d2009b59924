package intake_test

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/take"
	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/intake"
	"evenladder/internal/plantest"
)

// examples are the tunes that come with Debian's abcmidi (GPL-2+; read where they are installed,
// none is kept here).
const examples = "/usr/share/doc/abcmidi/examples"

var onGuitar = brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "C", Name: "major"}}

func readFile(t *testing.T, name string) line.Line {
	t.Helper()
	data, err := os.ReadFile(name)
	require.NoError(t, err)
	l, err := intake.Phrase("file", name, data, onGuitar)
	require.NoError(t, err, name)
	return l
}

// run runs a reference program, which make test installs.
func run(t *testing.T, dir, name string, args ...string) {
	t.Helper()
	cmd := exec.Command(name, args...)
	cmd.Dir = dir
	out, err := cmd.CombinedOutput()
	require.NoError(t, err, "%s: %s", name, out)
}

func same(t *testing.T, want, got line.Line, what string) {
	t.Helper()
	require.Len(t, got.Notes, len(want.Notes), what)
	for i, n := range want.Notes {
		require.Equal(t, n.MIDI, got.Notes[i].MIDI, "note %d of %s", i+1, what)
		require.InDelta(t, n.At, got.Notes[i].At, 0.02, "note %d of %s", i+1, what)
	}
}

// Tunes written by others are read: their notes, or why not, with the line and the column.
func TestTunesOfOthers(t *testing.T) {
	files, err := filepath.Glob(examples + "/*.abc")
	require.NoError(t, err)
	require.GreaterOrEqual(t, len(files), 8, "abcmidi's examples, which make test installs")
	readable := 0
	for _, name := range files {
		data, err := os.ReadFile(name)
		require.NoError(t, err)
		l, err := intake.Phrase("file", name, data, onGuitar)
		if err != nil {
			assert.Regexp(t, `line \d+, column \d+`, err.Error(), name)
			continue
		}
		readable++
		assert.NotEmpty(t, l.Title, name)
		assert.True(t, slices.IsSortedFunc(l.Notes, func(a, b line.Note) int {
			if a.At < b.At {
				return -1
			}
			return 1
		}), name)
	}
	assert.GreaterOrEqual(t, readable, 8, "drums alone are no phrase")
}

// tunes are single lines written for this test, with what such files have: ties, dots, triplets,
// broken rhythm, signs that hold for the bar, other lengths, other keys.
var tunes = []string{
	"M:4/4\nL:1/8\nK:Gm\nG2 B>c d2 (3efg | f4- f2 z d | =B2 B2 _B4 |]",
	"M:6/8\nL:1/8\nK:Edor\nE2F GAB | c3 B2A | e6 |]",
	"M:3/4\nL:1/16\nK:Ab\nA4 c2d2 e3f | (3g2f2e2 d8 | A12 |]",
	"M:2/4\nL:1/4\nK:F# minor\nF/2G/2 A | c3/2 B/2 | A/4B/4A/4G/4 F |]",
	"M:4/4\nL:1/8\nK:C ^f _b\nCDEF GABc | d'c'b a2 g2 |]",
}

// The same tune as Debian's abc2midi plays it: our reader of ABC and our reader of MIDI agree, note
// by note; and once more after midi2abc has written it as ABC of its own.
func TestTheSameTuneByOtherPrograms(t *testing.T) {
	dir := t.TempDir()
	for i, tune := range tunes {
		name := filepath.Join(dir, fmt.Sprintf("%d.abc", i))
		require.NoError(t, os.WriteFile(name, []byte("X:1\nT:test\nQ:1/4=100\n"+tune+"\n"), 0o600))
		own := readFile(t, name)
		require.Greater(t, len(own.Notes), 8)
		run(t, dir, "abc2midi", name, "-o", name+".mid")
		same(t, own, readFile(t, name+".mid"), tune)

		run(t, dir, "midi2abc", "-f", name+".mid", "-o", name+".back.abc")
		back := readFile(t, name+".back.abc")
		var want, got []int
		for _, n := range own.Notes {
			want = append(want, n.MIDI)
		}
		for k, n := range back.Notes {
			if k == 0 || n.MIDI != back.Notes[k-1].MIDI || n.At > back.Notes[k-1].At+1e-6 {
				got = append(got, n.MIDI)
			}
		}
		assert.Equal(t, want, got, "as midi2abc writes it: %s", tune)
	}
}

// engraved are lines in the words of LilyPond: ties, tuplets, dots, rests, an octave down, two keys.
var engraved = []string{
	`\relative c' { \key bes \minor \time 4/4 bes4 des8 es f2 | \tuplet 3/2 { as8 ges f } es4. des8 bes4 | r2 f'16 es des bes des4 }`,
	`\relative c'' { \key e \major \time 3/4 gis4. a8 b4 | cis2 b4~ | b8 a gis fis e4 | r4 b'2 }`,
	`\relative c, { \key f \minor \time 6/8 f8 as c f4 es8 | des4. c8. bes16 as8 | g2. }`,
}

// The same line as LilyPond plays it and as python-ly writes it in MusicXML: our readers of MIDI and of
// MusicXML agree, note by note.
func TestTheSameLineByEngravers(t *testing.T) {
	if testing.Short() {
		t.Skip("the engravers are for the whole run: make test says how to get them")
	}
	dir := t.TempDir()
	for i, music := range engraved {
		name := filepath.Join(dir, fmt.Sprint(i))
		require.NoError(t, os.WriteFile(name+".ly", []byte(`\version "2.24.0" \score { `+music+` \midi { } }`), 0o600))
		run(t, dir, "lilypond", "--loglevel=ERROR", "-o", name, name+".ly")
		require.NoError(t, os.WriteFile(name+".plain.ly", []byte(`\version "2.24.0" `+music), 0o600))
		run(t, dir, "ly", "musicxml", "-o", name+".musicxml", name+".plain.ly")
		played, written := readFile(t, name+".midi"), readFile(t, name+".musicxml")
		require.Greater(t, len(played.Notes), 8)
		same(t, played, written, music)
		for k := range written.Notes {
			require.InDelta(t, played.Notes[k].Beats, written.Notes[k].Beats, 0.02, "how long note %d of %s is", k+1,
				music)
		}
	}
	first := readFile(t, filepath.Join(dir, "0.musicxml"))
	var got []string
	for _, n := range first.Notes {
		got = append(got, fmt.Sprintf("%d@%.2f", n.MIDI, n.At))
	}
	assert.Equal(t, "58@0.00 61@1.00 63@1.50 65@2.00 68@4.00 66@4.33 65@4.67 63@5.00 61@6.50 58@7.00 65@10.00 63@10.25 61@10.50 58@10.75 61@11.00", strings.Join(got, " "))
}

// What the simulated player plays in as sound is read as the phrase that it plays.
func TestAPhraseIsPlayedIn(t *testing.T) {
	made := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "minor-pentatonic"}, "run": {"pattern": "phrase", "way": "least", "phrase": "1 b3/2 4/2 5 b7 5/2 4/2 b3 1*2"}, "rhythm": {"tempoBpm": 72}}`)
	played, err := take.Play(made.Piece(), take.Errors{Seed: 4, JitterMS: 10})
	require.NoError(t, err)
	sound, err := intake.Performed("wav", made.Piece(), played, 0, 4)
	require.NoError(t, err)
	b := onGuitar
	tempo := 72
	b.Rhythm.TempoBPM = &tempo
	l, err := intake.Phrase("file", "porch.wav", sound, b)
	require.NoError(t, err)
	require.Len(t, l.Notes, len(made.Run.Events))
	for i, e := range made.Run.Events {
		assert.Equal(t, e.MIDI, l.Notes[i].MIDI, "note %d", i+1)
		assert.InDelta(t, e.At, l.Notes[i].At, 0.01, "note %d", i+1)
	}
	assert.Len(t, l.Left, 2, "what is not told for sure is said")
}
