//go:build linux

package diskfault_test

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/base64"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/base/table"
	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/result"
	"evenladder/core/lesson/schedule"
	"evenladder/core/planning/brief"
	"evenladder/internal/diskfault"
	"evenladder/store"
)

var bass = brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Eb", Name: "dorian"}}

var sound = bytes.Repeat([]byte("take"), 30_000)

var monday = calendar.MustParse("2026-11-02")

func draft(title string) store.Draft {
	kind, _ := table.Find(store.Kinds, "briefs")
	d, err := kind.Draft(title, "", store.Thing{Brief: &bass})
	if err != nil {
		panic(err)
	}
	return d
}

// lesson is what is kept, one thing after the other, with the ids of what came before.
type lesson struct {
	st                                  *store.Store
	brief, pupil, set, try, sat, backup string
}

// steps are one of every kind of write that there is, each under a name of its own.
var steps = []func(ctx context.Context, l *lesson) error{
	func(ctx context.Context, l *lesson) error {
		k, err := l.st.Shelf("briefs").Create(ctx, draft("Porch"))
		l.brief = k.ID
		return err
	},
	func(ctx context.Context, l *lesson) error {
		_, err := l.st.Shelf("briefs").Update(ctx, l.brief, 1, draft("Porch, slower"))
		return err
	},
	func(ctx context.Context, l *lesson) error {
		p, err := l.st.Pupils().Create(ctx, pupil.Pupil{Name: "Wenna", Instrument: bass.Instrument})
		l.pupil = p.ID
		return err
	},
	func(ctx context.Context, l *lesson) error {
		_, err := l.st.Pupils().Update(ctx, l.pupil, 1, pupil.Pupil{Name: "Wenna", Instrument: bass.Instrument,
			Minutes: 20})
		return err
	},
	func(ctx context.Context, l *lesson) error {
		a, err := l.st.Assignments().Create(ctx, l.pupil, assignment.Assignment{Ladder: &ladder.Request{Brief: bass},
			Minutes: 10, From: monday, Until: monday.Add(7)}, "")
		l.set = a.ID
		return err
	},
	// A second one takes the place of the first: two rows change, or none.
	func(ctx context.Context, l *lesson) error {
		_, err := l.st.Assignments().Create(ctx, l.pupil, assignment.Assignment{Ladder: &ladder.Request{Brief: bass},
			Minutes: 15, From: monday.Add(7), Until: monday.Add(14)}, l.set)
		return err
	},
	func(ctx context.Context, l *lesson) error {
		_, err := l.st.Weeks().Keep(ctx, l.pupil, 0, schedule.Request{Brief: bass, Start: monday, Weeks: 2})
		return err
	},
	func(ctx context.Context, l *lesson) error {
		e, err := store.NewEntry(bass, ladder.Try{Step: ladder.Step{PerBeat: 2, TempoBPM: 60}, Result: result.Clean},
			30, "")
		if err != nil {
			return err
		}
		e.Pupil = l.pupil
		e, err = l.st.Log().Append(ctx, e)
		l.try = e.ID
		return err
	},
	func(ctx context.Context, l *lesson) error {
		return l.st.Log().KeepTake(ctx, l.try, sound)
	},
	func(ctx context.Context, l *lesson) error {
		s, err := l.st.Sittings().Begin(ctx, store.Sitting{Pupil: l.pupil, Sort: store.CallsSitting, Kind: "numbers",
			Body: json.RawMessage(`{}`)})
		l.sat = s.ID
		return err
	},
	// Answers, each with facts: many rows, or none.
	func(ctx context.Context, l *lesson) error {
		var all []store.Answer
		for i := range 12 {
			all = append(all, store.Answer{Answer: knowledge.Answer{Show: fmt.Sprint(i), Right: i%3 > 0,
				MS: 900, Facts: map[string]bool{"a": true, "b": i%2 > 0}}, Level: 1})
		}
		return l.st.Sittings().Append(ctx, l.sat, all...)
	},
	func(ctx context.Context, l *lesson) error {
		_, err := l.st.Pupils().CreateHome(ctx, l.pupil, store.HomeBody{Works: []store.HomeWork{{Assignment: l.set}}})
		return err
	},
	func(ctx context.Context, l *lesson) (err error) {
		l.backup, _, err = l.st.BackUpNow(ctx, "by-hand", "v1")
		return err
	},
	func(ctx context.Context, l *lesson) error { return l.st.Shelf("briefs").SetAside(ctx, l.brief) },
	func(ctx context.Context, l *lesson) error { return l.st.Log().DeleteTake(ctx, l.try) },
	func(ctx context.Context, l *lesson) error {
		file, err := l.st.BackupFile(l.backup)
		if err == nil {
			_, _, err = l.st.RestoreNow(ctx, file, "v1")
		}
		return err
	},
	func(ctx context.Context, l *lesson) error { return l.st.Pupils().SetAside(ctx, l.pupil) },
	func(ctx context.Context, l *lesson) error { return l.st.EraseAside(ctx, "pupils", l.pupil) },
}

