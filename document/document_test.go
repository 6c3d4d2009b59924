package document_test

import (
	"bytes"
	"encoding/json"
	"encoding/xml"
	"errors"
	"image/png"
	"io"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/neck"
	"evenladder/core/plan"
	"evenladder/core/round"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/internal/plantest"
)

func write(t testing.TB, format string, p plan.Plan, paper draw.Paper) []byte {
	t.Helper()
	f, err := document.Find(format)
	require.NoError(t, err)
	data, err := f.Write(document.OfPlan(p), document.Options{Paper: paper})
	require.NoError(t, err)
	return data
}

const flat = `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "mixolydian"}, "layout": {"system": "five-form", "box": 1}}`

// pdfText reads a PDF with poppler's pdftotext.
func pdfText(t *testing.T, data []byte) string {
	t.Helper()
	cmd := exec.Command("pdftotext", "-layout", "-", "-")
	cmd.Stdin = bytes.NewReader(data)
	out, err := cmd.Output()
	require.NoError(t, err, "pdftotext is part of Debian's poppler-utils, which make test installs")
	return string(out)
}

func TestPDFReads(t *testing.T) {
	throughReaders(t)
	p := plantest.Build(t, flat)
	text := strings.Join(strings.Fields(pdfText(t, write(t, "pdf", p, draw.A4))), " ")
	for _, want := range []string{"lay E♭ Mixolydian out in the five forms", "E♭ F G A♭ B♭ C D♭", "1 2 3 4 5 6 ♭7", "signature B♭ E♭ A♭ D♭", "Box 2, D form", "+1 at strings 3–2", "Date", "Tempo reached"} {
		assert.Contains(t, text, want)
	}
}

// pdfinfo reads pages and size.
func TestPaperAndPages(t *testing.T) {
	throughReaders(t)
	info := func(data []byte) string {
		cmd := exec.Command("pdfinfo", "-")
		cmd.Stdin = bytes.NewReader(data)
		out, err := cmd.Output()
		require.NoError(t, err)
		return string(out)
	}
	p := plantest.Build(t, flat)
	assert.Regexp(t, `Page size: +595\.\d+ x 841\.\d+ pts \(A4\)`, info(write(t, "pdf", p, draw.A4)))
	assert.Regexp(t, `Page size: +612 x 792 pts \(letter\)`, info(write(t, "pdf", p, draw.Letter)))
	assert.Regexp(t, `Pages: +1\n`, info(write(t, "pdf", p, draw.A4)))
	long := plantest.Build(t, `{"instrument": {"id": "guitar-8"}, "scale": {"tonic": "B", "name": "half-whole"}, "layout": {"system": "four-per-string"}}`)
	data := write(t, "pdf", long, draw.Letter)
	assert.Regexp(t, `Pages: +2\n`, info(data), "a long run goes on over the page")
	assert.Contains(t, pdfText(t, data), "continued")
}

func TestPicturesAreWellFormed(t *testing.T) {
	for _, in := range neck.Instruments() {
		p := plantest.Build(t, `{"instrument": {"id": "`+in.ID+`", "leftHanded": true}, "scale": {"tonic": "F#", "name": "melodic-minor"}, "layout": {"system": "three-per-string", "box": 3}}`)
		d := xml.NewDecoder(bytes.NewReader(write(t, "svg", p, draw.A4)))
		for {
			if _, err := d.Token(); errors.Is(err, io.EOF) {
				break
			} else {
				require.NoError(t, err)
			}
		}
	}
	img, err := png.DecodeConfig(bytes.NewReader(write(t, "png", plantest.Build(t, flat), draw.A4)))
	require.NoError(t, err)
	assert.Equal(t, []int{1680, 2376}, []int{img.Width, img.Height})
}

func TestJSONIsThePlan(t *testing.T) {
	p := plantest.Build(t, flat)
	var got plan.Plan
	require.NoError(t, json.Unmarshal(write(t, "json", p, draw.A4), &got))
	want, err := json.Marshal(p)
	require.NoError(t, err)
	again, err := json.Marshal(got)
	require.NoError(t, err)
	assert.JSONEq(t, string(want), string(again))
}

func TestDrawingIsSafeAtOnceAndTheSameEachTime(t *testing.T) {
	p := plantest.Build(t, flat)
	for _, format := range []string{"svg", "png"} {
		want := write(t, format, p, draw.A4)
		var wait sync.WaitGroup
		for range 4 {
			wait.Go(func() { assert.True(t, bytes.Equal(want, write(t, format, p, draw.A4)), format) })
		}
		wait.Wait()
	}
}

func TestNames(t *testing.T) {
	for _, f := range document.Formats {
		assert.Regexp(t, `^[a-z0-9-]+\.[a-z]+$`, f.FileName(document.OfPlan(plantest.Build(t, flat))))
	}
	f, _ := document.Find("tab")
	assert.Equal(t, "f-sharp-dorian-bass.txt", f.FileName(document.OfPlan(plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "F#", "name": "dorian"}}`))))
	assert.Equal(t, "c-own-scale-bass.txt", f.FileName(document.OfPlan(plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "C", "formula": "1 3 5"}}`))))
	_, err := document.Find("docx")
	assert.EqualError(t, err, `"docx" was given: give one of pdf svg png tab musicxml mxl midi wav abc csv json`)
	_, err = draw.FindPaper(filepath.Join("a", "4"))
	assert.ErrorContains(t, err, "give a4 or letter")
}

func BenchmarkPDF(b *testing.B) { benchmark(b, "pdf") }
func BenchmarkSVG(b *testing.B) { benchmark(b, "svg") }
func BenchmarkPNG(b *testing.B) { benchmark(b, "png") }

// BenchmarkRoundPDF is the page of a round of twelve keys.
func BenchmarkRoundPDF(b *testing.B) {
	r, err := round.Build(plantest.Build(b, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, "round": {"place": "nearest"}}`).Brief)
	require.NoError(b, err)
	f, err := document.Find("pdf")
	require.NoError(b, err)
	b.ReportAllocs()
	for b.Loop() {
		if _, err := f.Write(document.OfRound(r, draw.FourToAPage), document.Options{Paper: draw.A4}); err != nil {
			b.Fatal(err)
		}
	}
}

// BenchmarkExports are the open formats of a run of some 500 events.
func BenchmarkExports(b *testing.B) {
	p := plantest.Build(b, `{"instrument": {"id": "guitar-8"}, "scale": {"tonic": "Ab", "name": "lydian"}, "layout": {"system": "four-per-string"}, "run": {"pattern": "groups", "size": 9}, "rhythm": {"perBeat": 3}}`)
	b.Logf("%d events", len(p.Run.Events))
	for _, format := range []string{"musicxml", "midi", "abc", "csv", "tab"} {
		b.Run(format, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				write(b, format, p, draw.A4)
			}
		})
	}
}

func benchmark(b *testing.B, format string) {
	p := plantest.Build(b, flat)
	b.ReportAllocs()
	for b.Loop() {
		write(b, format, p, draw.A4)
	}
}
