// Package plantest makes plans for tests.
package plantest

import (
	"github.com/stretchr/testify/require"

	"evenladder/core/brief"
	"evenladder/core/plan"
)

// Build makes the plan of a brief in JSON, or ends the test.
func Build(t require.TestingT, given string) plan.Plan {
	if h, ok := t.(interface{ Helper() }); ok {
		h.Helper()
	}
	b, err := brief.Parse([]byte(given))
	require.NoError(t, err, given)
	p, err := plan.Build(b)
	require.NoError(t, err, given)
	return p
}

// Parse reads a brief in JSON, or ends the test.
func Parse(t require.TestingT, given string) brief.Brief {
	b, err := brief.Parse([]byte(given))
	require.NoError(t, err, given)
	return b
}
