package intake_test

import (
	"bytes"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/line"
	"evenladder/core/music/score"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
	"evenladder/core/planning/plan"
	"evenladder/format/abc"
	"evenladder/intake"
)

// The circle of fifths from F♭ to B♯, worked out apart from the code that is tested.
const letters = "FCGDAEB"

// fifth is the name so many fifths above F.
func fifth(n int) string {
	signs := map[int]string{-1: "b", 0: "", 1: "#"}
	return letters[(n+7)%7:][:1] + signs[(n+7)/7-1]
}

// signOf is the sign of a letter under so many sharps, flats below 0.
func signOf(letter byte, sharps int) string {
	at := strings.IndexByte(letters, letter)
	switch {
	case at < sharps:
		return "#"
	case 6-at < -sharps:
		return "b"
	}
	return ""
}

// modes by how many sharps their key has less than the major key on the same tonic.
var modes = []struct {
	abc, xml, title string
	less            int
}{
	{"", "major", "major", 0}, {"m", "minor", "natural minor", 3}, {"dor", "dorian", "Dorian", 2},
	{"mix", "mixolydian", "Mixolydian", 1}, {"lyd", "lydian", "Lydian", -1}, {"phr", "phrygian", "Phrygian", 4},
}

func read(t *testing.T, instrument, text string) phrase.Phrase {
	t.Helper()
	b := brief.Brief{Instrument: brief.Instrument{ID: instrument}, Scale: brief.Scale{Tonic: "C", Name: "major"}}
	l, err := intake.Phrase("text", "", []byte(text), b)
	require.NoError(t, err, text)
	p, err := phrase.Build(phrase.Request{Brief: b, Line: l})
	require.NoError(t, err, text)
	return p
}

// A key that a file names is that of the phrase, in its own spelling: every signature from seven flats to seven sharps in
// every mode, as ABC and as MusicXML.
func TestTheKeyOfAFileIsBelieved(t *testing.T) {
	for sharps := -7; sharps <= 7; sharps++ {
		for _, m := range modes {
			at := sharps + m.less + 1 // fifths from F to the tonic
			if at < -7 || at > 13 {
				continue // a tonic with two sharps or flats
			}
			tonic := fifth(at)
			var tune, notes strings.Builder
			var names []string
			fmt.Fprintf(&tune, "X:1\nM:4/4\nL:1/4\nK:%s%s\n", tonic, m.abc)
			scale := "CDEFGAB"
			for i := range 8 {
				step := strings.IndexByte(scale, tonic[0]) + i
				letter := scale[step%7]
				sign := signOf(letter, sharps)
				names = append(names, string(letter)+sign)
				octave := 4 + step/7
				low := strings.ToLower(string(letter))
				tune.WriteString(map[int]string{4: string(letter), 5: low, 6: low + "'"}[octave])
				fmt.Fprintf(&notes, "<note><pitch><step>%c</step><alter>%d</alter><octave>%d</octave></pitch><duration>1</duration></note>",
					letter, map[string]int{"b": -1, "": 0, "#": 1}[sign], octave)
			}
			xml := fmt.Sprintf(`<score-partwise><part id="P1"><measure number="1"><attributes><divisions>1</divisions><key><fifths>%d</fifths><mode>%s</mode></key></attributes>%s</measure></part></score-partwise>`,
				sharps, m.xml, notes.String())
			for format, text := range map[string]string{"abc": tune.String(), "musicxml": xml} {
				p := read(t, "guitar", text)
				want := strings.NewReplacer("b", "♭", "#", "♯").Replace(tonic) + " " + m.title
				assert.Equal(t, want, p.Homes[0].Title, format)
				var got []string
				for _, n := range p.Notes {
					got = append(got, n.Name)
				}
				assert.Equal(t, names, got, "%s of %s", format, want)
			}
		}
	}
}

// The meter of a file is that of the phrase: in 6/8 a beat is three eighths, and written out again it is 6/8. A meter that
// can't be written is said.
func TestTheMeterOfAFileIsBelieved(t *testing.T) {
	for meter, eighth := range map[string]float64{"2/4": 0.5, "3/4": 0.5, "4/4": 0.5, "5/4": 0.5, "6/8": 1. / 3, "9/8": 1. / 3,
		"12/8": 1. / 3} {
		p := read(t, "mandolin", "X:1\nM:"+meter+"\nL:1/8\nK:D\nDEFGABcd|d6|\n")
		assert.Equal(t, meter, p.Meter)
		assert.InDelta(t, eighth, p.Notes[0].Beats, 1e-9, meter)
		made, err := plan.Build(brief.Brief{Instrument: brief.Instrument{ID: "mandolin"},
			Scale: brief.Scale{Tonic: p.Homes[0].Tonic, Name: p.Homes[0].Name}, Rhythm: brief.Rhythm{Meter: p.Meter},
			Run: brief.Run{Pattern: "phrase", Phrase: p.Text, Way: "least"}})
		require.NoError(t, err)
		if meter == "6/8" {
			var counts []string
			for _, e := range made.Run.Events[:6] {
				counts = append(counts, e.Count)
			}
			assert.Equal(t, "1 2 3 4 5 6", strings.Join(counts, " "))
		}
		var out bytes.Buffer
		require.NoError(t, abc.Write(&out, score.Of(made.Piece())))
		assert.Contains(t, out.String(), "\nM:"+meter+"\n")
		again, err := abc.Read(out.String())
		require.NoError(t, err)
		for i, n := range again.Notes {
			assert.InDelta(t, p.Notes[i].Beats, n.Beats, 1e-9, "%s: note %d", meter, i+1)
			assert.Equal(t, p.Notes[i].MIDI, n.MIDI, meter)
		}
	}
	assert.Equal(t, "4/4", read(t, "mandolin", "X:1\nM:C\nK:D\nDEFG|\n").Meter)
	cut := read(t, "mandolin", "X:1\nM:C|\nK:D\nDEFG|\n")
	assert.Equal(t, "4/4", cut.Meter)
	assert.Contains(t, cut.Left, "the meter 2/2 (written as 4/4)")
	odd := read(t, "mandolin", "X:1\nM:7/8\nK:D\nDEFGABc|\n")
	assert.Contains(t, odd.Left, "the meter 7/8 (counted in quarter notes)")
	later := read(t, "mandolin", "X:1\nM:4/4\nK:D\nDEFG|\n[M:3/4][K:G]ABc|\n")
	assert.Len(t, later.Left, 2, "what comes later is listed: %v", later.Left)
}

