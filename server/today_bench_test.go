package server_test

import (
	"database/sql"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
	"evenladder/server"
	"evenladder/store"
)

// A room after ten years: so many pupils and tries.
const roomPupils, roomTries = 60, 200_000

// room fills a data folder with ten years of a room; each pupil practised forty works, and
// two are set.
func room(b *testing.B) (url string, pupils []store.Pupil) {
	b.Helper()
	dir := b.TempDir()
	now := time.Date(2031, 3, 4, 9, 0, 0, 0, time.UTC)
	st, err := store.Open(b.Context(), dir, func() time.Time { return now })
	require.NoError(b, err)
	b.Cleanup(func() { st.Close() })
	days := []string{"mon", "tue", "wed", "thu", "fri"}
	instruments := []string{"guitar", "bass", "ukulele", "mandolin"}
	var works [][]brief.Brief
	for i := range roomPupils {
		who := pupil.Pupil{Name: fmt.Sprintf("Pupil %02d", i), Instrument: brief.Instrument{ID: instruments[i%4]},
			Day: days[i%5], At: fmt.Sprintf("%d:%02d", 13+i/5%8, 30*(i%2))}
		require.NoError(b, who.Check())
		p, err := st.Pupils().Create(b.Context(), who)
		require.NoError(b, err)
		pupils = append(pupils, p)
		var own []brief.Brief
		for k := range 40 {
			own = append(own, ladder.Work(who.Fit(brief.Brief{Scale: brief.Scale{Tonic: scale.ByFourths(pitch.MustParseName("C"), k).String(), Name: []string{"major", "dorian", "minor-pentatonic", "natural-minor"}[k/12]}})))
		}
		works = append(works, own)
		for k := range 2 {
			fitted := who.Fit(own[k])
			a := assignment.Assignment{Ladder: &ladder.Request{Brief: fitted}, From: calendar.DayOf(now).Add(-7),
				Until: calendar.DayOf(now).Add(-k)}
			require.NoError(b, a.Check())
			_, err := st.Assignments().Create(b.Context(), p.ID, a, "")
			require.NoError(b, err)
		}
	}
	db, err := sql.Open("sqlite", filepath.Join(dir, "even-ladder.db"))
	require.NoError(b, err)
	defer db.Close()
	tx, err := db.Begin()
	require.NoError(b, err)
	insert, err := tx.Prepare("INSERT INTO log (id, at, work, sentence, per_beat, tempo_bpm, result, seconds, pupil) VALUES (?, ?, ?, 'a sentence', 2, ?, ?, 60, ?)")
	require.NoError(b, err)
	step := 10 * 365 * 24 * time.Hour / roomTries
	for i := range roomTries {
		p := i % roomPupils
		// A work is taken up for a quarter of a year, and the two that are set are of late.
		work, err := json.Marshal(works[p][(39-i*40/roomTries)%40])
		require.NoError(b, err)
		_, err = insert.Exec(fmt.Sprintf("try%d", i), now.Add(-step*time.Duration(roomTries-i)).UnixMilli(),
			string(work), 60+i%40, []string{"clean", "clean", "nearly", "not-yet"}[i%4], pupils[p].ID)
		require.NoError(b, err)
	}
	require.NoError(b, tx.Commit())
	e, err := server.New(st, server.Options{Front: fstest.MapFS{"index.html": {}}, ForHome: homeShell,
		Log: slog.New(slog.NewTextHandler(io.Discard, nil))})
	require.NoError(b, err)
	s := httptest.NewServer(e)
	b.Cleanup(s.Close)
	return s.URL, pupils
}

// BenchmarkRoom opens Today, a pupil and a map in a room after ten years.
func BenchmarkRoom(b *testing.B) {
	url, pupils := room(b)
	for name, path := range map[string]string{
		"Today": "/api/v1/today", "Pupil": "/api/v1/pupils/" + pupils[1].ID + "/work", "Map": "/api/v1/pupils/" +
			pupils[1].ID + "/map", "MapOfAll": "/api/v1/pupils/" + pupils[1].ID + "/map?from=2021-01-01",
		"PupilLog": "/api/v1/log?limit=10&pupil=" + pupils[1].ID, "Pupils": "/api/v1/pupils",
	} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				r, err := http.Get(url + path)
				require.NoError(b, err)
				_, err = io.Copy(io.Discard, r.Body)
				require.NoError(b, err)
				r.Body.Close()
				require.Equal(b, 200, r.StatusCode)
			}
		})
	}
}
