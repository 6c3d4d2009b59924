package worksheet

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
)

// Filled is an item that was filled in, as far as it goes.
type Filled struct {
	Request
	Sheet int      `json:"sheet"` // its number, from 1
	Item  int      `json:"item"`  // from 1
	Given []string `json:"given"` // as typed; empty where nothing is written yet
	Count string   `json:"count,omitempty"`
	// Distances are what the distances between the notes were named, ids of Distances; empty where one was not.
	Distances []string   `json:"distances,omitempty"`
	Step      call.Steps `json:"step,omitempty"` // letters first, then signs; signs where it is not given
}

// Judged is how an item was filled in.
type Judged struct {
	Right     bool        `json:"right"` // the whole of it
	Blanks    []string    `json:"blanks"`
	Slips     []call.Slip `json:"slips"`
	Count     string      `json:"count"`     // verdict on the count of signs; empty where it is not asked
	Distances []string    `json:"distances"` // verdicts on what was named, of a scale
	Words     string      `json:"words"`
}

// What a blank may come to.
const (
	BlankRight = "right"
	BlankWrong = "wrong"
	BlankEmpty = "empty"
	BlankAgain = "again" // it was not understood
)

const maxBlankLen = 24

// Judge judges an item. What cannot be one is a fault.List.
func Judge(f Filled) (Judged, error) {
	k, it, r, err := f.item()
	if err != nil {
		return Judged{}, err
	}
	out := Judged{Blanks: make([]string, it.Blanks), Slips: []call.Slip{}}
	given := make([]string, 0, it.Blanks)
	again := ""
	for i, text := range f.Given {
		text = strings.TrimSpace(text)
		value, ok := read(r, it, k.writes, text)
		switch {
		case text == "":
			value, out.Blanks[i] = "", BlankEmpty
		case !ok:
			value, out.Blanks[i], again = "", BlankAgain, text
		default:
			out.Blanks[i] = BlankRight
		}
		given = append(given, value)
	}
	for i := len(given); i < it.Blanks; i++ {
		out.Blanks[i] = BlankEmpty
		given = append(given, "")
	}
	out.Slips = k.slips(r, it, given, f.Step)
	for _, s := range out.Slips {
		out.Blanks[s.At] = BlankWrong
	}
	out.distances(r, it, f, given)
	out.count(it, f)
	needed := len(it.Answer)
	left := 0
	for _, b := range out.Blanks[:needed] {
		if b == BlankEmpty || b == BlankAgain {
			left++
		}
	}
	out.Right = left == 0 && len(out.Slips) == 0 && f.Step != call.LettersStep && (it.Count == nil ||
		out.Count == BlankRight)
	out.Words = out.words(it, f.Step, again, left)
	return out, nil
}

// item is the item that was filled in.
func (f Filled) item() (Kind, Item, brief.Reading, error) {
	k, _ := Find(f.Kind)
	made, err := Build(f.Request)
	if err != nil {
		return k, Item{}, brief.Reading{}, err
	}
	var faults fault.List
	faults.Between("sheet", f.Sheet, 1, len(made.Sheets))
	if len(faults) > 0 {
		return k, Item{}, brief.Reading{}, faults
	}
	items := made.Sheets[f.Sheet-1].Items
	faults.Between("item", f.Item, 1, len(items))
	if len(faults) > 0 {
		return k, Item{}, brief.Reading{}, faults
	}
	it := items[f.Item-1]
	if len(f.Given) > it.Blanks {
		faults.Addf("given", "%d were given: give %d at most", len(f.Given), it.Blanks)
	}
	faults.Each("given", len(f.Given), func(i int) error {
		if len(f.Given[i]) > maxBlankLen {
			return fmt.Errorf("%q was given: give something shorter", fault.Clip(f.Given[i]))
		}
		return nil
	})
	if len(f.Count) > maxBlankLen {
		faults.Addf("count", "%q was given: give a number", fault.Clip(f.Count))
	}
	f.checkDistances(it, &faults)
	if f.Step != "" && f.Step != call.LettersStep && f.Step != call.BothSteps {
		faults.Addf("step", "%q was given: give %s or %s", fault.Clip(string(f.Step)), call.LettersStep, call.BothSteps)
	}
	if len(faults) > 0 {
		return k, Item{}, brief.Reading{}, faults
	}
	b := f.base()
	b.Scale = brief.Scale{Tonic: it.tonic.String(), Name: "major"}
	r, err := brief.Read(b)
	return k, it, r, err
}

