package store

import (
	"strings"

	"evenladder/core/plan"
)

// OwnInstrument is an instrument or a tuning of the teacher's or a pupil's
// own: a catalogue instrument with its measures overridden.
type OwnInstrument struct {
	Name       string               `json:"name"`
	Instrument plan.InstrumentBrief `json:"instrument"`
}

func (i OwnInstrument) searchText() string {
	return i.Name + "\n" + strings.Join(i.Instrument.Tuning, " ")
}
