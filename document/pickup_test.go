package document_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/line"
	"evenladder/document"
	"evenladder/format/abc"
	"evenladder/format/musicxml"
	"evenladder/internal/plantest"
)

// A pick-up that is written comes back from the file.
func TestPickUpsComeBack(t *testing.T) {
	readers := map[string]func([]byte) (line.Line, error){
		"abc":      func(data []byte) (line.Line, error) { return abc.Read(string(data)) },
		"musicxml": musicxml.Read,
	}
	for _, rhythm := range []string{`{"pickUp": 1}`, `{"pickUp": 2, "meter": "3/4"}`, `{"pickUp": 1, "meter": "6/8"}`, `{}`} {
		p := plantest.Build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "Eb", "name": "major"}, "rhythm": `+rhythm+
			`, "run": {"pattern": "phrase", "way": "least", "phrase": "5 6 1 2 b3*4 1*2 5 3 1*4"}}`)
		for id, read := range readers {
			f, err := document.Find(id)
			require.NoError(t, err)
			file, err := f.Write(document.OfPlan(p), document.Options{})
			require.NoError(t, err)
			back, err := read(file.Data)
			require.NoError(t, err)
			assert.InDelta(t, *p.Brief.Rhythm.PickUp, back.PickUp, 1e-9, "%s in %s", rhythm, id)
		}
	}
}
