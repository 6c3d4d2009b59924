package worksheet_test

import (
	"encoding/json"
	"fmt"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/planning/brief"
)

func build(t require.TestingT, r worksheet.Request) worksheet.Worksheet {
	made, err := worksheet.Build(r)
	require.NoError(t, err)
	return made
}

// The shape on the wire.
func TestTenDaysOfSpelling(t *testing.T) {
	made := build(t, worksheet.Request{Kind: "spell", Keys: []string{"F", "Bb"}, Scale: "major", Days: 10, PerDay: 2,
		Seed: 3})
	require.Len(t, made.Sheets, 20)
	assert.Equal(t, 10, made.Sheets[19].Day)
	assert.Equal(t, 20, made.Sheets[19].N)
	data, err := json.Marshal(made.Sheets[0])
	require.NoError(t, err)
	assert.Contains(
		t,
		string(data),
		`{"day":1,"n":1,"items":[{"ask":"F major","show":"F major","blanks":8,"answer":["F","G","A","Bb","C","D","E","F"]`,
	)
	assert.Contains(t, string(data), `"count":1`)
	assert.Equal(t, []int{2, 2, 1, 2, 2, 2, 1}, made.Sheets[0].Items[0].Steps, "half steps from 3 to 4 and from 7 to 8")
	assert.Equal(t, 2, *made.Sheets[0].Items[1].Count, "the B flat at the end is not counted again")
}

func asked(made worksheet.Worksheet, name string) string {
	var out []string
	for _, s := range made.Sheets {
		for _, it := range s.Items {
			out = append(out, strings.TrimSuffix(it.Ask, " "+name))
		}
	}
	return strings.Join(out, " ")
}

func TestOrdersOfTheKeys(t *testing.T) {
	keys := func(order string, given ...string) string {
		return asked(build(t, worksheet.Request{Kind: "signature", Keys: given, Order: order, Days: 2, Seed: 9}),
			"major")
	}
	assert.Equal(t, "C G D A E B F# C# F Bb Eb Ab Db Gb Cb C", keys(""))
	assert.Equal(t, "C F Bb Eb Ab Db Gb Cb G D A E B F# C# C", keys("flats-first"))
	assert.Equal(t, "D G F D G F", keys("", "D", "G", "F"), "as they are given")
	mixed := keys("mixed")
	assert.NotEqual(t, keys(""), mixed)
	assert.Equal(t, mixed, keys("mixed"), "a seed repeats")
	assert.ElementsMatch(t, strings.Fields("C G D A E B F# C# F Bb Eb Ab Db Gb Cb"), strings.Fields(mixed)[:15],
		"each key before one comes again")
	assert.Equal(t, "A E B F# C# G# D# A# D G C F Bb Eb Ab A",
		asked(build(t, worksheet.Request{Kind: "signature", Scale: "natural-minor", Days: 2}), "natural minor"))
}

// Reference: the npm library tonal, run live. Every item that is spelled equals its spelling.
func TestItemsAgainstTonal(t *testing.T) {
	tonics := strings.Fields("C G D A E B F# C# F Bb Eb Ab Db Gb Cb")
	cmd := exec.Command("node", append([]string{"reference/scales.mjs"}, tonics...)...)
	cmd.Dir = "../../../ui"
	data, err := cmd.Output()
	require.NoError(t, err, "the reference needs Node and make's front-end packages")
	var known map[string]struct{ Notes map[string][]string }
	require.NoError(t, json.Unmarshal(data, &known))
	compared := 0
	for _, name := range []string{"major", "dorian", "lydian", "mixolydian", "harmonic minor", "minor pentatonic",
		"major pentatonic"} {
		for _, kind := range []string{"spell", "degrees"} {
			made := build(t, worksheet.Request{Kind: kind, Scale: strings.ReplaceAll(name, " ", "-"), Days: 7,
				Order: "mixed"})
			for _, s := range made.Sheets {
				for _, it := range s.Items {
					tonic := strings.TrimSuffix(strings.Fields(it.Ask)[0], ":")
					ref, ok := known[name].Notes[tonic]
					if !ok {
						continue
					}
					compared++
					assert.Equal(t, ref, it.Answer[:len(ref)], "%s %s", tonic, name)
				}
			}
		}
	}
	assert.Greater(t, compared, 300)
}

