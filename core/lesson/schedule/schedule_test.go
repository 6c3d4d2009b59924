package schedule

import (
	"testing"

	"github.com/stretchr/testify/require"

	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// fretsOfBox says where a box lies.
func fretsOfBox(t *testing.T, b brief.Brief, box int) string {
	t.Helper()
	b.Layout.Box = &box
	p, err := plan.Build(b)
	require.NoError(t, err)
	return fretWords(p.Boxes[box])
}