var tokens = regexp.MustCompile(`"token": ?"[a-z0-9]+"`)

// kept is everything that a store has.
func kept(t *testing.T, st *store.Store) string {
	t.Helper()
	var out bytes.Buffer
	require.NoError(t, st.ExportTo(t.Context(), &out, "v1"))
	_, tables, _ := strings.Cut(out.String(), `"tables"`)
	tables = tokens.ReplaceAllString(tables, "")
	return strings.ReplaceAll(tables, base64.StdEncoding.EncodeToString(sound), "the take")
}

func begin(t *testing.T, base string) (l *lesson, dir string, step func(i int) error) {
	t.Helper()
	dir = filepath.Join(t.TempDir(), "data")
	require.NoError(t, os.CopyFS(dir, os.DirFS(base)))
	at := time.Date(2026, 11, 2, 16, 0, 0, 0, time.UTC)
	st, err := store.Open(t.Context(), dir, func() time.Time { return at })
	require.NoError(t, err)
	l = &lesson{st: st}
	return l, dir, func(i int) error {
		at = time.Date(2026, 11, 2, 16, 0, i, 0, time.UTC)
		return steps[i](store.Once(t.Context(), fmt.Sprint("step ", i)), l)
	}
}

// The disk fails at every write there is, full or broken, with a half written page, once or for good:
// what was acknowledged is there, what was refused is there not at all, in words; reading goes on, and
// the same thing given again once the disk is mended is kept. EVEN_LADDER_FAULTS=1 takes every write,
// a test every so many.
func TestAFaultAtEveryWrite(t *testing.T) {
	every := int64(19)
	if testing.Short() {
		every = 151
	}
	if os.Getenv("EVEN_LADDER_FAULTS") != "" {
		every = 1
	}
	base := t.TempDir()
	st, err := store.Open(t.Context(), base, time.Now)
	require.NoError(t, err)
	require.NoError(t, st.Close())

	// How it is without a fault.
	diskfault.Inject(diskfault.Fault{At: -1})
	l, _, step := begin(t, base)
	states := []string{kept(t, l.st)}
	for i := range steps {
		require.NoError(t, step(i), "step %d", i)
		states = append(states, kept(t, l.st))
	}
	writes := diskfault.Mend()
	require.NoError(t, l.st.Close())
	require.Greater(t, writes, int64(200))

	refused, faults := 0, 0
	for name, f := range map[string]diskfault.Fault{
		"full":            {Errno: syscall.ENOSPC, Stays: true},
		"full in a page":  {Errno: syscall.ENOSPC, Stays: true, Short: true},
		"broken once":     {Errno: syscall.EIO},
		"broken for good": {Errno: syscall.EIO, Stays: true},
	} {
		for n := int64(1); n <= writes; n += every {
			ok := t.Run(fmt.Sprintf("%s at %d", name, n), func(t *testing.T) {
				f.At = n
				l, dir, step := begin(t, base)
				diskfault.Inject(f)
				for i := range steps {
					err := step(i)
					if err == nil {
						continue
					}
					refused++
					words, known := store.Trouble(err)
					assert.True(t, known && words != "", "step %d: %v", i, err)
					if f.Stays {
						assert.Error(t, l.st.Ready(t.Context()), "it is not ready")
					}
					_, _, err = l.st.Pupils().List(t.Context(), store.PupilQuery{Limit: 5})
					assert.NoError(t, err, "reading goes on")
					diskfault.Mend()
					assert.NoError(t, l.st.Ready(t.Context()), "it is ready again")
					if now := kept(t, l.st); now != states[i+1] || states[i] == states[i+1] {
						require.Equal(t, states[i], now, "step %d was refused, and something of it is there", i)
						require.NoError(t, step(i), "step %d given again", i)
					}
				}
				diskfault.Mend()
				faults++
				require.Equal(t, states[len(steps)], kept(t, l.st))
				require.NoError(t, l.st.Close())
				again, err := store.Open(t.Context(), dir, time.Now)
				require.NoError(t, err)
				assert.Equal(t, states[len(steps)], kept(t, again), "opened again")
				damage, err := again.Check(t.Context())
				require.NoError(t, err)
				assert.Empty(t, damage)
				require.NoError(t, again.Close())
			})
			if !ok {
				return
			}
		}
	}
	t.Logf("%d writes in %d steps; %d faults, %d refusals, nothing lost, nothing half there", writes, len(steps),
		faults, refused)
	assert.Greater(t, refused, faults/3)
}

