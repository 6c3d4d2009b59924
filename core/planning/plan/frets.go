package plan

import "fmt"

// FretWords say where the box lies: "frets 5 to 8", "at fret 5".
func (b Box) FretWords() string {
	if b.LowFret == b.HighFret {
		return fmt.Sprintf("at fret %d", b.LowFret)
	}
	return fmt.Sprintf("frets %d to %d", b.LowFret, b.HighFret)
}
