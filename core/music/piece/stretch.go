package piece

import "math"

// Stretch is a part of a piece: its events from one to another, both counted from 1, so
// many times on end. Each time begins in a bar of its own, on the beat that it has in
// the piece; the events keep their numbers and bars. Bounds beyond the piece are those
// of the piece.
func (p Piece) Stretch(from, to, times int) Piece {
	from, to = max(from, 1), min(to, len(p.Events))
	if from > to {
		return p
	}
	part := p.Events[from-1 : to]
	bar := float64(p.Rhythm.BeatsPerBar)
	start := math.Floor(part[0].At/bar) * bar
	last := part[len(part)-1]
	length := math.Ceil((last.At+last.Beats-start)/bar-1e-9) * bar
	out := p
	out.Events = make([]Event, 0, len(part)*max(times, 1))
	for k := range max(times, 1) {
		for _, e := range part {
			e.At += float64(k)*length - start
			out.Events = append(out.Events, e)
		}
	}
	return out
}
