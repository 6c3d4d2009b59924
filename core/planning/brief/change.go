package brief

import (
	"encoding/json"
	"maps"
	"reflect"
	"slices"
	"strings"

	"evenladder/core/base/fault"
)

// level is what a value is about. A brief is read from the outside in: an instrument
// has a neck, the neck and the scale make boxes, one of them is chosen, and it lies on
// places. What lies further in means nothing any more once something outside it is
// another: a box of other boxes, a string of another neck.
type level int

const (
	theInstrument level = iota + 1 // its measures, and what is taught on it
	theNeck                        // strings and frets
	theBoxes                       // which of the boxes
	theBox                         // where the chosen box lies
	thePlaces                      // string and fret
)

// Changes are values for fields of a brief by path; nil takes a field out.
type Changes map[string]any

// With is the brief with these changes and no others, each under a path of the table.
// It panics where a value is not of its field's kind, as choices never are.
func (t Table) With(b Brief, changes Changes) Brief {
	for path, v := range changes {
		f, ok := t.Find(path)
		if !ok {
			continue
		}
		f.clear(&b)
		if v == nil {
			continue
		}
		at := reflect.ValueOf(f.at(&b)).Elem()
		if at.Kind() == reflect.Pointer {
			at.Set(reflect.New(at.Type().Elem()))
			at = at.Elem()
		}
		at.Set(reflect.ValueOf(v).Convert(at.Type()))
	}
	return b
}

// Cleared adds to changes what means nothing any more once these fields are others.
func (t Table) Cleared(changes Changes) Changes {
	out := maps.Clone(changes)
	for path := range changes {
		f, _ := t.Find(path)
		for _, other := range f.hangsOn(t) {
			if _, set := out[other]; !set {
				out[other] = nil
			}
		}
	}
	return out
}

// hangsOn are the paths of what means nothing any more once the field is another.
func (f Field) hangsOn(t Table) []string {
	out := append([]string{}, f.clears...)
	for _, g := range t {
		for i := range g.Fields {
			if f.makes > 0 && g.Fields[i].within >= f.makes {
				out = append(out, g.Fields[i].Path)
			}
		}
	}
	return out
}

// Change is the brief with these changes and without what hangs on them. A change of
// scale stays in the box that is played where the new scale has it. What is changed
// into what it is changes nothing, and what is asked for by name stands, whatever it
// hangs on.
func (t Table) Change(b Brief, changes Changes) Brief {
	r := t.readAll(b)
	return t.With(b, t.and(t.inPlace(&r, t.movedChords(b, t.differing(b, changes))), changes))
}

// movedChords adds to a change of key the chords that are written as symbols, in that key.
func (t Table) movedChords(b Brief, changes Changes) Changes {
	tonic, ok := changes["scale.tonic"].(string)
	if !ok {
		return changes
	}
	from, err := parseTonic(b.Scale.Tonic)
	to, err2 := parseTonic(tonic)
	if err != nil || err2 != nil {
		return changes
	}
	moved := b.InKeyOf(from, to)
	if _, set := changes["backing.chords"]; !set && b.Backing.Chords != "" {
		changes["backing.chords"] = moved.Backing.Chords
	}
	if _, set := changes["run.chords"]; !set && len(b.Run.Chords) > 0 && degreesOf(b.Run.Chords) == nil {
		changes["run.chords"] = moved.Run.Chords
	}
	return changes
}

// differing are those changes that change anything, with what hangs on them.
func (t Table) differing(b Brief, changes Changes) Changes {
	now := Changes{}
	for path, v := range changes {
		if f, ok := t.Find(path); ok && !reflect.DeepEqual(f.Value(&b), v) {
			now[path] = v
		}
	}
	return t.Cleared(now)
}

// and are changes with others that go before them.
func (Table) and(changes, first Changes) Changes {
	maps.Copy(changes, first)
	return changes
}

// InKey is the brief in another key, InBox in another box.
func (t Table) InKey(b Brief, tonic string) Brief {
	return t.With(b, t.movedChords(b, t.Cleared(Changes{"scale.tonic": tonic})))
}

// InBox is the brief in another of its boxes.
func (t Table) InBox(b Brief, box int) Brief {
	return t.With(b, t.Cleared(Changes{"layout.box": box}))
}

// Bare is the brief without what hangs on a field: for "scale.tonic" without any choice
// of a box, for "layout.box" in that box, wherever it lies.
func (t Table) Bare(b Brief, path string) Brief {
	changes := t.Cleared(Changes{path: nil})
	delete(changes, path)
	return t.With(b, changes)
}

// On is the brief on another instrument and under another hand. Schools that the hand
// does not name stay as they are, unless the strings are others; the limits are the
// hand's own, and fingers are those of a box.
func (t Table) On(b Brief, in Instrument, h Hand) Brief {
	from := Brief{Instrument: in, Hand: h}
	changes := Changes{}
	for _, f := range instrumentGroup.Fields {
		changes[f.Path] = f.Value(&from)
	}
	strings := in.ID != b.Instrument.ID || !slices.Equal(in.Tuning, b.Instrument.Tuning)
	for _, f := range handGroup.Fields {
		if own := f.Value(&from); f.Path != fingersPath && (own != nil || strings || f.Kind() == Numbers) {
			changes[f.Path] = own
		}
	}
	return t.With(b, t.and(t.differing(b, changes), changes))
}

// Lost are the paths of what a brief said and another leaves unsaid.
func (t Table) Lost(before, after Brief) []string {
	out := []string{}
	for _, g := range t {
		for i := range g.Fields {
			if f := &g.Fields[i]; f.Value(&before) != nil && f.Value(&after) == nil {
				out = append(out, f.Path)
			}
		}
	}
	return out
}

// put gives a JSON object a value at a path.
func put(object map[string]any, path string, v any) {
	head, rest, within := strings.Cut(path, ".")
	if !within {
		object[head] = v
		return
	}
	inner, _ := object[head].(map[string]any)
	if inner == nil {
		inner = map[string]any{}
		object[head] = inner
	}
	put(inner, rest, v)
}

// ReadChanges reads changes by path as they come over the wire, null for what is taken
// out. Errors name the path.
func (t Table) ReadChanges(given map[string]any) (Changes, error) {
	var faults fault.List
	whole := map[string]any{}
	for _, path := range slices.Sorted(maps.Keys(given)) {
		v := given[path]
		if _, ok := t.Find(path); !ok {
			faults.Addf("change", "no field is called %q: give a path of the brief such as scale.tonic",
				fault.Clip(path))
			continue
		}
		if v != nil {
			put(whole, path, v)
		}
	}
	if err := faults.Or(); err != nil {
		return nil, err
	}
	data, err := json.Marshal(whole)
	if err != nil {
		return nil, err
	}
	var read Brief
	if err := fault.Decode(data, "change", &read); err != nil {
		return nil, err
	}
	out := Changes{}
	for path := range given {
		f, _ := t.Find(path)
		out[path] = f.Value(&read)
	}
	return out, nil
}
