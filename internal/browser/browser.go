// Package browser starts the built application and a headless Chromium on it,
// for the browser tests and the pictures of the documentation.
package browser

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"strings"
	"time"

	"github.com/chromedp/chromedp"
)

// App is a running application.
type App struct {
	URL  string
	stop func()
}

// Start runs the binary with the given arguments on a free port and waits
// until it says that it answers.
func Start(ctx context.Context, binary string, args ...string) (App, error) {
	if _, err := os.Stat(binary); err != nil {
		return App{}, fmt.Errorf("%s is not built: run make build", binary)
	}
	ctx, cancel := context.WithCancel(ctx)
	cmd := exec.CommandContext(ctx, binary, append(args, "--addr", "127.0.0.1:0")...)
	cmd.Cancel = func() error { return cmd.Process.Signal(os.Interrupt) }
	cmd.WaitDelay = 5 * time.Second
	cmd.Stderr = os.Stderr
	out, err := cmd.StdoutPipe()
	if err == nil {
		err = cmd.Start()
	}
	if err != nil {
		cancel()
		return App{}, err
	}
	stop := func() { cancel(); _ = cmd.Wait() }
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if words := strings.Fields(lines.Text()); len(words) > 1 && words[0] == "listening" {
			go func() { _, _ = io.Copy(io.Discard, out) }()
			return App{words[len(words)-1], stop}, nil
		}
	}
	stop()
	return App{}, errors.Join(errors.New("the application ended without listening"), lines.Err())
}

// Stop ends the application and waits for it.
func (a App) Stop() { a.stop() }

// Hears is Chromium with a microphone that hears a WAV file once from the moment it is
// opened, and is let in without asking.
func Hears(file string) []chromedp.ExecAllocatorOption {
	return []chromedp.ExecAllocatorOption{
		chromedp.Flag("use-fake-device-for-media-stream", true), chromedp.Flag("use-fake-ui-for-media-stream", true),
		chromedp.Flag("use-file-for-fake-audio-capture", file+"%noloop"),
	}
}

// Open starts Chromium with an empty profile and a window of the given size.
func Open(ctx context.Context, width, height int, more ...chromedp.ExecAllocatorOption) (context.Context,
	context.CancelFunc) {
	options := append(chromedp.DefaultExecAllocatorOptions[:],
		chromedp.NoSandbox, chromedp.DisableGPU, chromedp.WindowSize(width, height),
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true),
		chromedp.Env("TZ="+noon(time.Now())), chromedp.Flag("hide-scrollbars", true), chromedp.Flag("force-color-profile", "srgb"),
	)
	options = append(options, more...)
	allocated, cancelAllocated := chromedp.NewExecAllocator(ctx, options...)
	tab, cancelTab := chromedp.NewContext(allocated)
	return tab, func() { cancelTab(); cancelAllocated() }
}

// noon is the time zone in which the day of this machine is at its noon: what a screen makes of
// the hour is the same whenever it is opened.
func noon(now time.Time) string {
	_, east := now.Zone()
	return fmt.Sprintf("Etc/GMT%+d", now.Hour()-12-east/3600) // these names count westwards
}
