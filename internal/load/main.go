// Command load measures the built binary: the time to its first answer, plans
// over HTTP at a steady rate, its memory after many plans, and a change of key on
// screen. It talks to
// loopback only and stops by itself.
package main

import (
	"bytes"
	"context"
	"flag"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"evenladder/internal/browser"
)

const (
	rate  = 200 // requests a second
	total = 10_000
)

var tonics = strings.Fields("C F Bb Eb Ab Db F# B E A D G")

func main() {
	binary := flag.String("binary", "bin/even-ladder", "the built application")
	bare := flag.Bool("bare", false, "answer every request with what is read, to compare with")
	flag.Parse()
	run := func() error { return measure(*binary) }
	if *bare {
		run = serveBare
	}
	if err := run(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func measure(binary string) error {
	dir, err := os.MkdirTemp("", "even-ladder-load-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	var starts []time.Duration
	for range 5 {
		begin := time.Now()
		app, err := browser.Start(context.Background(), binary, "serve", "--data", dir)
		if err != nil {
			return err
		}
		_, err = get(app.URL + "/healthz")
		starts = append(starts, time.Since(begin))
		app.Stop()
		if err != nil {
			return err
		}
	}
	slices.Sort(starts)
	fmt.Printf("start to first answer: %v median of %d\n", starts[len(starts)/2].Round(time.Millisecond), len(starts))

	app, err := browser.Start(context.Background(), binary, "serve", "--data", dir)
	if err != nil {
		return err
	}
	defer app.Stop()
	took, failed := steady(app.URL)
	slices.Sort(took)
	if failed > 0 {
		return fmt.Errorf("%d of %d requests failed", failed, total)
	}
	fmt.Printf("%d plans at %d a second: median %v, p99 %v, worst %v\n", len(took), rate,
		took[len(took)/2].Round(10*time.Microsecond), took[len(took)*99/100].Round(10*time.Microsecond),
		took[len(took)-1].Round(10*time.Microsecond))
	pid, err := server(binary)
	if err != nil {
		return err
	}
	if err := memory(pid); err != nil {
		return err
	}
	if err := wire(app.URL, pid); err != nil {
		return err
	}
	if err := drawing(binary); err != nil {
		return err
	}
	return scroll(binary)
}

// steady sends plans at the rate, each on its own time, so that a slow answer
// does not hold back the next request.
func steady(base string) (took []time.Duration, failed int64) {
	took = make([]time.Duration, total)
	var failures atomic.Int64
	var wait sync.WaitGroup
	begin := time.Now()
	for i := range total {
		due := begin.Add(time.Duration(i) * time.Second / rate)
		time.Sleep(time.Until(due))
		wait.Go(func() {
			start := time.Now()
			if err := plan(base, tonics[i%len(tonics)]); err != nil {
				failures.Add(1)
			}
			took[i] = time.Since(start)
		})
	}
	wait.Wait()
	return took, failures.Load()
}

var client = &http.Client{Transport: &http.Transport{MaxIdleConnsPerHost: 32, MaxConnsPerHost: 32}}

func plan(base, tonic string) error {
	body := fmt.Sprintf(`{"instrument": {"id": "guitar"}, "scale": {"tonic": %q, "name": "mixolydian"}}`, tonic)
	res, err := client.Post(base+"/api/v1/plan", "application/json", bytes.NewReader([]byte(body)))
	if err != nil {
		return err
	}
	defer res.Body.Close()
	if _, err := io.Copy(io.Discard, res.Body); err != nil || res.StatusCode != http.StatusOK {
		return fmt.Errorf("status %d: %w", res.StatusCode, err)
	}
	return nil
}

func get(url string) (string, error) {
	res, err := client.Get(url)
	if err != nil {
		return "", err
	}
	defer res.Body.Close()
	data, err := io.ReadAll(res.Body)
	return string(data), err
}

var resident = regexp.MustCompile(`VmRSS:\s+(\d+ kB)`)

// server is the process that runs the binary.
func server(binary string) (int, error) {
	out, err := exec.Command("pgrep", "-n", "-f", binary+" serve").Output()
	if err != nil {
		return 0, fmt.Errorf("finding the server: %w", err)
	}
	return strconv.Atoi(strings.TrimSpace(string(out)))
}

// memory reads the resident memory of the running server from /proc.
func memory(pid int) error {
	status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	if err != nil {
		return err
	}
	if m := resident.FindSubmatch(status); m != nil {
		fmt.Printf("resident memory after %d plans: %s\n", total, m[1])
	}
	return nil
}