// Every answer that a sheet has in its key is right, in any naming, on any instrument.
func TestEveryAnswerOfASheetIsRight(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.SampledFrom(worksheet.Kinds).Draw(t, "kind")
		if k.Hangs {
			t.Skip("nothing to write in")
		}
		b := brief.Brief{Instrument: brief.Instrument{ID: rapid.SampledFrom(neck.Instruments()).Draw(t,
			"instrument").ID}, Names: rapid.SampledFrom([]string{"", "german", "fixed-do"}).Draw(t, "naming")}
		r := worksheet.Request{Kind: k.ID, Scale: rapid.SampledFrom([]string{"major", "natural-minor", "dorian",
			"minor-pentatonic", "1 b2 4 5 b7"}).Draw(t, "scale"), Brief: &b, Seed: rapid.IntRange(0, 50).Draw(t,
			"seed"), Days: 2, Large: rapid.Bool().Draw(t, "large")}
		made, err := worksheet.Build(r)
		if err != nil {
			var faults fault.List
			require.ErrorAs(t, err, &faults)
			t.Skip(err.Error())
		}
		again := build(t, r)
		assert.Equal(t, fmt.Sprintf("%+v", made.Sheets[0].Items[0].Answer), fmt.Sprintf("%+v",
			again.Sheets[0].Items[0].Answer), "a seed repeats")
		sheet := rapid.SampledFrom(made.Sheets).Draw(t, "sheet")
		i := rapid.IntRange(1, len(sheet.Items)).Draw(t, "item")
		it := sheet.Items[i-1]
		filled := worksheet.Filled{Request: r, Sheet: sheet.N, Item: i, Given: it.Words}
		if it.Count != nil {
			filled.Count = fmt.Sprint(*it.Count)
		}
		judged, err := worksheet.Judge(filled)
		require.NoError(t, err)
		assert.True(t, judged.Right, "%s: %v: %s", it.Ask, it.Words, judged.Words)
		if len(it.Answer) > 0 {
			filled.Given = append([]string{"?"}, it.Words[1:]...)
			judged, err = worksheet.Judge(filled)
			require.NoError(t, err)
			assert.False(t, judged.Right)
			assert.Equal(t, worksheet.BlankAgain, judged.Blanks[0], "nonsense is asked again")
			assert.Empty(t, judged.Slips)
		}
	})
}

func TestSlipsOnASheet(t *testing.T) {
	r := worksheet.Request{Kind: "spell", Keys: []string{"Bb"}}
	judge := func(step call.Steps, count string, given string) worksheet.Judged {
		out, err := worksheet.Judge(worksheet.Filled{Request: r, Sheet: 1, Item: 1, Given: strings.Split(given, " "),
			Count: count, Step: step})
		require.NoError(t, err)
		return out
	}
	for _, c := range []struct {
		step               call.Steps
		count, given, slip string
		words              string
	}{
		{call.LettersStep, "", "b c d e f g a b", "", "The letters are right. Now add the sharps or flats."},
		{call.LettersStep, "", "b c d d f g a b", "4 doubled-letter", "Note 4 uses the letter D again."},
		{call.LettersStep, "", "b c d", "", "5 blanks are left."},
		{call.BothSteps, "", "bb  d   g a bb", "", "3 blanks are left."},
		{call.BothSteps, "", "bb c d eb f g a bb", "", "The notes are right. How many sharps or flats are there?"},
		{call.BothSteps, "2", "bes c d es f g a bes", "", "All right."},
		{call.BothSteps, "3", "bb c d eb f g a bb", "9 counted-twice",
			"The last note repeats the first, so don't count its sharp or flat twice."},
		{call.BothSteps, "5", "bb c d eb f g a bb", "9 count", "It has 2 accidentals."},
		{call.BothSteps, "2", "bb c d e f g a bb", "4 sign-missing", "D to E is a whole step. A half step is wanted."},
		{call.BothSteps, "2", "bb c d# e f g a bb", "3 moved-right",
			"Note 3 was already right. Change the note after it."},
		{call.BothSteps, "2", "bb c d eb f g ab bb", "7 sign-too-many", "G to A♭ is a half step. A whole step is wanted."},
	} {
		out := judge(c.step, c.count, c.given)
		assert.Equal(t, c.words, out.Words, c.given)
		assert.Equal(t, c.words == "All right.", out.Right, "letters alone are not the answer yet: %s", c.given)
		slip := ""
		if len(out.Slips) > 0 {
			slip = fmt.Sprintf("%d %s", out.Slips[0].At+1, out.Slips[0].Kind)
		}
		assert.Equal(t, c.slip, slip, c.given)
		assert.Equal(t, c.words == "All right.", out.Right)
	}
}

