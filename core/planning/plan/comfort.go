package plan

import (
	"fmt"

	"evenladder/core/base/english"
	"evenladder/core/base/number"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/scale"
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
func (m *maker) comfort(f fingered, low int) *Comfort {
	if f.Report.Comfortable.Over() <= 0 || low == 0 {
		return nil
	}
	top := 0
	for _, p := range f.Notes {
		top = max(top, p.Fret)
	}
	for up := 1; top+up <= m.Neck.Frets; up++ {
		if m.openingAt(f, up).Over() <= 0 {
			return m.comfortPlan(f, low, up)
		}
	}
	return &Comfort{Message: "With these fingers, it isn't comfortable for this hand anywhere on the neck.",
		Days: []ComfortDay{}}
}

func (m *maker) openingAt(f fingered, up int) hand.Opening {
	moved := make([]neck.Place, len(f.Notes))
	for i, p := range f.Notes {
		moved[i] = neck.Place{String: p.String, Fret: p.Fret + up}
	}
	return hand.Summarize(m.Neck, m.Style.Limits, moved, f.Touches).Comfortable
}

func (m *maker) comfortPlan(f fingered, low, up int) *Comfort {
	c := &Comfort{Fret: low + up, Frets: up, Days: []ComfortDay{}}
	for day := 0; day <= up && day < daysOfWeek; day++ {
		at := up - day
		tonic := scale.UsualTonic(m.Scale.Tonic.Class() + at)
		c.Days = append(c.Days, ComfortDay{day + 1, low + at, tonic.String(), number.Tenth(m.openingAt(f, at).MM)})
	}
	c.Message = fmt.Sprintf("Comfortable from fret %d, %s higher. Start there and move down a fret a day.", c.Fret,
		english.Count(up, "fret", "frets"))
	return c
}
