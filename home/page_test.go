package home_test

import (
	"crypto/sha256"
	"encoding/base64"
	"encoding/json"
	"io/fs"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/schedule"
	"evenladder/core/planning/brief"
	"evenladder/home"
	"evenladder/ui"
)

func shell(t *testing.T) home.Shell {
	t.Helper()
	files, err := ui.Home()
	require.NoError(t, err)
	built, err := fs.ReadFile(files, "index.html")
	require.NoError(t, err, "the page for home is built by make build")
	s, err := home.NewShell(built)
	require.NoError(t, err)
	return s
}

// set is a brief up to a goal, as it is set to a pupil called Wenna.
func set(t *testing.T, b brief.Brief) (assignment.Assignment, *ladder.Ladder) {
	t.Helper()
	b.For = "Wenna"
	a := assignment.Assignment{
		Ladder: &ladder.Request{Brief: b, Goal: &ladder.Step{PerBeat: 4, TempoBPM: 72}},
		From:   calendar.MustParse("2026-10-05"), Until: calendar.MustParse("2026-10-12"),
		Words: `Slowly. </script><script>alert("x")</script>`,
	}
	require.NoError(t, a.Check())
	l, err := ladder.Build(*a.Ladder)
	require.NoError(t, err)
	return a, &l
}

// Five briefs on four instruments: the file stays small, loads nothing, and says no name.
func TestFiveBriefsAreHalfAMegabyte(t *testing.T) {
	p := home.Page{ID: "somepage", Title: "Practice"}
	for id, b := range map[string]brief.Brief{
		"a1": {Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "F#", Name: "dorian"}},
		"a2": {Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Eb", Name: "major"},
			Layout: brief.Layout{System: "seven-position"}},
		"a3": {Instrument: brief.Instrument{ID: "ukulele"}, Scale: brief.Scale{Tonic: "Db", Name: "major"},
			Layout: brief.Layout{System: "campanella"}},
		"a4": {Instrument: brief.Instrument{ID: "mandolin"}, Scale: brief.Scale{Tonic: "B", Name: "natural-minor"},
			Layout: brief.Layout{System: "first-position"}},
		"a5": {Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Ab", Name: "melodic-minor"},
			Layout: brief.Layout{System: "four-per-string"}},
	} {
		a, l := set(t, b)
		w, err := home.WorkOf(id, a, l, false)
		require.NoError(t, err)
		p.Works = append(p.Works, w)
	}
	file, err := shell(t).Write(p)
	require.NoError(t, err)
	t.Logf("%d kB", len(file)>>10)
	assert.LessOrEqual(t, len(file), 512<<10)
	assert.NotContains(t, string(file), "Wenna")
	assert.NotContains(t, string(file), `</script><script>alert`, "words of a teacher end no script")
	assert.NotRegexp(t, regexp.MustCompile(`(src|href)="(https?:)?/`), string(file), "nothing is loaded")
	policy := regexp.MustCompile(`Content-Security-Policy" content="([^"]*)"`).FindStringSubmatch(string(file))[1]
	for _, found := range regexp.MustCompile(`(?s)<script type="module"[^>]*>(.*?)</script>`).FindAllStringSubmatch(string(file), -1) {
		sum := sha256.Sum256([]byte(found[1]))
		assert.Contains(t, policy, base64.StdEncoding.EncodeToString(sum[:]))
	}
	assert.Contains(t, policy, "default-src 'none'")
}

