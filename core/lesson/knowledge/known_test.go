package knowledge_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/planning/brief"
)

// answers are marks of one fact, day by day apart by spaces: + right, - not.
func answers(fact, days string, from calendar.Day) (out []knowledge.FactAnswer) {
	for i, day := range strings.Fields(days) {
		for _, mark := range day {
			if mark != '.' {
				out = append(out, knowledge.FactAnswer{Fact: fact, On: from.Add(i), Right: mark == '+'})
			}
		}
	}
	return out
}

func TestWhatIsKnown(t *testing.T) {
	from := calendar.MustParse("2031-03-03")
	for _, c := range []struct {
		days  string
		after int // days after the first
		sure  bool
	}{
		{"+", 0, true},
		{"+", 2, true},
		{"+", 4, false},      // once right is soon due again
		{"+ . . +", 9, true}, // right when it was due: it lasts longer
		{"-", 0, false},
		{"-+", 0, true},
		{"+-", 0, false}, // what was missed the last time is not known
		{"+ . . + . . . . . . . +-", 11, false},
		{"+ . . -+", 4, true},
	} {
		known := knowledge.Known(answers("f", c.days, from), from.Add(c.after))["f"]
		assert.Equal(t, c.sure, known >= 0.9, "%q after %d days: %.3f", c.days, c.after, known)
	}
	assert.Zero(t, knowledge.Known(answers("f", "+-", from), from)["f"], "it comes back at once")
	assert.Empty(t, knowledge.Known(nil, from))
}

// The chance that something is known lies between 0 and 1, falls day by day, and one more right
// answer on a later day never lowers it.
func TestKnowledgeFadesAndGrows(t *testing.T) {
	from := calendar.MustParse("2031-03-03")
	rapid.Check(t, func(t *rapid.T) {
		days := rapid.SliceOfN(rapid.SampledFrom([]string{"+", "-", "+-+", "-+", ".", "++"}), 1, 12).Draw(t, "days")
		list := answers("f", strings.Join(days, " "), from)
		last := 2.0
		for day := len(days); day < len(days)+40; day += 3 {
			known := knowledge.Known(list, from.Add(day))["f"]
			assert.GreaterOrEqual(t, known, 0.0)
			assert.LessOrEqual(t, known, min(last, 1))
			last = known
		}
		on := from.Add(len(days) + 2)
		more := append(append([]knowledge.FactAnswer{}, list...), knowledge.FactAnswer{Fact: "f", On: on, Right: true})
		later := on.Add(5)
		assert.GreaterOrEqual(t, knowledge.Known(more, later)["f"], knowledge.Known(list, later)["f"])
	})
}

func TestKnowledgeOfANeck(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Db", Name: "major"}}
	r, err := brief.Read(b)
	require.NoError(t, err)
	known := map[string]float64{"numbers 6": 0.95, "numbers b7": 0, call.KeyFact("spell", "Ab", "major"): 1,
		call.KeyFact("signature", "Ab", "major"): 0.4, call.KeyFact("spell", "F", "natural minor"): 1}
	for str := 1; str <= 6; str++ {
		for fret := 0; fret <= 12; fret++ {
			if str != 4 || fret < 6 || fret > 9 {
				known[call.PlaceFact(r.Neck, neck.Place{String: str, Fret: fret})] = 0.97
			}
		}
	}
	known[call.PlaceFact(r.Neck, neck.Place{String: 4, Fret: 7})] = 0.3
	k, err := knowledge.Of(b, known)
	require.NoError(t, err)
	assert.Equal(t, "Knows 74 of 78 places up to fret 12; weakest: string 4, frets 6 to 9.", k.Words)
	assert.Equal(t, 75, k.Asked)
	assert.Len(t, k.Places, 78)
	for _, key := range k.Keys {
		assert.Equal(t, key.Tonic == "Ab", key.Asked, "%s: of this scale alone", key.Tonic)
		if key.Asked {
			assert.InDelta(t, 0.4, key.Known, 1e-9, "the less of the two")
		}
	}
	assert.Equal(t, []knowledge.Fact{{Label: "6", Known: 0.95, Sure: true}, {Label: "♭7"}}, k.Degrees)
	for str := 1; str <= 6; str++ {
		for fret := 0; fret <= 12; fret++ {
			known[call.PlaceFact(r.Neck, neck.Place{String: str, Fret: fret})] = 1
		}
	}
	k, err = knowledge.Of(b, known)
	require.NoError(t, err)
	assert.Equal(t, "Knows 78 of 78 places up to fret 12.", k.Words)
	_, err = knowledge.Of(brief.Brief{Instrument: brief.Instrument{ID: "kazoo"}}, known)
	assert.Error(t, err)
}

func TestWhatCameOfASitting(t *testing.T) {
	one := func(show string, right bool, ms int, time, fact string) knowledge.Answer {
		return knowledge.Answer{Show: show, Right: right, MS: ms, Time: time, Facts: map[string]bool{fact: right}}
	}
	s := knowledge.Summarise([]knowledge.Answer{
		one("6", true, 900, "", "numbers 6"), one("4", true, 1500, "", "numbers 4"), one("b7", false, 4000, "",
			"numbers b7"),
		one("1", true, 700, "", "numbers 1"), one("4", false, 2000, "", "numbers 4"), one("b7", true, 800, "",
			"numbers b7"),
	}, map[string]float64{"numbers 1": 0.95})
	assert.Equal(t, "4 of 6 right, half of them within 1.5 s.", s.Words)
	assert.Equal(t, 2, s.Streak)
	assert.Equal(t, []string{"6", "♭7"}, s.Learned, "the 1 was known before")
	assert.Equal(t, []string{"4"}, s.Missed)
	onBeat := knowledge.Summarise([]knowledge.Answer{one("6", true, 0, "on", "numbers 6"),
		one("4", true, 0, "late", "numbers 4"), one("4", false, 0, "on", "numbers 4")}, nil)
	assert.Equal(t, "2 of 3 right, one of them on the beat.", strings.Replace(onBeat.Words, "1 of them", "one of them",
		1))
	assert.Equal(t, "No answers.", knowledge.Summarise(nil, nil).Words)
}

func TestFactsInWords(t *testing.T) {
	for fact, want := range map[string]string{
		"neck A1/5": "fret 5 of the A string", "neck Bb1/0": "the open B♭ string", "numbers b7": "♭7",
		"spell Ab major": "A♭ major", "order 4#": "4 sharps in order", "key 3b major": "major with 3 flats",
		"landing 4/1:3": "landing 4/1:3",
	} {
		assert.Equal(t, want, call.FactWords(fact))
	}
}

func BenchmarkKnownNotes(b *testing.B) {
	from := calendar.MustParse("2031-03-03")
	var list []knowledge.FactAnswer
	for i := range 6000 {
		list = append(list, knowledge.FactAnswer{Fact: "neck E1/" + string(rune('a'+i%60)), On: from.Add(i / 20),
			Right: i%7 > 0})
	}
	b.ReportAllocs()
	for b.Loop() {
		knowledge.Known(list, from.Add(300))
	}
}
