package document_test

import (
	"regexp"
	"testing"

	"github.com/stretchr/testify/require"

	"evenladder/core/planning/round"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/internal/golden"
	"evenladder/internal/plantest"
)

var (
	shippedFonts = regexp.MustCompile(`@font-face\{[^}]*\}`)
	tags         = regexp.MustCompile(`><`)
)

// Every kind of file, and every kind of page, as it was last looked at. A drawing
// stands a tag to a line, without the fonts that it carries.
func TestFilesAsTheyWereLookedAt(t *testing.T) {
	made, err := round.Build(plantest.Parse(t,
		`{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Ab", "name": "major-pentatonic"}, "round": {"order": "own", "keys": ["Ab", "Db", "F#"], "link": "joined"}}`))
	require.NoError(t, err)
	plain := document.OfPlan(plantest.Build(t,
		`{"instrument": {"id": "mandolin"}, "scale": {"tonic": "B", "name": "dorian"}, "layout": {"system": "one-octave"}, "run": {"direction": "up"}}`))
	busy := document.OfPlan(plantest.Build(t,
		`{"instrument": {"id": "guitar", "leftHanded": true}, "scale": {"tonic": "Gb", "name": "mixolydian"}, "layout": {"system": "five-form", "box": 1}, "run": {"pattern": "arpeggios", "lean": 5, "fit": "long-last"}, "rhythm": {"perBeat": 3, "pickUp": 1}, "picking": "legato", "names": "german"}`))
	for name, c := range map[string]struct {
		source document.Source
		format string
	}{
		"plan.svg": {plain, "svg"}, "plan-left-handed.svg": {busy, "svg"},
		"round.svg": {document.OfRound(made, draw.FourToAPage), "svg"}, "round-one-page.svg": {document.OfRound(made,
			draw.OnePage), "svg"},
		"plan.musicxml": {plain, "musicxml"}, "legato.musicxml": {busy, "musicxml"}, "plan.abc": {plain, "abc"},
		"legato.abc": {busy, "abc"},
		"plan.tab":   {plain, "tab"}, "legato.tab": {busy, "tab"}, "round.tab": {document.OfRound(made, draw.OnePage),
			"tab"}, "plan.csv": {plain, "csv"},
	} {
		f, err := document.Find(c.format)
		require.NoError(t, err)
		form := draw.Form{Paper: draw.A4}
		if c.format == "svg" {
			form.Page = 1
		}
		file, err := f.Write(c.source, document.Options{Form: form})
		require.NoError(t, err)
		if c.format == "svg" {
			file.Data = tags.ReplaceAll(shippedFonts.ReplaceAll(file.Data, nil), []byte(">\n<"))
		}
		golden.Check(t, name, file.Data)
	}
}
