package plan

import (
	"cmp"
	"errors"
	"reflect"
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/planning/brief"
)

// On is a brief on another instrument and under another hand, without what cannot be
// had there: a layout that these strings have not, a figure that this neck has no room
// for. Where nothing that is left out helps, the error is a fault.List that names the
// field of the instrument that forbids it, and the brief is as far as it came.
func On(b brief.Brief, in brief.Instrument, h brief.Hand) (brief.Brief, error) {
	from := b
	if b = brief.Fields.On(b, in, h); reflect.DeepEqual(from, b) {
		return b, nil // it is there already
	}
	for {
		_, err := Build(b)
		var faults fault.List
		if !errors.As(err, &faults) {
			return b, err
		}
		less := b
		for _, f := range faults {
			less = without(less, f.Field)
		}
		if len(brief.Fields.Lost(b, less)) == 0 {
			return b, ofNeck(in, faults)
		}
		b = less
	}
}

// without is a brief without the field that a problem is about and what hangs on it; or
// where it does not say that, without the first thing that it says of the same object.
// What is asked for stays: the instrument, the limits of the hand, the scale.
func without(b brief.Brief, field string) brief.Brief {
	object, _, _ := strings.Cut(field, ".")
	about, beside := "", ""
	for _, f := range brief.Fields.All() {
		of, _, _ := strings.Cut(f.Path, ".")
		switch {
		case f.Value(&b) == nil, of == "instrument", of == "scale", strings.HasPrefix(f.Path, "hand.limitsMm"):
		case field == f.Path, strings.HasPrefix(field, f.Path+"."), strings.HasPrefix(field, f.Path+"["):
			about = f.Path
		case beside == "" && of == object:
			beside = f.Path
		}
	}
	return brief.Fields.With(b, brief.Fields.Cleared(brief.Changes{cmp.Or(about, beside): nil}))
}

// ofNeck says problems of a brief as those of the neck that it was put on.
func ofNeck(in brief.Instrument, faults fault.List) error {
	out := slices.Clone(faults)
	field := "instrument.id"
	switch {
	case in.Frets != nil:
		field = "instrument.frets"
	case in.Capo > 0:
		field = "instrument.capo"
	case len(in.Tuning) > 0:
		field = "instrument.tuning"
	}
	for i, f := range out {
		if !strings.HasPrefix(f.Field, "instrument.") {
			out[i] = fault.Fault{Field: field, Message: "this neck has no place for it: " + f.Message}
		}
	}
	return out
}
