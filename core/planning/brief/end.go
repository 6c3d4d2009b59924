package brief

import (
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/run"
)

// endGroup is said after the rhythm.
var endGroup = Group{Head: "run.pattern", Fields: []Field{
	{
		Path: "run.fit", Title: "The last bar", About: "How the last bar is filled.", Point: pointRun,
		at: func(b *Brief) any { return &b.Run.Fit }, Options: run.Fits, Usual: always(string(run.AsIs)),
		say: func(r *Reading) (lead, words string) {
			if r.Fit != run.AsIs {
				return ", ", phrase(run.Fits, r.Brief.Run.Fit)
			}
			return
		},
	},
	{
		Path: "picking", Title: "Picking", About: "Id of the way to sound the run.", Point: pointRun, Part: true,
		at: func(b *Brief) any { return &b.Picking }, within: theInstrument, Options: rowsOf(run.Pickings),
		Usual: usualPicking,
		say: func(r *Reading) (lead, words string) {
			if r.Picking.ID != run.AlternatePicking {
				return ", with ", r.Picking.Phrase
			}
			return
		},
	},
}, make: func(r *Reading, _ *fault.List) {
	r.Fit = run.Fit(r.Brief.Run.Fit)
	r.Picking, _ = table.Find(run.Pickings, r.Brief.Picking)
}}

// usualPicking is a pick where one is usual.
func usualPicking(r *Reading) string {
	switch {
	case r.System.Uses.Rings:
		return run.ThumbIndexMiddle
	case r.Instrument.Family == neck.Basses || r.Instrument.Family == neck.Uprights:
		return run.IndexAndMiddle
	case r.Instrument.Nylon:
		return run.FreeStroke
	}
	return run.AlternatePicking
}
