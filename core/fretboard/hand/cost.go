package hand

// Costs is the price list of the model. Lengths are millimetres, prices have
// no unit: only their proportions matter.
type Costs struct {
	EasyMM       [3]float64 // opening between fingers 1-2, 2-3, 3-4 that costs nothing
	StrainPerMM  [3]float64 // price of each millimetre beyond it
	Back         float64    // reach of the index
	BackPerMM    float64
	Forward      float64 // reach of the little finger
	ForwardPerMM float64
	Pivot        float64    // the hand turns by a fret about a finger that could stay
	Crossing     float64    // shift while going to another string
	BesideOpen   float64    // shift while an open string sounds
	WithinString float64    // shift between two notes of one string
	OverHalfStep float64    // added where that leads over a half step by the finger on the other side
	SameFinger   [4]float64 // a finger, index to little, sliding to another fret of its string
	Glide        float64    // the index between its two frets, in a school that gives it two
	Hop          float64    // one finger going to another fret of another string
	Roll         float64    // one finger going to the same fret of another string: a barre, or a roll
	Unlike       float64    // each note of a run that another finger takes than in its box
	ShiftPerMM   float64    // added to each kind of shift for the way the hand moves
	Away         float64    // each note that is stopped away from the home position
}

// costs holds for the school that plays two whole steps 1-2-4. The prices by
// the millimetre and of shifts are common practice, from a trial against the
// fingerings that teachers agree on. The flat prices of a reach and of a pivot
// are our own: they keep those fingerings the same high up the neck, where
// millimetres are few.
var costs = Costs{
	EasyMM:       [3]float64{47, 38, 36},
	StrainPerMM:  [3]float64{0.6, 1.2, 1.6},
	Back:         9,
	BackPerMM:    0.25,
	Forward:      14,
	ForwardPerMM: 0.6,
	Pivot:        4,
	Crossing:     9,
	BesideOpen:   6,
	WithinString: 38,
	OverHalfStep: 32,
	SameFinger:   [4]float64{38, 40, 40, 44},
	Glide:        5,
	Hop:          180,
	Roll:         2,
	Unlike:       45,
	ShiftPerMM:   0.12,
	Away:         6,
}

// exchanged is the price list of the 1-3-4 school: what the index finds easy
// there is asked of the little finger.
func (c Costs) exchanged() Costs {
	c.EasyMM[0], c.EasyMM[2] = c.EasyMM[2], c.EasyMM[0]
	c.StrainPerMM[0], c.StrainPerMM[2] = c.StrainPerMM[2], c.StrainPerMM[0]
	c.Back, c.Forward = c.Forward, c.Back
	c.BackPerMM, c.ForwardPerMM = c.ForwardPerMM, c.BackPerMM
	return c
}

// preferring weighs reaches against shifts.
func (c Costs) preferring(prefer Prefer) Costs {
	const weight = 2.5
	switch prefer {
	case PreferReach:
		for _, p := range []*float64{&c.Crossing, &c.BesideOpen, &c.WithinString, &c.ShiftPerMM} {
			*p *= weight
		}
		for i := range c.SameFinger {
			c.SameFinger[i] *= weight
		}
	case PreferShift:
		for _, p := range []*float64{&c.Back, &c.BackPerMM, &c.Forward, &c.ForwardPerMM} {
			*p *= weight
		}
	}
	return c
}
