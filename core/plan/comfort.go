package plan

import (
	"fmt"

	"evenladder/core/hand"
	"evenladder/core/neck"
	"evenladder/core/pitch"
)

// Comfort tells where on the neck a box first becomes comfortable for the
// hand, with its fingers as they are, and how to bring it down from there.
type Comfort struct {
	Fret    int          `json:"fret"`  // where its lowest note stands then; 0 when the neck is too short
	Frets   int          `json:"frets"` // how far up that is
	Message string       `json:"message"`
	Days    []ComfortDay `json:"days"` // a week at most, a fret lower each day
}

// ComfortDay is one day's place of the box.
type ComfortDay struct {
	Day    int     `json:"day"`
	Fret   int     `json:"fret"`
	Tonic  string  `json:"tonic"` // the key it sounds in there
	OpenMM float64 `json:"openMm"`
}

const daysOfWeek = 7

// comfort moves the box up until no pair of fingers opens past its comfortable
// limit. It is nil where the box is comfortable as it stands or cannot move.
func (j *job) comfort(f fingered, low int) *Comfort {
	if f.Report.Comfortable.Over() <= 0 || low == 0 {
		return nil
	}
	top := 0
	for _, p := range f.Notes {
		top = max(top, p.Fret)
	}
	for up := 1; top+up <= j.neck.Frets; up++ {
		if j.openingAt(f, up).Over() <= 0 {
			return j.comfortPlan(f, low, up)
		}
	}
	return &Comfort{Message: "Nowhere on this neck is it comfortable for this hand with these fingers.", Days: []ComfortDay{}}
}

func (j *job) openingAt(f fingered, up int) hand.Opening {
	moved := make([]neck.Place, len(f.Notes))
	for i, p := range f.Notes {
		moved[i] = neck.Place{String: p.String, Fret: p.Fret + up}
	}
	return hand.Summarize(j.neck, j.style.Limits, moved, f.Touches).Comfortable
}

func (j *job) comfortPlan(f fingered, low, up int) *Comfort {
	c := &Comfort{Fret: low + up, Frets: up, Days: []ComfortDay{}}
	for day := 0; day <= up && day < daysOfWeek; day++ {
		at := up - day
		tonic := practicalTonic(j.scale.Tonic.Class() + at)
		c.Days = append(c.Days, ComfortDay{day + 1, low + at, tonic.String(), tenth(j.openingAt(f, at).MM)})
	}
	c.Message = fmt.Sprintf("Comfortable from fret %d, %s higher. Start there and bring it down a fret a day.", c.Fret, count(up, "fret", "frets"))
	return c
}

// practicalTonic spells a tonic with the fewest signs, D♭ and F♯ of the two
// that have as many.
func practicalTonic(class int) pitch.Name {
	for fifths := -5; fifths <= 6; fifths++ {
		if n := pitch.FromFifths(fifths); n.Class() == class%12 {
			return n
		}
	}
	return pitch.Name{}
}

func count(n int, one, more string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %s", n, more)
}