// read is what was typed in a blank as data; ok is false for what cannot be an answer.
func read(r brief.Reading, it Item, as writes, text string) (string, bool) {
	switch as {
	case frets:
		n, err := strconv.Atoi(strings.TrimPrefix(strings.ToLower(text), "fret "))
		return strconv.Itoa(n), err == nil && n >= 0
	case fingers:
		if text == "0" || strings.EqualFold(text, "open") {
			return "0", true
		}
		return call.TypedFinger(text)
	case places:
		p, ok := call.TypedPlace(text)
		if !ok || p.String < 1 || p.String > r.Neck.Strings() || p.Fret < 0 || p.Fret > r.Neck.Frets {
			return "", false
		}
		return fmt.Sprintf("%d/%d", p.String, p.Fret), true
	}
	n, ok := r.Naming.Typed(text, it.tonic)
	return n.String(), ok
}

// slips are what is wrong with the blanks, each for its own kind of writing.
func (k Kind) slips(r brief.Reading, it Item, given []string, step call.Steps) []call.Slip {
	if k.writes == names && k.ID != "neck" && k.ID != "staff" {
		given = slices.Clone(given)
		for len(given) > len(it.Answer) && given[len(given)-1] == "" {
			given = given[:len(given)-1]
		}
		if step == "" {
			step = call.BothSteps
		}
		return call.Slips(it.Answer, given, step, r.Say)
	}
	out := []call.Slip{}
	for i, want := range it.Answer {
		if given[i] != "" && !k.same(r, want, given[i]) {
			out = append(out, call.Slip{At: i, Kind: "other", Words: fmt.Sprintf("Number %d is wrong.", i+1)})
		}
	}
	return out
}

// same reports whether two answers are as good as each other: a place that sounds the same
// note is.
func (k Kind) same(r brief.Reading, want, given string) bool {
	if want == given || k.writes != places {
		return want == given
	}
	midi := func(s string) int {
		var p neck.Place
		_, _ = fmt.Sscanf(s, "%d/%d", &p.String, &p.Fret) // both are data
		return r.Neck.MIDI(p)
	}
	return midi(want) == midi(given)
}

// count judges the number of signs.
func (m *Judged) count(it Item, f Filled) {
	if it.Count == nil {
		return
	}
	text := strings.TrimSpace(f.Count)
	n, err := strconv.Atoi(text)
	switch {
	case text == "":
		m.Count = BlankEmpty
	case err != nil:
		m.Count = BlankAgain
	case n == *it.Count:
		m.Count = BlankRight
	default:
		m.Count = BlankWrong
		words := fmt.Sprintf("It has %s.", english.CountInWords(*it.Count, "accidental", "accidentals"))
		kind := "count"
		if last, err := pitch.ParseName(it.Answer[max(len(it.Answer)-1, 0):][0]); err == nil && it.Steps != nil &&
			n == *it.Count+max(last.Accidental(), -last.Accidental()) {
			kind, words = "counted-twice", "The last note repeats the first, so don't count its sharp or flat twice."
		}
		m.Slips = append(m.Slips, call.Slip{At: it.Blanks, Kind: kind, Words: words})
	}
}

// words is how an item was filled in, for the one who filled it in.
func (m *Judged) words(it Item, step call.Steps, again string, left int) string {
	switch {
	case len(m.Slips) > 0:
		return m.Slips[0].Words
	case again != "":
		return fmt.Sprintf("%q isn't clear. Write it again.", fault.Clip(again))
	case left > 0:
		return english.CountInWords(left, "blank is", "blanks are") + " left."
	case step == call.LettersStep:
		return "The letters are right. Now add the sharps or flats."
	case it.Count != nil && m.Count != BlankRight:
		return "The notes are right. How many sharps or flats are there?"
	}
	return "All right."
}
