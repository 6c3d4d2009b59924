package layout

// perString lays n consecutive scale notes on each string, one box from each
// scale degree as the lowest note on the lowest string.
func perString(n int) func(Request) ([]Box, error) {
	return func(r Request) ([]Box, error) {
		names := r.fromNames()
		return eachDegree(&r, upTo(r.Scale.Len()), func(r *Request, lowest int) Box {
			b := builder{Request: r, notes: make([]Note, 0, n*len(r.Strings))}
			midi := lowest
			for _, str := range r.Strings {
				for range n {
					b.add(str, midi, Core)
					midi = r.Scale.Next(midi)
				}
			}
			degree := r.Scale.Index(lowest)
			return b.box(degree, names[degree])
		}), nil
	}
}

func upTo(n int) []int {
	out := make([]int, n)
	for i := range out {
		out[i] = i
	}
	return out
}
