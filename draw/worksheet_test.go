package draw

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/planning/brief"
)

// Whatever the kind, the print, the paper and the instrument: the items end above the foot.
func TestEveryWorksheetFitsItsPage(t *testing.T) {
	f, err := takeFaces()
	require.NoError(t, err)
	defer giveBack(f)
	for _, k := range worksheet.Kinds {
		for _, in := range neck.Instruments() {
			for _, large := range []bool{false, true} {
				b := brief.Brief{Instrument: brief.Instrument{ID: in.ID}}
				r := worksheet.Request{Kind: k.ID, Large: large, Brief: &b}
				if k.Hangs {
					r.Keys = []string{"Ab"}
				}
				made, err := worksheet.Build(r)
				if err != nil {
					t.Logf("%s on a %s: %v", k.ID, in.Name, err)
					continue
				}
				for _, paper := range []Paper{A4, Letter} {
					p, _ := newPen(f, paper.Width, paper.Height)
					h := handout{Worksheet: made, size: 1, pen: p}
					if large {
						h.size = largeSize
					}
					end := h.sheet(k, made.Sheets[0])
					assert.LessOrEqual(t, end, paper.Height-margin-3, "%s on a %s, %s, large %v", k.ID, in.Name,
						paper.ID, large)
				}
			}
		}
	}
}
