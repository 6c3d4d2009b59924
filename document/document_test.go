package document_test

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"encoding/xml"
	"errors"
	"image"
	"image/png"
	"io"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/internal/plantest"
)

func write(t testing.TB, format string, p plan.Plan, paper draw.Paper) []byte {
	t.Helper()
	f, err := document.Find(format)
	require.NoError(t, err)
	form := draw.Form{Paper: paper}
	if format == "svg" || format == "png" {
		form.Page = 1
	}
	file, err := f.Write(document.OfPlan(p), document.Options{Form: form})
	require.NoError(t, err)
	return file.Data
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
	for _, want := range []string{"lay E♭ Mixolydian out in the five forms", "E♭ F G A♭ B♭ C D♭", "1 2 3 4 5 6 ♭7",
		"signature B♭ E♭ A♭ D♭", "Box 2, D form", "+1 at strings 3–2", "Date", "Tempo reached"} {
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
	for _, format := range []string{"svg", "png", "pdf", "wav"} {
		want := write(t, format, p, draw.A4)
		var wait sync.WaitGroup
		for range 4 {
			wait.Go(func() { assert.True(t, bytes.Equal(want, write(t, format, p, draw.A4)), format) })
		}
		wait.Wait()
	}
}

// fileOf writes a brief in a format.
func fileOf(t *testing.T, format, given string) document.File {
	t.Helper()
	f, err := document.Find(format)
	require.NoError(t, err)
	file, err := f.Write(document.OfPlan(plantest.Build(t, given)), document.Options{Form: draw.Form{Paper: draw.A4}})
	require.NoError(t, err)
	return file
}

// Pictures of several pages come as an archive of them, or one a page; a picture
// says its resolution, a drawing what it shows.
func TestPages(t *testing.T) {
	const long = `{"instrument": {"id": "guitar-8"}, "scale": {"tonic": "B", "name": "half-whole"}, "layout": {"system": "four-per-string"}}`
	file := fileOf(t, "svg", long)
	assert.Equal(t, []string{"b-half-whole-guitar-8.zip", "application/zip"}, []string{file.Name, file.MediaType})
	z, err := zip.NewReader(bytes.NewReader(file.Data), int64(len(file.Data)))
	require.NoError(t, err)
	var names []string
	for _, f := range z.File {
		names = append(names, f.Name)
	}
	assert.Equal(t, []string{"b-half-whole-guitar-8-1.svg", "b-half-whole-guitar-8-2.svg"}, names)
	svg, _ := document.Find("svg")
	second, err := svg.Write(document.OfPlan(plantest.Build(t, long)), document.Options{Form: draw.Form{Paper: draw.A4,
		Page: 2}})
	require.NoError(t, err)
	assert.Contains(t, string(second.Data), "page 2 of 2")
	_, err = svg.Write(document.OfPlan(plantest.Build(t, long)), document.Options{Form: draw.Form{Paper: draw.A4,
		Page: 3}})
	assert.EqualError(t, err, "page: 3 was given: this sheet has 2 pages")

	one := fileOf(t, "svg", flat)
	assert.Contains(t, string(one.Data), "<title>E♭ Mixolydian</title><desc>On a guitar tuned")
	assert.NotRegexp(t, `px [A-Z]`, string(one.Data), "faces to fall back on")
	picture := fileOf(t, "png", flat)
	assert.Equal(t, append([]byte("pHYs"), 0, 0, 0x1f, 0x40, 0, 0, 0x1f, 0x40, 1), picture.Data[37:50],
		"8000 dots a metre")
}

// A PDF file says its language and its keys, and is the same each time.
func TestPDFSaysWhatItIs(t *testing.T) {
	f, err := document.Find("pdf")
	require.NoError(t, err)
	r, err := round.Build(plantest.Parse(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}, "round": {"order": "own", "keys": ["Eb", "Ab", "Db", "Gb", "B"], "link": "alone"}}`))
	require.NoError(t, err)
	file, err := f.Write(document.OfRound(r, draw.FourToAPage), document.Options{Form: draw.Form{Paper: draw.A4}})
	require.NoError(t, err)
	said := string(file.Data)
	assert.Contains(t, said, "/Lang(en)/Pages 3 0 R")
	assert.Equal(t, 5, strings.Count(said, "/Title<FEFF"))
	assert.Contains(t, said, "/Title<FEFF0045266D00200044006F007200690061006E>", "E♭ Dorian")
	assert.NotRegexp(t, `CreationDate\(D:20[1-9]`, said)
	if !testing.Short() {
		cmd := exec.Command("pdfinfo", "-")
		cmd.Stdin = bytes.NewReader(file.Data)
		out, err := cmd.CombinedOutput()
		require.NoError(t, err)
		assert.NotContains(t, string(out), "Error")
		assert.Regexp(t, `Pages: +2\n`, string(out))
	}
}

// An exported plan or round reads back as its brief.
func TestExportsReadBack(t *testing.T) {
	p := plantest.Build(t, flat)
	back := plantest.Build(t, string(write(t, "json", p, draw.A4)))
	assert.Equal(t, p, back)
	r, err := round.Build(plantest.Parse(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}, "round": {"place": "nearest"}}`))
	require.NoError(t, err)
	f, _ := document.Find("json")
	file, err := f.Write(document.OfRound(r, draw.FourToAPage), document.Options{})
	require.NoError(t, err)
	assert.Equal(t, r.Brief, plantest.Parse(t, string(file.Data)))
}

