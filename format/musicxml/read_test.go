package musicxml

import (
	"archive/zip"
	"bytes"
	"fmt"
	"math"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/music/line"
	"evenladder/core/music/score"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// What the application writes it reads back, note for note, with the places of its tab: over all
// instruments, patterns and rhythms.
func TestWhatIsWrittenIsReadBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p, err := plan.Build(plantest.Any(t))
		if err != nil || len(p.Run.Events) == 0 || len(p.Run.Events) > line.MaxNotes {
			t.Skip("nothing to write")
		}
		s := score.Of(p.Piece())
		write := Write
		if rapid.Bool().Draw(t, "compressed") {
			write = WriteCompressed
		}
		var b bytes.Buffer
		require.NoError(t, write(&b, s))
		l, err := Read(b.Bytes())
		require.NoError(t, err)
		plantest.SameLine(t, p, l)
		for i, e := range p.Run.Events {
			require.Equal(t, e.MIDI, l.Notes[i].MIDI, "note %d of %s", i+1, p.Sentence)
			require.NotNil(t, l.Notes[i].Place)
			assert.Equal(t, e.Place, *l.Notes[i].Place)
			assert.Equal(t, e.Finger, l.Notes[i].Finger)
		}
	})
}

func scoreOf(measures string) []byte {
	return []byte(
		`<?xml version="1.0"?><score-partwise version="3.0"><work><work-title>Porch</work-title></work><part-list><score-part id="P1"><part-name>x</part-name></score-part></part-list><part id="P1">` + measures + `</part></score-partwise>`,
	)
}

func noteOf(step string, octave int, more string) string {
	return fmt.Sprintf(`<note><pitch><step>%s</step><octave>%d</octave></pitch>%s</note>`, step, octave, more)
}

func TestOneLineOfMany(t *testing.T) {
	l, err := Read(
		scoreOf(
			`<measure number="1"><attributes><divisions>2</divisions><transpose><chromatic>0</chromatic><octave-change>-1</octave-change></transpose></attributes>` +
				noteOf(
					"E",
					4,
					`<duration>2</duration><voice>1</voice><lyric><text>oh</text></lyric>`,
				) +
				noteOf(
					"G",
					4,
					`<duration>2</duration><voice>1</voice>`,
				) +
				`<note><chord/><pitch><step>B</step><octave>4</octave></pitch><duration>2</duration><voice>1</voice></note>` +
				`<note><grace/><pitch><step>A</step><octave>4</octave></pitch><voice>1</voice></note>` +
				`<note><rest/><duration>1</duration><voice>1</voice></note>` +
				`<note><pitch><step>F</step><alter>1</alter><octave>4</octave></pitch><duration>3</duration><voice>1</voice><tie type="start"/></note>` +
				`<note><pitch><step>F</step><alter>1</alter><octave>4</octave></pitch><duration>1</duration><voice>1</voice><tie type="stop"/></note>` +
				`<backup><duration>9</duration></backup>` + noteOf(
				"C",
				3,
				`<duration>8</duration><voice>2</voice>`,
			) +
				`</measure>`,
		),
	)
	require.NoError(t, err)
	assert.Equal(t, "Porch", l.Title)
	var got []string
	for _, n := range l.Notes {
		got = append(got, fmt.Sprintf("%d@%g+%g", n.MIDI, n.At, n.Beats))
	}
	assert.Equal(t, "52@0+1 59@1+1 54@2.5+2", strings.Join(got, " "))
	assert.Equal(t, []string{"1 × grace notes", "1 × lower notes of chords",
		"1 × lyrics", "1 × other voices and staves"}, l.Left)
}

func TestTimewise(t *testing.T) {
	l, err := Read(
		[]byte(
			`<score-timewise><measure number="1"><part id="A"><attributes><divisions>1</divisions></attributes>` + noteOf(
				"C",
				4,
				`<duration>1</duration>`,
			) + `</part><part id="B">` + noteOf(
				"C",
				2,
				`<duration>1</duration>`,
			) +
				`</part></measure><measure number="2"><part id="A">` + noteOf(
				"D",
				4,
				`<duration>1</duration>`,
			) +
				`</part></measure></score-timewise>`,
		),
	)
	require.NoError(t, err)
	require.Len(t, l.Notes, 2)
	assert.Equal(t, []float64{0, 1}, []float64{l.Notes[0].At, l.Notes[1].At})
	assert.Equal(t, []string{"1 × other parts"}, l.Left)
}

// Hostile files are refused at once, and in little memory.
func TestHostileFiles(t *testing.T) {
	var bomb bytes.Buffer
	z := zip.NewWriter(&bomb)
	f, err := z.Create("score.xml")
	require.NoError(t, err)
	for range 64 {
		_, err = f.Write(bytes.Repeat([]byte(" "), 1<<20))
		require.NoError(t, err)
	}
	require.NoError(t, z.Close())
	for name, c := range map[string]struct {
		data []byte
		want string
	}{
		"entities": {[]byte(`<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><score-partwise>&b;</score-partwise>`), "entities"},
		"nesting":  {[]byte(`<score-partwise>` + strings.Repeat("<a>", 100_000)), "are nested"},
		"zip bomb": {bomb.Bytes(), "MB were given"},
		"no score": {[]byte(`<html></html>`), "line 1, column"},
		"nothing":  {nil, "no score"},
		"cut":      {scoreOf(`<measure><note>`)[:200], "line 1"},
		"no note":  {scoreOf(`<measure></measure>`), "no note"},
		"divisions": {scoreOf(`<measure><attributes><divisions>0</divisions></attributes></measure>`),
			"divisions of 0"},
		"isn't a step": {scoreOf(`<measure>` + noteOf("X", 4, `<duration>1</duration>`) + `</measure>`), "isn't a step"},
		"octave":       {scoreOf(`<measure>` + noteOf("C", 90, `<duration>1</duration>`) + `</measure>`), "isn't a pitch"},
		"letters":      {[]byte(`<?xml version="1.0" encoding="utf-16"?><score-partwise/>`), "no notes"},
		"too large":    {make([]byte, 9<<20), "MB were given"},
		"no zip":       {[]byte("PKxxxx"), "compressed"},
		"not negative": {scoreOf(`<measure>` + noteOf("C", 4, `<duration>-4</duration>`) + `</measure>`), "beats"},
	} {
		begun := time.Now()
		_, err := Read(c.data)
		require.Error(t, err, name)
		assert.ErrorContains(t, err, c.want, name)
		assert.Less(t, time.Since(begun), 10*time.Second, name)
	}
}

func FuzzRead(f *testing.F) {
	f.Add(scoreOf(`<measure><attributes><divisions>2</divisions></attributes>` + noteOf("E", 4,
		`<duration>2</duration>`) + `</measure>`))
	f.Add(
		[]byte(
			`<score-timewise><measure><part id="a"><backup><duration>9</duration></backup></part></measure></score-timewise>`,
		),
	)
	f.Fuzz(func(t *testing.T, data []byte) {
		l, err := Read(data)
		if err != nil {
			return
		}
		for _, n := range l.Notes {
			if math.IsNaN(n.At) || n.Beats < 0 || n.MIDI < 0 || n.MIDI > 127 {
				t.Fatalf("%+v", n)
			}
		}
	})
}
