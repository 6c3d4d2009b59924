package main

import (
	"bufio"
	"bytes"
	"context"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/labstack/echo/v5"
)

// wire asks for plans as fast as they come, one at a time and thirty-two at once: briefs
// that were never asked, one brief again and again, and the same bytes of a bare Echo.
func wire(base string, pid int) error {
	answer, err := post(base, briefOf(0))
	if err != nil {
		return err
	}
	bare, stop, err := bareEcho(answer)
	if err != nil {
		return err
	}
	defer stop()
	asked := 1
	fresh := func() []byte { asked++; return briefOf(asked) }
	again := func() []byte { return briefOf(0) }
	for _, at := range []struct{ clients, requests int }{{1, 2000}, {32, 6000}} {
		most := flood(bare, again, at.clients, at.requests)
		fmt.Printf("%2d at once, bare Echo with the %d bytes of a plan: %s\n", at.clients, len(answer), most)
		for _, kind := range []struct {
			name string
			next func() []byte
		}{{"never asked before", fresh}, {"asked again", again}} {
			before := processor(pid)
			got := flood(base, kind.next, at.clients, at.requests)
			cpu := (processor(pid) - before) / time.Duration(at.requests)
			fmt.Printf("%2d at once, %s: %s, %.0f %% of bare Echo, %v of processor each\n", at.clients, kind.name, got,
				100*got.rate/most.rate, cpu.Round(10*time.Microsecond))
		}
	}
	return nil
}

// briefOf is the nth of many thousand briefs, no two the same.
func briefOf(n int) []byte {
	scales := []string{"mixolydian", "dorian", "lydian"}
	return fmt.Appendf(nil, `{"instrument": {"id": "guitar"}, "scale": {"tonic": %q, "name": %q}, "rhythm": {"tempoBpm": %d}}`,
		tonics[n%len(tonics)], scales[n/len(tonics)%len(scales)], 20+n/len(tonics)/len(scales))
}

// flow is what came of a flood.
type flow struct {
	rate        float64
	median, p99 time.Duration
	failed      int
}

func (f flow) String() string {
	said := fmt.Sprintf("%.0f a second, median %v, p99 %v", f.rate, f.median.Round(10*time.Microsecond),
		f.p99.Round(10*time.Microsecond))
	if f.failed > 0 {
		said += fmt.Sprintf(", %d FAILED", f.failed)
	}
	return said
}

func flood(base string, next func() []byte, clients, requests int) (f flow) {
	var lock sync.Mutex
	var took []time.Duration
	var all sync.WaitGroup
	begun := time.Now()
	for range clients {
		all.Go(func() {
			for range requests / clients {
				lock.Lock()
				body := next()
				lock.Unlock()
				start := time.Now()
				_, err := post(base, body)
				lock.Lock()
				took = append(took, time.Since(start))
				if err != nil {
					f.failed++
				}
				lock.Unlock()
			}
		})
	}
	all.Wait()
	f.rate = float64(len(took)) / time.Since(begun).Seconds()
	slices.Sort(took)
	f.median, f.p99 = took[len(took)/2], took[len(took)*99/100]
	return f
}

func post(base string, body []byte) ([]byte, error) {
	res, err := client.Post(base+"/api/v1/plan", "application/json", bytes.NewReader(body))
	if err != nil {
		return nil, err
	}
	defer res.Body.Close()
	data, err := io.ReadAll(res.Body)
	if err == nil && res.StatusCode != http.StatusOK {
		err = fmt.Errorf("status %d", res.StatusCode)
	}
	return data, err
}

// bareEcho is a process that answers every request with the same bytes.
func bareEcho(answer []byte) (url string, stop func(), err error) {
	self, err := os.Executable()
	if err != nil {
		return "", nil, err
	}
	ctx, cancel := context.WithCancel(context.Background())
	cmd := exec.CommandContext(ctx, self, "-bare")
	cmd.Stdin, cmd.Stderr = bytes.NewReader(answer), os.Stderr
	out, err := cmd.StdoutPipe()
	if err == nil {
		err = cmd.Start()
	}
	if err != nil {
		cancel()
		return "", nil, err
	}
	line, err := bufio.NewReader(out).ReadString('\n')
	return strings.TrimSpace(line), func() { cancel(); _ = cmd.Wait() }, err
}

// serveBare is that process: it says where it answers and goes on until it is killed.
func serveBare() error {
	answer, err := io.ReadAll(os.Stdin)
	if err != nil {
		return err
	}
	e := echo.New()
	e.POST("/api/v1/plan", func(c *echo.Context) error {
		if _, err := io.Copy(io.Discard, c.Request().Body); err != nil {
			return err
		}
		return c.JSONBlob(http.StatusOK, answer)
	})
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return err
	}
	fmt.Printf("http://%s\n", l.Addr())
	return http.Serve(l, e)
}

// processor is the time that a process has had so far. The kernel counts it in hundredths
// of a second.
func processor(pid int) time.Duration {
	stat, err := os.ReadFile(fmt.Sprintf("/proc/%d/stat", pid))
	if err != nil {
		return 0
	}
	_, after, _ := strings.Cut(string(stat), ") ")
	var ticks int
	for _, field := range strings.Fields(after)[11:13] {
		n, _ := strconv.Atoi(field)
		ticks += n
	}
	return time.Duration(ticks) * time.Second / 100
}
