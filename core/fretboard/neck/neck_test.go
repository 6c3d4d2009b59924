package neck_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
	"evenladder/internal/coretest"
)

func guitar(t require.TestingT) neck.Neck {
	in, ok := neck.FindInstrument("guitar")
	require.True(t, ok)
	n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
	require.NoError(t, err)
	return n
}

// Reference: the twelfth root of two, worked out by repeated division, and the
// octave at half the string.
func TestFretsFollowTheTwelfthRootOfTwo(t *testing.T) {
	n := guitar(t)
	const root = 1.0594630943592953
	rest := 648.0
	for f := 1; f <= 22; f++ {
		rest /= root
		assert.InDelta(t, 648-rest, n.FretMM(f), 1e-9, "fret %d", f)
	}
	assert.InDelta(t, 324, n.FretMM(12), 1e-9)
	assert.InDelta(t, 36.37, n.FretMM(1), 0.005)
	assert.InDelta(t, 486, n.FretMM(24), 1e-9, "the rule goes on beyond the last fret")
}

func TestProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := coretest.Neck(t)
		f := rapid.IntRange(1, n.Frets).Draw(t, "fret")
		str := rapid.IntRange(1, n.Strings()).Draw(t, "string")
		assert.Greater(t, n.FretMM(f), n.FretMM(f-1), "frets go on towards the bridge")
		assert.Less(t, n.SpanMM(f, f+1), n.SpanMM(f-1, f), "and come closer")
		assert.Equal(t, 12, n.MIDI(neck.Place{String: str, Fret: f + 12})-n.MIDI(neck.Place{String: str, Fret: f}),
			"twelve frets are an octave")
		rising := n.Rising()
		assert.Equal(t, 1, rising[len(rising)-1], "string 1 is always kept")
		for i := 1; i < len(rising); i++ {
			assert.Greater(t, n.Open(rising[i]).MIDI(), n.Open(rising[i-1]).MIDI())
		}
		assert.Equal(t, rising, n.ByPitch(rising))
	})
}

func TestReentrantStringsAreLeftOut(t *testing.T) {
	for tuning, want := range map[string][]int{
		"G4 C4 E4 A4": {3, 2, 1}, "E2 A2 D3 G3 B3 E4": {6, 5, 4, 3, 2, 1}, "G4 D3 G3 B3 D4": {4, 3, 2, 1},
		"G3 D4 A4 E5": {4, 3, 2, 1},
	} {
		strs, err := neck.ParseTuning(tuning)
		require.NoError(t, err)
		n, err := neck.New(strs, 15, 380)
		require.NoError(t, err)
		assert.Equal(t, want, n.Rising(), tuning)
	}
}

func TestUsualStep(t *testing.T) {
	n := guitar(t)
	assert.Equal(t, 5, n.UsualStep(n.Rising()))
	in, _ := neck.FindInstrument("mandolin")
	m, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
	require.NoError(t, err)
	assert.Equal(t, 7, m.UsualStep(m.Rising()))
}

func TestErrorsSayWhatIsAccepted(t *testing.T) {
	_, err := neck.ParseTuning("E2 H2 D3")
	assert.ErrorContains(t, err, `string 2: "H2" is not a pitch`)
	_, err = neck.ParseTuning("E2 A2")
	assert.ErrorContains(t, err, "2 strings: give 3 to 12")
	four := guitar(t).Tuning[:4]
	for _, c := range []struct {
		frets  int
		length float64
		want   string
	}{{0, 648, "0 frets: give 1 to 36"}, {37, 648, "37 frets"}, {22, 100, "100 mm: give 150 to 2000"}} {
		_, err := neck.New(four, c.frets, c.length)
		assert.ErrorContains(t, err, c.want)
	}
}

func TestCatalogue(t *testing.T) {
	ids := map[string]bool{}
	for _, in := range neck.Instruments() {
		_, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
		assert.NoError(t, err, in.ID)
		want := "a"
		if strings.ContainsAny(in.Name[:1], "aeiou8") && !strings.HasPrefix(in.Name, "ukulele") { // as it sounds: an 8-string guitar
			want = "an"
		}
		assert.Equal(t, want, in.Article, in.Name)
		assert.False(t, ids[in.ID], "%s twice", in.ID)
		ids[in.ID] = true
	}
	for _, tn := range neck.Tunings() {
		in, ok := neck.FindInstrument(tn.Instrument)
		assert.True(t, ok, tn.ID)
		assert.Len(t, tn.Tuning, len(in.Tuning), tn.ID)
		assert.False(t, ids[tn.ID], "%s twice", tn.ID)
		ids[tn.ID] = true
		for i, p := range tn.Tuning {
			assert.InDelta(t, in.Tuning[i].MIDI(), p.MIDI(), 12,
				"%s: string %d is within an octave of the instrument's own", tn.ID, len(tn.Tuning)-i)
		}
	}
}

func FuzzParseTuning(f *testing.F) {
	f.Add("E2 A2 D3 G3 B3 E4")
	f.Add("G4,C4,E4,A4")
	f.Add("E2 H2")
	f.Fuzz(func(t *testing.T, s string) {
		if tuning, err := neck.ParseTuning(s); err == nil {
			n, err := neck.New(tuning, 12, 500)
			require.NoError(t, err)
			require.NotEmpty(t, n.Rising())
		}
	})
}

func ExampleNeck_FretMM() {
	tuning := []pitch.Pitch{pitch.MustParse("C4"), pitch.MustParse("E4"), pitch.MustParse("A4")}
	n, _ := neck.New(tuning, 15, 380)
	fmt.Printf("%.1f mm to the first fret, %.1f mm to the twelfth\n", n.FretMM(1), n.FretMM(12))
	// Output: 21.3 mm to the first fret, 190.0 mm to the twelfth
}
