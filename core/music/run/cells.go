package run

import "slices"

// turn is a cell as it is played: as it stands or backwards.
type turn struct {
	cell  int
	notes []int
}

// turns puts cells in a row: up as they rise, down backwards, up and down
// both, alternate with every second cell turned round.
func turns(cells [][]int, s Spec) []turn {
	up, single := make([]turn, len(cells)), true
	for i, c := range cells {
		up[i] = turn{i, c}
		if s.Direction == Alternate && i%2 == 1 {
			up[i].notes = reversed(c)
		}
		single = single && len(c) == 1
	}
	down := make([]turn, len(up))
	for i, t := range up {
		down[len(up)-1-i] = turn{t.cell, reversed(t.notes)}
	}
	switch {
	case s.Direction == Down:
		return down
	case s.Direction == UpDown && single && !s.RepeatTop && len(down) > 0:
		return append(up, down[1:]...) // a figure of more notes is kept whole at the turn
	case s.Direction == UpDown, s.Direction == Alternate && s.Pattern == Straight:
		return append(up, down...) // alternate: the whole box is the cell, up, then down afresh
	}
	return up
}

// direct is the notes of the turns in a row.
func direct(cells [][]int, s Spec) (out []int) {
	for _, t := range turns(cells, s) {
		out = append(out, t.notes...)
	}
	return out
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
