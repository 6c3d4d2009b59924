package store_test

import (
	"bytes"
	"io"
	"runtime"
	"runtime/debug"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

func export(t *testing.T, s *store.Store) string {
	t.Helper()
	var b bytes.Buffer
	require.NoError(t, s.ExportTo(t.Context(), &b, "v1"))
	return b.String()
}

// tablesIn is an export without the time at which it was made.
func tablesIn(t *testing.T, export string) string {
	t.Helper()
	_, tables, ok := strings.Cut(export, `"tables"`)
	require.True(t, ok)
	return tables
}

// What is exported comes in elsewhere row for row, takes included, and once: again it changes nothing.
// A look says what would be, and does nothing.
func TestExportAndImport(t *testing.T) {
	s, id := filled(t, t.TempDir())
	_, err := s.Pupils().Create(t.Context(), pupil.Pupil{Name: "Casimir"})
	require.NoError(t, err)
	out := export(t, s)
	other := open(t, t.TempDir())
	_, err = other.Shelf(briefs).Create(t.Context(), draft("Theirs", "", "Ab"))
	require.NoError(t, err)
	looked, err := other.Import(t.Context(), strings.NewReader(out), true)
	require.NoError(t, err)
	assert.Equal(t, []string{"Theirs"}, titles(t, other))
	done, err := other.Import(t.Context(), strings.NewReader(out), false)
	require.NoError(t, err)
	assert.Equal(t, looked, done)
	assert.Contains(t, done, store.Change{Table: "takes", Added: 1})
	assert.ElementsMatch(t, []string{"Rain day", "Theirs"}, titles(t, other), "nothing is deleted")
	again, err := other.Import(t.Context(), strings.NewReader(out), false)
	require.NoError(t, err)
	for _, c := range again {
		assert.Zero(t, c.Added+c.Changed, c.Table)
	}
	alone := open(t, t.TempDir())
	_, err = alone.Import(t.Context(), strings.NewReader(out), false)
	require.NoError(t, err)
	assert.Equal(t, tablesIn(t, out), tablesIn(t, export(t, alone)), "row for row")
	found, err := alone.Check(t.Context())
	require.NoError(t, err)
	assert.Empty(t, found)

	_, err = s.Shelf(briefs).Update(t.Context(), id, 1, draft("Wet day", "", "G"))
	require.NoError(t, err)
	changed, err := alone.Import(t.Context(), strings.NewReader(export(t, s)), false)
	require.NoError(t, err)
	assert.Contains(t, changed, store.Change{Table: "saved", Changed: 1})
	assert.Equal(t, []string{"Wet day"}, titles(t, alone))
}

// What cannot be taken in is refused whole, and says where it is wrong.
func TestWhatCannotBeImported(t *testing.T) {
	s, _ := filled(t, t.TempDir())
	out := export(t, s)
	other := open(t, t.TempDir())
	before := tablesIn(t, export(t, other))
	for text, want := range map[string]string{
		"": "isn't an Even Ladder export", "{}": "isn't an Even Ladder export", out[:len(out)/2]: "isn't an Even Ladder export",
		strings.Replace(out, `"schema":`, `"schema":9`, 1): "newer",
		strings.Replace(out, `"per_beat"`, `"per_beet"`,
			1): "row 1 of log can't be imported: its columns",
		strings.Replace(out, `"base64"`, `"bytes"`, 1):              "row 1 of takes",
		strings.Replace(out, `"seconds":30`, `"seconds":"soon"`, 1): "row 1 of log",
		strings.Replace(out, `"takes":[`, `"pockets":[`, 1):         "isn't an Even Ladder export",
		out + "{}": "isn't an Even Ladder export",
	} {
		_, err := other.Import(t.Context(), strings.NewReader(text), false)
		require.Error(t, err, want)
		assert.ErrorContains(t, err, want)
		assert.Equal(t, before, tablesIn(t, export(t, other)), want)
	}
}

// A row that can't be read is no reason to leave the others: it comes along, and stands apart here as it did there.
func TestAnUnreadableRowComesAlong(t *testing.T) {
	s, id := filled(t, t.TempDir())
	_, err := s.Pupils().Create(t.Context(), pupil.Pupil{Name: "Casimir"})
	require.NoError(t, err)
	require.NoError(t, store.Exec(s, "UPDATE saved SET body = '[1, 2]' WHERE id = '"+id+"'"))
	require.NoError(t, store.Exec(s, "UPDATE pupils SET body = 'null and void'"))
	before, err := s.Check(t.Context())
	require.NoError(t, err)
	require.Len(t, before, 2)
	other := open(t, t.TempDir())
	done, err := other.Import(t.Context(), strings.NewReader(export(t, s)), false)
	require.NoError(t, err)
	assert.Contains(t, done, store.Change{Table: "pupils", Added: 1, Unreadable: 1})
	assert.Contains(t, done, store.Change{Table: "takes", Added: 1})
	after, err := other.Check(t.Context())
	require.NoError(t, err)
	assert.Equal(t, before, after)
}

// An export of a hundred megabytes goes out and in with a few in memory.
func TestALargeExportIsNotHeld(t *testing.T) {
	s := open(t, t.TempDir())
	b := brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Eb", Name: "dorian"}}
	for range 20 {
		e, err := store.NewEntry(b, ladder.Try{Step: ladder.Step{PerBeat: 2, TempoBPM: 60}, Result: result.Clean}, 30, "")
		require.NoError(t, err)
		e, err = s.Log().Append(t.Context(), e)
		require.NoError(t, err)
		require.NoError(t, s.Log().KeepTake(t.Context(), e.ID, make([]byte, 4<<20)))
	}
	f, err := s.Spool()
	require.NoError(t, err)
	defer f.Close()
	used := memoryOf(func() { require.NoError(t, s.ExportTo(t.Context(), f, "v1")) })
	assert.Less(t, used, uint64(60<<20), "out")
	end, err := f.Seek(0, io.SeekStart)
	require.NoError(t, err)
	assert.Zero(t, end)
	other := open(t, t.TempDir())
	used = memoryOf(func() {
		_, err = other.Import(t.Context(), f, false)
	})
	require.NoError(t, err)
	assert.Less(t, used, uint64(90<<20), "in")
}

// memoryOf is the most that lives in memory while something is done, in bytes.
func memoryOf(work func()) (most uint64) {
	defer debug.SetGCPercent(debug.SetGCPercent(20))
	runtime.GC()
	var before, now runtime.MemStats
	runtime.ReadMemStats(&before)
	done := make(chan struct{})
	go func() { defer close(done); work() }()
	for {
		select {
		case <-done:
			return most
		case <-time.After(10 * time.Millisecond):
			runtime.ReadMemStats(&now)
			if now.HeapAlloc > before.HeapAlloc {
				most = max(most, now.HeapAlloc-before.HeapAlloc)
			}
		}
	}
}
