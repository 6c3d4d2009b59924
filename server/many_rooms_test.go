package server_test

import (
	"fmt"
	"os"
	"runtime"
	"slices"
	"strconv"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/access"
	"evenladder/rooms"
)

// files is how many files this process has open.
func files(t *testing.T) int {
	t.Helper()
	entries, err := os.ReadDir("/proc/self/fd")
	if err != nil {
		t.Skip("files are counted on Linux")
	}
	return len(entries)
}

// Many rooms in one process: however many are visited, few are open, and what stays open is bounded.
// EVEN_LADDER_ROOMS says how many; docs/scaling.md has the figures of 500.
func TestManyRooms(t *testing.T) {
	n := 24
	if said := os.Getenv("EVEN_LADDER_ROOMS"); said != "" {
		n, _ = strconv.Atoi(said)
	}
	limits := rooms.Limits{Most: max(n/4, 6), Idle: time.Hour}
	s := startSchool(t, limits)
	hash, err := access.Hash(passphrase)
	require.NoError(t, err)
	all := access.Teachers{{Name: "wren", Hash: hash}}
	for i := range n {
		name := fmt.Sprintf("room-%d", i)
		require.NoError(t, rooms.Make(s.dir, name))
		all[0].Rooms = append(all[0].Rooms, name)
	}
	s.teachers.Store(&all)
	status, wren := s.comeIn("wren", passphrase)
	require.Equal(t, 303, status)
	before := files(t)
	most := 0
	visit := func(what string, visitors int, ask func(room string) int) {
		took := make([]time.Duration, n)
		next := make(chan int, n)
		for i := range n {
			next <- i
		}
		close(next)
		begun := time.Now()
		var wait sync.WaitGroup
		for range visitors {
			wait.Go(func() {
				for i := range next {
					at := time.Now()
					assert.Less(t, ask(all[0].Rooms[i]), 300)
					took[i] = time.Since(at)
					assert.NoError(t, s.house.Rooms.Tidy(time.Now()))
				}
			})
		}
		wait.Wait()
		whole := time.Since(begun)
		most = max(most, files(t)-before)
		slices.Sort(took)
		var m runtime.MemStats
		runtime.GC()
		runtime.ReadMemStats(&m)
		t.Logf("%d rooms, %s: median %v, 99th %v, all %v; %d open, %d files, heap %d MB", n, what,
			took[n/2].Round(time.Microsecond*10), took[n*99/100].Round(time.Microsecond*10),
			whole.Round(time.Millisecond), s.house.Rooms.OpenNow(), files(t)-before, m.HeapAlloc>>20)
		assert.LessOrEqual(t, s.house.Rooms.OpenNow(), limits.Most)
	}
	pupil := func(room string) int {
		return s.ask("POST", "/rooms/"+room+"/api/v1/pupils",
			fmt.Sprintf(`{"pupil": {"name": "Of %s", "instrument": {"id": "bass"}}}`, room), wren, nil).StatusCode
	}
	list := func(room string) int {
		res := s.ask("GET", "/rooms/"+room+"/api/v1/pupils", "", wren, nil)
		assert.Contains(t, bodyOf(t, res), fmt.Sprintf(`"name":"Of %s"`, room))
		return res.StatusCode
	}
	visit("made, with a first pupil", 4, pupil)
	if more, err := strconv.Atoi(os.Getenv("EVEN_LADDER_PUPILS")); err == nil {
		visit(fmt.Sprintf("with %d pupils more", more), 4, func(room string) int {
			for range more - 1 {
				pupil(room)
			}
			return pupil(room)
		})
	}
	visit("opened again", 4, list)
	recent := all[0].Rooms[n-limits.Most/2:]
	for _, room := range recent {
		list(room)
	}
	visit("of those open", 4, func(room string) int {
		i,
			_ := strconv.Atoi(room[5:])
		return list(recent[i%len(recent)])
	})
	assert.Less(t, most, limits.Most*40, "files that stay open")
}
