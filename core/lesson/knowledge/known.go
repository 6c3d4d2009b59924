package knowledge

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// FactAnswer is that a fact was known, or not, on a day.
type FactAnswer struct {
	Fact  string
	On    calendar.Day
	Right bool
}

// Known is the chance, 0 to 1, that each fact is known on a day, by the answers so far, the
// earliest first. A day counts as one repetition: clean where all of its answers were right,
// nearly where some were, not yet where none was. What was answered wrongly the last time is
// not known at all: it comes back at once, as a card that goes back to the first box does in
// the schedule of S. Leitner, "So lernt man lernen" (1972).
func Known(answers []FactAnswer, on calendar.Day) map[string]float64 {
	type day struct{ right, of int }
	type state struct {
		memory Memory
		today  day
		on     calendar.Day
		missed bool
	}
	all := map[string]*state{}
	for _, a := range answers {
		s := all[a.Fact]
		if s == nil {
			s = &state{on: a.On}
			all[a.Fact] = s
		}
		if a.On != s.on {
			s.memory = s.memory.After(dayResult(s.today.right, s.today.of), s.on)
			s.today, s.on = day{}, a.On
		}
		s.today.of++
		if a.Right {
			s.today.right++
		}
		s.missed = !a.Right
	}
	out := make(map[string]float64, len(all))
	for fact, s := range all {
		if s.missed {
			out[fact] = 0
			continue
		}
		out[fact] = s.memory.After(dayResult(s.today.right, s.today.of), s.on).Known(on)
	}
	return out
}

func dayResult(right, of int) result.Result {
	switch right {
	case of:
		return result.Clean
	case 0:
		return result.NotYet
	}
	return result.Nearly
}

// sure is from which chance on a fact counts as known: the share of what is due on its day.
const sure = Retention

// Knowledge is what is known of a neck and of the keys.
type Overview struct {
	Knows   int     `json:"knows"` // places
	Of      int     `json:"of"`
	Asked   int     `json:"asked"` // places that were ever asked
	Words   string  `json:"words"`
	Places  []Place `json:"places"` // in the order of strings and frets
	Keys    []Key   `json:"keys"`   // round by fourths
	Degrees []Fact  `json:"degrees"`
}

// KnownPlace is a place with the chance that its name is known.
type Place struct {
	neck.Place
	Known float64 `json:"known"`
	Asked bool    `json:"asked"`
	Sure  bool    `json:"sure"` // it counts as known
}

// KnownKey is a key with the chance that its spelling and its signature are known, the less of
// the two that were asked.
type Key struct {
	Tonic string  `json:"tonic"`
	Label string  `json:"label"`
	Known float64 `json:"known"`
	Asked bool    `json:"asked"`
	Sure  bool    `json:"sure"`
}

// KnownFact is a degree that is called, with the chance that its low place is known.
type Fact struct {
	Label string  `json:"label"`
	Known float64 `json:"known"`
	Sure  bool    `json:"sure"`
}

// knownFrets is up to which fret places are reckoned: what lies higher repeats it.
const knownFrets = 12

// weakFrets is how wide a stretch of a string is that is named as weakest: a hand.
const weakFrets = 4

// KnowledgeOf reads what is known on the neck of a brief, and of the keys of its scale.
func Of(b brief.Brief, known map[string]float64) (Overview, error) {
	r, err := brief.Read(b)
	if err != nil {
		return Overview{}, err
	}
	k := Overview{Places: []Place{}, Keys: []Key{}, Degrees: []Fact{}}
	high := min(knownFrets, r.Neck.Frets)
	for str := 1; str <= r.Neck.Strings(); str++ {
		for fret := 0; fret <= high; fret++ {
			p := neck.Place{String: str, Fret: fret}
			chance, asked := known[call.PlaceFact(r.Neck, p)]
			k.Places = append(k.Places, Place{p, chance, asked, chance >= sure})
			k.Of++
			if chance >= sure {
				k.Knows++
			}
			if asked {
				k.Asked++
			}
		}
	}
	for i := range 12 {
		n := scale.ByFourths(pitch.MustParseName("C"), i)
		key := Key{Tonic: n.String(), Label: r.Say(n), Known: 1}
		for _, kind := range []string{"spell", "signature"} {
			if chance, asked := known[call.KeyFact(kind, n.String(), r.Scale.Name)]; asked {
				key.Asked, key.Known = true, min(key.Known, chance)
			}
		}
		if !key.Asked {
			key.Known = 0
		}
		key.Sure = key.Known >= sure
		k.Keys = append(k.Keys, key)
	}
	var degrees []string
	for fact := range known {
		if d, ok := strings.CutPrefix(fact, "numbers "); ok {
			degrees = append(degrees, d)
		}
	}
	slices.SortFunc(degrees, func(a, b string) int {
		return cmp.Or(cmp.Compare(a[len(a)-1:], b[len(b)-1:]), cmp.Compare(b, a))
	})
	for _, d := range degrees {
		k.Degrees = append(k.Degrees, Fact{pitch.Pretty(d), known["numbers "+d], known["numbers "+d] >= sure})
	}
	k.Words = k.words(high)
	return k, nil
}