// Tab may be written on another string, where it sounds the same.
func TestTabElsewhere(t *testing.T) {
	r := worksheet.Request{Kind: "tab", Keys: []string{"Eb"}}
	it := build(t, r).Sheets[0].Items[0]
	last := len(it.Answer) - 1
	var str, fret int
	_, err := fmt.Sscanf(it.Answer[last], "%d/%d", &str, &fret)
	require.NoError(t, err)
	given := append([]string{}, it.Answer...)
	open := []int{0, 64, 59, 55, 50, 45, 40}
	for other := range open {
		if at := open[str] + fret - open[other]; other > 0 && other != str && at >= 0 && at <= 22 {
			given[last] = fmt.Sprintf("string %d fret %d", other, at)
		}
	}
	require.NotEqual(t, it.Answer[last], given[last])
	out, err := worksheet.Judge(worksheet.Filled{Request: r, Sheet: 1, Item: 1, Given: given})
	require.NoError(t, err)
	assert.True(t, out.Right, out.Words)
	given[last] = fmt.Sprintf("%d/%d", str, fret+1)
	out, err = worksheet.Judge(worksheet.Filled{Request: r, Sheet: 1, Item: 1, Given: given})
	require.NoError(t, err)
	assert.False(t, out.Right)
}

// The twelve keys by fourths with what is left of the open strings. Common practice: in flat
// keys the open strings disappear one by one.
func TestTheKeysOnOnePage(t *testing.T) {
	made := build(t, worksheet.Request{Kind: "keys"})
	require.Len(t, made.Sheets, 1)
	var rows []string
	for _, it := range made.Sheets[0].Items {
		rows = append(rows, fmt.Sprintf("%s|%s|%s", it.Show, strings.Join(it.Words, " "), strings.Join(it.Labels, "|")))
	}
	assert.Equal(t, []string{
		"C|no sharps or flats|A minor|E A D G B E|",
		"F|one flat B♭|D minor|E A D G E|",
		"B♭|2 flats B♭ E♭|G minor|A D G|",
		"E♭|3 flats B♭ E♭ A♭|C minor|D G|",
		"A♭|4 flats B♭ E♭ A♭ D♭|F minor|G|",
		"D♭|5 flats B♭ E♭ A♭ D♭ G♭|B♭ minor|none|C♯",
		"G♭|6 flats B♭ E♭ A♭ D♭ G♭ C♭|E♭ minor|B|F♯",
		"B|5 sharps F♯ C♯ G♯ D♯ A♯|G♯ minor|E B E|C♭",
		"E|4 sharps F♯ C♯ G♯ D♯|C♯ minor|E A B E|",
		"A|3 sharps F♯ C♯ G♯|F♯ minor|E A D B E|",
		"D|2 sharps F♯ C♯|B minor|E A D G B E|",
		"G|one sharp F♯|E minor|E A D G B E|",
	}, rows)
}

// A round that spells a key in its own way hangs on the wall so.
func TestTheWallIsSpelledAsTheRound(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Round: brief.Round{Spelling: []string{"F#", "C#"}}}
	made := build(t, worksheet.Request{Kind: "keys", Brief: &b})
	var tonics []string
	for _, it := range made.Sheets[0].Items {
		tonics = append(tonics, it.Show)
	}
	assert.Equal(t, "C F B♭ E♭ A♭ C♯ F♯ B E A D G", strings.Join(tonics, " "))
	assert.Equal(t, "6 sharps F♯ C♯ G♯ D♯ A♯ E♯", strings.Join(made.Sheets[0].Items[6].Words, " "))
}

func TestAllBoxesOnAPage(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Layout: brief.Layout{System: "five-form"}}
	made := build(t, worksheet.Request{Kind: "boxes", Keys: []string{"Bb"}, Scale: "dorian", Brief: &b})
	require.Len(t, made.Sheets, 1)
	require.Len(t, made.Sheets[0].Items, 5)
	for _, it := range made.Sheets[0].Items {
		assert.Greater(t, len(it.Marks), 12, it.Ask)
		assert.NotEmpty(t, it.Marks[0].Label())
	}
}

