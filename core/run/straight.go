package run

// straight plays the box from end to end. Alternate takes the way up and the
// way down as two cells, each whole in itself, so the top note comes twice.
func straight(n int, s Spec) []int {
	up, down := make([]int, n), make([]int, n)
	for i := range n {
		up[i], down[i] = i, n-1-i
	}
	switch s.Direction {
	case "up":
		return up
	case "down":
		return down
	case "alternate":
		return append(up, down...)
	}
	if s.RepeatTop {
		return append(up, down...)
	}
	return append(up, down[1:]...)
}
