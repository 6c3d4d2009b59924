package brief

import (
	"evenladder/core/fault"
	"evenladder/core/pitch"
	"evenladder/core/table"
)

var namesGroup = Group{Head: "scale.tonic", first: true, Fields: []Field{{
	Path: "names", Title: "Note names", About: "How notes are said to readers; data stays English.", Point: pointReader,
	at: func(b *Brief) any { return &b.Names }, Options: rowsOf(pitch.Namings), Usual: always(pitch.English),
	say: func(r *Reading) (lead, words string) {
		if r.Naming.ID != pitch.English {
			return ", with notes said as ", r.Naming.Name
		}
		return
	},
}}, make: func(r *Reading, _ *fault.List) {
	r.Naming, _ = table.Find(pitch.Namings, r.Brief.Names)
}}