// Degrees are those of the key of the brief, and lie where the hand is at home: on every instrument, in every key.
func TestTypedDegreesKeepTheirKey(t *testing.T) {
	for _, instrument := range []string{"guitar", "bass", "ukulele", "mandolin"} {
		for _, tonic := range strings.Fields("C Db D Eb E F Gb G Ab A Bb B") {
			for _, text := range []string{"1 2 3 5", "1 2 3 4 5 6 7", "_6 4", "5 #4 5 1"} {
				b := brief.Brief{Instrument: brief.Instrument{ID: instrument}, Scale: brief.Scale{Tonic: tonic, Name: "major"}}
				l, err := intake.Phrase("text", "", []byte(text), b)
				require.NoError(t, err)
				p, err := phrase.Build(phrase.Request{Brief: b, Line: l})
				require.NoError(t, err)
				said := fmt.Sprintf("%s in %s on %s", text, tonic, instrument)
				assert.Equal(t, tonic+" major", p.Homes[0].Tonic+" "+p.Homes[0].Name, said)
				var degrees []string
				for _, n := range p.Notes {
					degrees = append(degrees, n.Degree)
				}
				assert.Equal(t, strings.ReplaceAll(text, "_", ""), strings.Join(degrees, " "), said)
				require.NotEmpty(t, p.Ways, said)
				r, highest := reading(t, b), 0
				for _, n := range p.Notes {
					highest = max(highest, n.MIDI-r.Neck.Open(1).MIDI())
				}
				most := 9
				if highest > most { // a ukulele has no lower octave
					most = highest + 2
				}
				assert.LessOrEqual(t, p.Ways[0].High, most, said)
				again, err := line.Typed(p.Text, r.Scale.Tonic, r.Naming, r.Neck)
				require.NoError(t, err)
				for i, n := range again.Notes {
					assert.Equal(t, p.Notes[i].MIDI, n.MIDI, "the text of it says the same")
				}
			}
		}
	}
}

func reading(t *testing.T, b brief.Brief) brief.Reading {
	t.Helper()
	r, err := brief.Read(b)
	require.NoError(t, err)
	return r
}

// What is written for a guitar sounds an octave lower, unless its clef says so itself; what lies beyond the instrument is
// moved as a whole. Both are said.
func TestPitchesAsTheySound(t *testing.T) {
	staff := read(t, "guitar", "X:1\nK:C\nCEG\n")
	assert.Equal(t, 48, staff.Notes[0].MIDI)
	assert.Contains(t, staff.Left, "one octave lower than written, as music for this instrument sounds")
	clef := read(t, "guitar", "X:1\nK:C clef=treble-8\nCEG\n")
	assert.Equal(t, 48, clef.Notes[0].MIDI)
	assert.Empty(t, clef.Left)
	assert.Equal(t, 60, read(t, "mandolin", "X:1\nK:C\nCEG\n").Notes[0].MIDI)
	assert.Equal(t, 60, read(t, "guitar", "C4 E4 G4").Notes[0].MIDI, "a name with its octave is what sounds")
	bass := read(t, "bass", "C5 E5 G5")
	assert.NotEmpty(t, bass.Ways)
	require.Len(t, bass.Left, 1)
	assert.Contains(t, bass.Left[0], "lower than written")
}

// Names keep the sharps and flats that they were typed with.
func TestTypedNamesKeepTheirSpelling(t *testing.T) {
	for text, title := range map[string]string{"Gb4 Ab4 Bb4 Cb5 Db5 Eb5 F5 Gb5": "G♭ major",
		"F#4 G#4 A#4 B4 C#5 D#5 E#5 F#5": "F♯ major",
		"Db4 Eb4 F4 Ab4 Bb4 Db5":         "D♭ major pentatonic", "C#4 E4 F#4 G#4 B4 C#5": "C♯ minor pentatonic"} {
		assert.Equal(t, title, read(t, "guitar", text).Homes[0].Title)
	}
}