func TestWorkOfAPage(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Eb", Name: "major"},
		Layout: brief.Layout{System: "seven-position"}}
	a, l := set(t, b)
	w, err := home.WorkOf("a1", a, l, true)
	require.NoError(t, err)
	assert.Contains(t, w.Sentence, "for Wenna", "the teacher chose to say it")
	assert.Contains(t, w.Sentence, "sixteenths at 72", "the goal")
	require.NotNil(t, w.Climb)
	assert.Len(t, w.Climb.Follows, len(l.Rungs))
	for _, rung := range w.Climb.Rungs {
		time, ok := w.Climb.Times[rung.PerBeat]
		require.True(t, ok, "each subdivision has its time")
		require.Len(t, time.At, len(w.Climb.Run.Events))
		assert.InDelta(t, 1/float64(rung.PerBeat), time.At[1]-time.At[0], 1e-9)
	}
	assert.Len(t, w.Climb.Stops, 1)
	assert.Len(t, w.Climb.Stops[0].Plan.Boxes, 1)

	b.Round = brief.Round{Order: "fourths"}
	a, l = set(t, b)
	round, err := home.WorkOf("a2", a, l, false)
	require.NoError(t, err)
	assert.Len(t, round.Climb.Stops, 12)
	data, err := json.Marshal(round)
	require.NoError(t, err)
	assert.Less(t, len(data), 400<<10, "a round too goes home")

	sheets, err := home.WorkOf("a3", assignment.Assignment{Sheets: &assignment.Sheets{What: "flat keys", Count: 4}}, nil,
		false)
	require.NoError(t, err)
	assert.Equal(t, "flat keys", sheets.Title)
}

func TestShellSaysWhatIsMissing(t *testing.T) {
	for built, want := range map[string]string{
		"":                                   "make build",
		"__PAGE__ __TITLE__":                 "__POLICY__",
		"__PAGE__ __PAGE__ __TITLE__":        "__PAGE__",
		"__PAGE__ __TITLE__ __POLICY__ <p>x": "no script",
	} {
		_, err := home.NewShell([]byte(built))
		assert.ErrorContains(t, err, want)
	}
	_, err := shell(t).Write(home.Page{Title: strings.Repeat("x", home.MaxBytes)})
	assert.ErrorContains(t, err, "fewer or shorter works")
}

// The days of a week name the works of the page; what is not among them stands in words.
func TestDaysOfAWeek(t *testing.T) {
	bass := brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Eb", Name: "major"}}
	other := bass
	other.Scale.Tonic = "Ab"
	rung := ladder.Step{PerBeat: 2, TempoBPM: 60}
	atTempo := bass
	atTempo.Rhythm.PerBeat, atTempo.Rhythm.TempoBPM = &rung.PerBeat, &rung.TempoBPM
	days := home.DaysOf([]schedule.Date{
		{Date: calendar.MustParse("2026-10-08"), Minutes: 9, Items: []schedule.Item{{Minutes: 5, What: "new",
			Brief: other}, {Minutes: 4, What: "again", Brief: atTempo}}},
		{Date: calendar.MustParse("2026-10-09"), Missed: true},
	}, []brief.Brief{bass})
	assert.Equal(t, []home.Day{
		{Date: "2026-10-08", Words: "Thu 8 Oct", Minutes: 9, Items: []home.DayItem{{Minutes: 5, What: "new", Work: -1},
			{Minutes: 4, What: "again", Work: 0}}},
		{Date: "2026-10-09", Words: "Fri 9 Oct", Items: []home.DayItem{}},
	}, days)
	data, err := json.Marshal(home.DaysOf(nil, nil))
	require.NoError(t, err)
	assert.Equal(t, "[]", string(data), "a page of assignments has none")
}

// A family's tablet may be years old: the page asks for nothing that browsers of 2021 lack. What Vue itself only hands on
// where a page calls it is left out of account.
func TestBrowsersOf2021ReadIt(t *testing.T) {
	files, err := ui.Home()
	require.NoError(t, err)
	built, err := fs.ReadFile(files, "index.html")
	require.NoError(t, err)
	for _, newer := range []string{
		"color-mix(", ":has(", "@layer", "@container", "oklch(", "dvh", ".findLast(", ".at(-", "structuredClone(",
		"Object.groupBy", "Object.hasOwn(", "randomUUID(", "AbortSignal.any(", "AbortSignal.timeout(",
	} {
		code := string(built)
		if newer == "dvh" { // letters that also stand in a font
			code = regexp.MustCompile(`base64,[A-Za-z0-9+/=]+`).ReplaceAllString(code, "")
		}
		assert.NotContains(t, code, newer)
	}
}
