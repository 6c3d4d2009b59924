package run

import "slices"

// direct puts cells in a row: up as they rise, down backwards, up and down
// both, alternate with every second cell turned round.
func direct(cells [][]int, s Spec) []int {
	var up []int
	for i, c := range cells {
		if s.Direction == "alternate" && i%2 == 1 {
			c = reversed(c)
		}
		up = append(up, c...)
	}
	switch s.Direction {
	case "down":
		return reversed(up)
	case "up-down":
		down := reversed(up)
		if single := len(cells) == len(up); single && !s.RepeatTop && len(down) > 0 {
			down = down[1:] // a figure of more notes is kept whole at the turn
		}
		return append(up, down...)
	}
	if s.Direction == "alternate" && s.Pattern == "straight" {
		// The whole box is the cell: up, then down afresh.
		return append(up, reversed(up)...)
	}
	return up
}

func reversed(list []int) []int {
	out := slices.Clone(list)
	slices.Reverse(out)
	return out
}

// ones are the notes one by one.
func ones(notes []Note, _ Spec) [][]int {
	out := make([][]int, len(notes))
	for i := range notes {
		out[i] = []int{i}
	}
	return out
}

// moving puts a figure of scale steps on each note of the box in turn. A
// figure that goes past the box or into a gap of it is left out.
func moving(notes []Note, figure []int) [][]int {
	at := make(map[int]int, len(notes))
	for i, n := range notes {
		at[n.Step] = i
	}
	var out [][]int
	for _, n := range notes {
		c := make([]int, 0, len(figure))
		for _, step := range figure {
			if i, ok := at[n.Step+step]; ok {
				c = append(c, i)
			}
		}
		if len(c) == len(figure) {
			out = append(out, c)
		}
	}
	return out
}

// intervals pair each note with the one Size-1 steps above: 3 is a third.
func intervals(notes []Note, s Spec) [][]int { return moving(notes, []int{0, s.Size - 1}) }

// stacks are three notes, each Size-1 steps above the one before.
func stacks(notes []Note, s Spec) [][]int {
	return moving(notes, []int{0, s.Size - 1, 2 * (s.Size - 1)})
}

// groups are Size notes in a row from each note.
func groups(notes []Note, s Spec) [][]int {
	figure := make([]int, s.Size)
	for i := range figure {
		figure[i] = i
	}
	return moving(notes, figure)
}

// chords are the notes of the chord on each degree in the order asked for:
// chord degree d lies d-1 scale steps above the chord's root.
func chords(notes []Note, s Spec) [][]int {
	figure := make([]int, len(s.Order))
	for i, d := range s.Order {
		figure[i] = d - 1
	}
	return moving(notes, figure)
}

// cell is a figure of the player's own.
func cell(notes []Note, s Spec) [][]int { return moving(notes, s.Cell) }

// dropTwo is the seventh chord on each degree with its fifth an octave down:
// 5 1 3 7 from the lowest. It needs a scale of seven notes.
func dropTwo(notes []Note, s Spec) [][]int {
	if s.ScaleLen != 7 {
		return nil
	}
	return moving(notes, []int{0, 3, 5, 9})
}

// perString repeats the notes of each string before going on.
func perString(notes []Note, s Spec) [][]int {
	var out [][]int
	for from := 0; from < len(notes); {
		to := from + 1
		for to < len(notes) && notes[to].String == notes[from].String {
			to++
		}
		var c []int
		for range max(s.Repeat, 1) {
			for i := from; i < to; i++ {
				c = append(c, i)
			}
		}
		out = append(out, c)
		from = to
	}
	return out
}
