package clock

import (
	"math"

	"gonum.org/v1/gonum/mat"

	"evenladder/core/base/number"
)

// fit is a robust regression: values as a sum of columns.
type fit struct {
	of    []float64 // how much of each column
	left  []float64 // what remains of each value
	se    []float64 // standard error of each of `of`
	scale float64   // spread of what remains
}

// Huber's constant, and the rounds after which nothing changes any more.
const huberK, huberRounds = 1.345, 12

// smallest is a spread under which weights mean nothing, in seconds.
const smallest = 1e-6

// regress fits columns to values by Huber's weights, from a first guess on.
func regress(columns [][]float64, values, guess []float64) fit {
	n, p := len(values), len(columns)
	f := fit{of: append([]float64{}, guess...), left: make([]float64, n), se: make([]float64, p)}
	f.remain(columns, values)
	weights := make([]float64, n)
	gram, right := mat.NewSymDense(p, nil), mat.NewVecDense(p, nil)
	var chol mat.Cholesky
	for range huberRounds {
		f.scale = max(spreadOf(f.left), smallest)
		for i, e := range f.left {
			weights[i] = min(1, huberK*f.scale/max(math.Abs(e), smallest))
		}
		for a := range p {
			for b := a; b < p; b++ {
				gram.SetSym(a, b, dot(weights, columns[a], columns[b]))
			}
			right.SetVec(a, dot(weights, columns[a], values))
		}
		if !chol.Factorize(gram) {
			return f // fewer places than columns: the guess stays
		}
		var of mat.VecDense
		if chol.SolveVecTo(&of, right) != nil {
			return f
		}
		copy(f.of, of.RawVector().Data)
		f.remain(columns, values)
	}
	f.errors(&chol, weights)
	return f
}

func (f *fit) remain(columns [][]float64, values []float64) {
	for i, v := range values {
		for k, c := range columns {
			v -= f.of[k] * c[i]
		}
		f.left[i] = v
	}
}

// errors are the standard errors, wider where neighbours go together.
func (f *fit) errors(chol *mat.Cholesky, weights []float64) {
	p := len(f.of)
	var sum, square float64
	for i, w := range weights {
		sum, square = sum+w, square+w*f.left[i]*f.left[i]
	}
	var inverse mat.SymDense
	if sum <= float64(p) || chol.InverseTo(&inverse) != nil {
		return
	}
	variance := square / (sum - float64(p))
	if rho := lagOne(f.left); rho > together {
		variance *= (1 + rho) / (1 - rho)
	}
	for k := range f.se {
		f.se[k] = math.Sqrt(variance * inverse.At(k, k))
	}
}

// together is the correlation of neighbours from which on they are not taken for chance.
const together = 0.15

// lagOne is the correlation of each value with the one before, up to 0.95.
func lagOne(values []float64) float64 {
	var both, square float64
	for i, v := range values {
		square += v * v
		if i > 0 {
			both += v * values[i-1]
		}
	}
	if square == 0 {
		return 0
	}
	return min(both/square, 0.95)
}

// loss is Huber's, at a spread.
func loss(left []float64, scale float64) (sum float64) {
	for _, e := range left {
		if e = math.Abs(e); e <= huberK*scale {
			sum += e * e / 2
		} else {
			sum += huberK * scale * (e - huberK*scale/2)
		}
	}
	return sum
}

func dot(weights, a, b []float64) (sum float64) {
	for i, w := range weights {
		sum += w * a[i] * b[i]
	}
	return sum
}

// allPairs is how many values have each pair looked at; of more, those half of the way apart.
const allPairs = 200

// slope of values over places: the median of that of all pairs (Theil, Sen).
func slope(places, values []float64) float64 {
	var slopes []float64
	pair := func(i, k int) {
		if d := places[k] - places[i]; d > 0 {
			slopes = append(slopes, (values[k]-values[i])/d)
		}
	}
	n := len(values)
	for i := range n {
		if n > allPairs {
			if i+n/2 < n {
				pair(i, i+n/2)
			}
			continue
		}
		for k := i + 1; k < n; k++ {
			pair(i, k)
		}
	}
	return number.Median(slopes)
}
