// Package number is arithmetic that the standard library leaves out.
package number

import "math"

// Abs is a whole number without its sign.
func Abs(n int) int { return max(n, -n) }

// Tenth rounds to one decimal place, as lengths and times are said.
func Tenth(x float64) float64 { return math.Round(x*10) / 10 }