// words say how much is known, and where the least is.
func (k Overview) words(high int) string {
	if k.Asked == 0 {
		return fmt.Sprintf("No notes asked yet (%d places up to fret %d).", k.Of, high)
	}
	words := fmt.Sprintf("Knows %d of %s up to fret %d", k.Knows, english.Count(k.Of, "place", "places"), high)
	if k.Knows == k.Of {
		return words + "."
	}
	str, low := k.weakest(high)
	return fmt.Sprintf("%s; weakest: string %d, %s.", words, str, english.Range("fret", "frets", low,
		min(low+weakFrets-1, high)))
}

// weakest is the stretch of a string of which the least is known; of those alike the one in
// which the most was asked, then the lowest.
func (k Overview) weakest(high int) (str, low int) {
	at := func(str, fret int) Place { return k.Places[(str-1)*(high+1)+fret] }
	strs := len(k.Places) / (high + 1)
	best, bestAsked := 2.0*weakFrets, 0
	for s := 1; s <= strs; s++ {
		for from := 0; from+weakFrets-1 <= high; from++ {
			sum, asked := 0.0, 0
			for fret := from; fret < from+weakFrets; fret++ {
				sum += at(s, fret).Known
				if at(s, fret).Asked {
					asked++
				}
			}
			if sum < best || sum == best && asked > bestAsked {
				best, bestAsked, str, low = sum, asked, s, from
			}
		}
	}
	return str, low
}

// SittingAnswer is one answer of a sitting.
type Answer struct {
	Show  string          `json:"show"` // what was asked
	Right bool            `json:"right"`
	MS    int             `json:"ms"`   // that it took; 0 where it was not timed
	Time  string          `json:"time"` // "early", "on", "late", or empty
	Facts map[string]bool `json:"-"`
}

// Summary is what came of a sitting of calls or of a sheet.
type Summary struct {
	Right    int      `json:"right"`
	Of       int      `json:"of"`
	OnTime   int      `json:"onTime"` // of the right ones, where they were due on a beat; -1 where none was
	Streak   int      `json:"streak"` // the longest row of right answers
	MedianMS int      `json:"medianMs"`
	Learned  []string `json:"learned"` // what was right at last and was not known before
	Missed   []string `json:"missed"`  // what was wrong at last
	Words    string   `json:"words"`
}

// mostNamed bounds what is named of a sitting.
const mostNamed = 12

// Summarise says what came of a sitting, beside what was known before it.
func Summarise(answers []Answer, before map[string]float64) Summary {
	s := Summary{Of: len(answers), OnTime: -1, Learned: []string{}, Missed: []string{}}
	last := map[string]bool{}
	var order []string
	var times []int
	row := 0
	for _, a := range answers {
		if a.Right {
			s.Right++
			row++
			s.Streak = max(s.Streak, row)
		} else {
			row = 0
		}
		if a.Time != "" {
			s.OnTime = max(s.OnTime, 0)
			if a.Right && a.Time == "on" {
				s.OnTime++
			}
		}
		if a.MS > 0 {
			times = append(times, a.MS)
		}
		facts := make([]string, 0, len(a.Facts))
		for f := range a.Facts {
			facts = append(facts, f)
		}
		slices.Sort(facts)
		for _, f := range facts {
			if _, there := last[f]; !there {
				order = append(order, f)
			}
			last[f] = a.Facts[f]
		}
	}
	if len(times) > 0 {
		slices.Sort(times)
		s.MedianMS = times[len(times)/2]
	}
	for _, f := range order {
		switch {
		case !last[f] && len(s.Missed) < mostNamed:
			s.Missed = append(s.Missed, call.FactWords(f))
		case last[f] && before[f] < sure && len(s.Learned) < mostNamed:
			s.Learned = append(s.Learned, call.FactWords(f))
		}
	}
	s.Words = s.words()
	return s
}

func (s Summary) words() string {
	if s.Of == 0 {
		return "No answers."
	}
	words := fmt.Sprintf("%d of %d right", s.Right, s.Of)
	if s.OnTime >= 0 {
		words += fmt.Sprintf(", %d of them on the beat", s.OnTime)
	}
	if s.MedianMS > 0 {
		words += fmt.Sprintf(", half of them within %.1f s", float64(s.MedianMS)/1000)
	}
	return words + "."
}