// The address of a brief says what does not go without saying, as the screens
// read it, and leads back to it.
func TestAddressLeadsBack(t *testing.T) {
	assert.Equal(t, "/?instrument.id=bass&layout.strings=4,3&run.landOn.fret=2&run.landOn.string=4&scale.name=dorian&scale.tonic=F%23",
		document.Address(plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "F#", "name": "dorian"}, "layout": {"strings": [4, 3]}, "run": {"landOn": {"string": 4, "fret": 2}}}`).Brief))
	rapid.Check(t, func(t *rapid.T) {
		p, err := plan.Build(plantest.Any(t))
		if err != nil {
			return
		}
		short := brief.Fields.Short(p.Brief)
		again, err := plan.Build(short)
		require.NoError(t, err)
		assert.Equal(t, p.Brief, again.Brief)
	})
}

func TestNames(t *testing.T) {
	for _, f := range document.Formats {
		assert.Regexp(t, `^[a-z0-9-]+\.[a-z]+$`, fileOf(t, f.ID, flat).Name)
	}
	assert.Equal(t, "f-sharp-dorian-bass.txt",
		fileOf(t, "tab", `{"instrument": {"id": "bass"}, "scale": {"tonic": "F#", "name": "dorian"}}`).Name)
	assert.Equal(t, "c-own-scale-bass.txt", fileOf(t, "tab",
		`{"instrument": {"id": "bass"}, "scale": {"tonic": "C", "formula": "1 3 5"}}`).Name)
	_, err := document.Find("docx")
	assert.EqualError(t, err, `"docx" was given: give one of pdf svg png tab musicxml mxl midi wav abc csv json`)
	_, err = draw.FindPaper(filepath.Join("a", "4"))
	assert.ErrorContains(t, err, "give one of a4 letter")
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
		if _, err := f.Write(document.OfRound(r, draw.FourToAPage),
			document.Options{Form: draw.Form{Paper: draw.A4}}); err != nil {
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

// A picture of either paper has its whole page, every pixel of it opaque.
func TestPicturesOfEitherPaper(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Db", "name": "lydian"}}`)
	for _, c := range []struct {
		paper draw.Paper
		size  image.Point
	}{{draw.A4, image.Pt(1680, 2376)}, {draw.Letter, image.Pt(1728, 2236)}} {
		made, err := png.Decode(bytes.NewReader(write(t, "png", p, c.paper)))
		require.NoError(t, err)
		assert.Equal(t, c.size, made.Bounds().Size(), c.paper.ID)
		assert.True(t, made.(interface{ Opaque() bool }).Opaque(), c.paper.ID)
	}
}
