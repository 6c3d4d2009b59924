// Package plantest makes plans for tests.
package plantest

import (
	"github.com/stretchr/testify/require"

	"evenladder/core/plan"
)

// Build makes the plan of a brief in JSON, or ends the test.
func Build(t require.TestingT, brief string) plan.Plan {
	if h, ok := t.(interface{ Helper() }); ok {
		h.Helper()
	}
	b, err := plan.ParseBrief([]byte(brief))
	require.NoError(t, err, brief)
	p, err := plan.Build(b)
	require.NoError(t, err, brief)
	return p
}
