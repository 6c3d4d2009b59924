package brief

import "reflect"

// Short is a brief without what goes without saying: it reads as the same. A brief
// that cannot be met stays as it is.
func (t Table) Short(b Brief) Brief {
	whole := t.readAll(b)
	if !whole.met {
		return b
	}
	for _, f := range t.All() {
		if f.Value(&b) == nil {
			continue
		}
		shorter := b
		f.clear(&shorter)
		if r := t.readAll(shorter); r.met && reflect.DeepEqual(r.Brief, whole.Brief) {
			b = shorter
		}
	}
	return b
}
