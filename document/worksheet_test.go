package document_test

import (
	"bytes"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/worksheet"
	"evenladder/core/planning/brief"
	"evenladder/document"
	"evenladder/draw"
)

// textOf is what an independent reader finds on each page of a PDF.
func textOf(t *testing.T, data []byte) []string {
	t.Helper()
	cmd := exec.Command("pdftotext", "-layout", "-", "-")
	cmd.Stdin = bytes.NewReader(data)
	out, err := cmd.Output()
	require.NoError(t, err)
	return strings.Split(strings.TrimSuffix(string(out), "\f"), "\f")
}

func worksheetPDF(t *testing.T, r worksheet.Request, answers bool) (worksheet.Worksheet, []string) {
	t.Helper()
	made, err := worksheet.Build(r)
	require.NoError(t, err)
	f, err := document.FindPages("pdf")
	require.NoError(t, err)
	file, err := f.Write(document.OfWorksheet(made, answers), document.Options{Form: draw.Form{Paper: draw.A4}})
	require.NoError(t, err)
	return made, textOf(t, file.Data)
}

// plainText is a text without its signs, which stand in a face of their own, and without spaces.
var plainText = strings.NewReplacer("♭", "", "♯", "", " ", "", "\n", "")

// Reference: pdftotext. Each page asks what it is to ask and does not answer it; its key does.
func TestPagesAndTheirKeys(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "bass"}}
	for _, k := range worksheet.Kinds {
		if k.Hangs {
			continue
		}
		made, pages := worksheetPDF(t, worksheet.Request{Kind: k.ID, Days: 2, PerDay: 2, Seed: 5, Brief: &b}, true)
		require.Len(t, pages, 8, k.ID)
		for i, sheet := range made.Sheets {
			page, key := pages[2*i], pages[2*i+1]
			assert.Contains(t, page, "name", k.ID)
			assert.Contains(t, page, "date", k.ID)
			assert.NotContains(t, key, "name  ", k.ID)
			assert.Contains(t, key, "Key: Day", k.ID)
			for _, it := range sheet.Items {
				assert.Contains(t, plainText.Replace(page), plainText.Replace(it.Show), k.ID)
				words := plainText.Replace(strings.Join(it.Words, ""))
				if k.ID == "fingers" || k.ID == "tab" {
					continue // the answers stand in the drawing, not in a row
				}
				assert.Contains(t, plainText.Replace(key), words, "%s: %s", k.ID, it.Show)
				if len(words) > 3 {
					assert.NotContains(t, plainText.Replace(page), words, "%s: %s", k.ID, it.Show)
				}
			}
		}
		_, alone := worksheetPDF(t, worksheet.Request{Kind: k.ID, Days: 2, PerDay: 2, Seed: 5, Brief: &b}, false)
		assert.Len(t, alone, 4)
	}
}

// The key to fingers and tab has as many numbers as answers, in their places.
func TestKeysInTheDrawing(t *testing.T) {
	made, pages := worksheetPDF(t, worksheet.Request{Kind: "tab", Keys: []string{"Eb"}}, true)
	for _, answer := range made.Sheets[0].Items[0].Answer {
		_, fret, _ := strings.Cut(answer, "/")
		assert.Contains(t, strings.Fields(pages[1]), fret)
	}
	_, pages = worksheetPDF(t, worksheet.Request{Kind: "fingers", Keys: []string{"Eb"}}, true)
	assert.Greater(t, len(strings.Fields(pages[1])), len(strings.Fields(pages[0]))-4)
}

func TestThePagesForTheWall(t *testing.T) {
	_, pages := worksheetPDF(t, worksheet.Request{Kind: "keys"}, true)
	require.Len(t, pages, 1, "it has no key of its own")
	for _, words := range []string{"open strings left", "relative", "G minor", "EADGBE", "5 flats"} {
		assert.Contains(t, strings.ReplaceAll(pages[0], "  ", " "), words)
	}
	b := brief.Brief{Instrument: brief.Instrument{ID: "mandolin"}}
	_, pages = worksheetPDF(t, worksheet.Request{Kind: "boxes", Keys: []string{"Bb", "Eb"}, Scale: "mixolydian",
		Brief: &b}, false)
	require.Len(t, pages, 2, "a page a key")
	assert.Contains(t, pages[1], "Mixolydian")
}

func TestOneItemAsAPicture(t *testing.T) {
	made, err := worksheet.Build(worksheet.Request{Kind: "staff", Keys: []string{"Eb"}})
	require.NoError(t, err)
	source, err := document.OfItem(made, 1, 1)
	require.NoError(t, err)
	f, err := document.FindPages("svg")
	require.NoError(t, err)
	file, err := f.Write(source, document.Options{})
	require.NoError(t, err)
	assert.Equal(t, "image/svg+xml", file.MediaType)
	assert.Contains(t, string(file.Data), "<svg")
	_, err = document.OfItem(made, 1, 2)
	assert.ErrorContains(t, err, "item")
	_, err = document.FindPages("midi")
	assert.ErrorContains(t, err, "pdf svg png json")
}

// Ten days of sheets with their keys, forty pages.
func BenchmarkWorksheetPDF(b *testing.B) {
	b.ReportAllocs()
	f, _ := document.FindPages("pdf")
	for b.Loop() {
		made, err := worksheet.Build(worksheet.Request{Kind: "neck", Days: 10, PerDay: 2})
		if err != nil {
			b.Fatal(err)
		}
		if _, err := f.Write(document.OfWorksheet(made, true),
			document.Options{Form: draw.Form{Paper: draw.A4}}); err != nil {
			b.Fatal(err)
		}
	}
}
