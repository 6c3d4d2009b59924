// Package number is arithmetic that the standard library leaves out.
package number

import (
	"math"
	"slices"
)

// Abs is a whole number without its sign.
func Abs(n int) int { return max(n, -n) }

// Tenth rounds to one decimal place, as lengths and times are said.
func Tenth(x float64) float64 { return math.Round(x*10) / 10 }

// Median is the middle of values, which it puts in order; of two in the middle their mean, of none 0.
func Median(values []float64) float64 {
	if len(values) == 0 {
		return 0
	}
	slices.Sort(values)
	mid := len(values) / 2
	if len(values)%2 == 1 {
		return values[mid]
	}
	return (values[mid-1] + values[mid]) / 2
}