func TestBadSheets(t *testing.T) {
	for field, r := range map[string]worksheet.Request{
		"kind":   {Kind: "riddles"},
		"days":   {Kind: "spell", Days: 99},
		"perDay": {Kind: "spell", PerDay: 9},
		"items":  {Kind: "spell", Items: 99},
		"seed":   {Kind: "spell", Seed: -1},
		"order":  {Kind: "spell", Order: "alphabetical"},
		"keys.1": {Kind: "spell", Keys: []string{"C", "J"}},
		"scale":  {Kind: "spell", Scale: "nonsense"},
		"keys.0": {Kind: "relative", Keys: []string{"C"}, Scale: "whole-tone"},

		"brief.instrument.id": {Kind: "neck", Brief: &brief.Brief{Instrument: brief.Instrument{ID: "kazoo"}}},
	} {
		_, err := worksheet.Build(r)
		var faults fault.List
		require.ErrorAs(t, err, &faults, field)
		assert.Equal(t, field, faults[0].Field, err.Error())
	}
	for field, f := range map[string]worksheet.Filled{
		"sheet": {Sheet: 2, Item: 1}, "item": {Sheet: 1, Item: 9}, "given": {Sheet: 1, Item: 1, Given: make([]string,
			12)}, "step": {Sheet: 1, Item: 1, Step: "third"},
	} {
		f.Request = worksheet.Request{Kind: "spell", Keys: []string{"C"}}
		_, err := worksheet.Judge(f)
		var faults fault.List
		require.ErrorAs(t, err, &faults, field)
		assert.Equal(t, field, faults[0].Field)
	}
}

func BenchmarkWorksheetTenDays(b *testing.B) {
	b.ReportAllocs()
	for b.Loop() {
		if _, err := worksheet.Build(worksheet.Request{Kind: "neck", Days: 10, PerDay: 2}); err != nil {
			b.Fatal(err)
		}
	}
}

// Whatever is typed in whatever blank: no panic, and a verdict for each blank.
func FuzzJudge(f *testing.F) {
	f.Add(0, "f", "", "bb", "2")
	f.Add(3, "♯", "sharp", "is", "x")
	f.Add(7, "9/9", "0/0", "string 1 fret 99", "-1")
	f.Fuzz(func(t *testing.T, kind int, first, second, last, count string) {
		k := worksheet.Kinds[max(kind, -kind)%len(worksheet.Kinds)]
		if kind < -1<<40 || k.Hangs {
			return
		}
		r := worksheet.Request{Kind: k.ID, Keys: []string{"Eb"}}
		made, err := worksheet.Build(r)
		if err != nil {
			t.Fatal(err)
		}
		given := make([]string, made.Sheets[0].Items[0].Blanks)
		for i, text := range []string{last, first, second} {
			given[(len(given)-1+i)%len(given)] = text
		}
		out, err := worksheet.Judge(worksheet.Filled{Request: r, Sheet: 1, Item: 1, Given: given, Count: count})
		if err == nil && len(out.Blanks) != len(given) {
			t.Errorf("%d blanks, %d verdicts", len(given), len(out.Blanks))
		}
	})
}

// Distances are named as the notes that are written have them, right or not.
func TestDistancesAreNamed(t *testing.T) {
	judge := func(given string, distances ...string) worksheet.Judged {
		made, err := worksheet.Judge(
			worksheet.Filled{Request: worksheet.Request{Kind: "spell", Keys: []string{"Eb"}}, Sheet: 1, Item: 1,
				Given: strings.Fields(given), Count: "3", Distances: distances},
		)
		require.NoError(t, err)
		return made
	}
	const right = "Eb F G Ab Bb C D Eb"
	named := judge(right, "whole", "whole", "half", "", "whole", "whole", "half")
	assert.True(t, named.Right, named.Words)
	assert.Equal(t, []string{"right", "right", "right", "empty", "right", "right", "right"}, named.Distances)

	wrong := judge(right, "whole", "half")
	assert.False(t, wrong.Right)
	assert.Equal(t, "F to G is a whole step.", wrong.Words)
	assert.Equal(t, "distance", wrong.Slips[0].Kind)
	assert.Equal(t, "right", wrong.Blanks[1], "the note is right all the same")

	missing := judge("Eb F G Ab B", "", "", "", "step-and-a-half")
	assert.Equal(t, "right", missing.Distances[3], "A♭ to B is a step and a half, as it is written")
	_, err := worksheet.Judge(
		worksheet.Filled{Request: worksheet.Request{Kind: "spell"}, Sheet: 1, Item: 1, Distances: []string{"far"}},
	)
	assert.ErrorContains(t, err, "distances")
}