// The tables are brought up to date while the disk fails: it is refused, and goes through once the
// disk is mended, with everything there.
func TestAFaultAtEveryWriteOfAMigration(t *testing.T) {
	base := t.TempDir()
	st, err := store.Open(t.Context(), base, time.Now)
	require.NoError(t, err)
	l := &lesson{st: st}
	require.NoError(t, steps[0](t.Context(), l))
	want := kept(t, st)
	require.NoError(t, st.Close())
	older(t, base)
	every := int64(5)
	if os.Getenv("EVEN_LADDER_FAULTS") != "" {
		every = 1
	}
	refused := 0
	for n := int64(1); ; n += every {
		dir := filepath.Join(t.TempDir(), "data")
		require.NoError(t, os.CopyFS(dir, os.DirFS(base)))
		diskfault.Inject(diskfault.Fault{At: n, Errno: syscall.ENOSPC, Stays: true})
		st, err := store.Open(t.Context(), dir, time.Now)
		writes := diskfault.Mend()
		if err != nil {
			refused++
			assert.False(t, errors.As(err, new(store.Newer)), "%v", err)
			st, err = store.Open(t.Context(), dir, time.Now)
		}
		require.NoError(t, err, "write %d", n)
		require.Equal(t, want, kept(t, st))
		_, _, err = st.Stands().Make(t.Context())
		require.NoError(t, err, "the new table is there")
		require.NoError(t, st.Close())
		if writes < n {
			t.Logf("%d faults in a migration, refused %d times", (n-1)/every, refused)
			break
		}
	}
	assert.Greater(t, refused, 1)
}

// older takes a folder back to the tables before the last ones.
func older(t *testing.T, dir string) {
	t.Helper()
	db, err := sql.Open("sqlite", filepath.Join(dir, "even-ladder.db"))
	require.NoError(t, err)
	_, err = db.Exec("DROP TABLE stands; DELETE FROM goose_db_version WHERE version_id = (SELECT max(version_id) FROM goose_db_version)")
	require.NoError(t, err)
	require.NoError(t, db.Close())
}
