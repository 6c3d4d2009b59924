// Command even-ladder is the whole application: the web server, the same with
// demo data, and the plan and its files on standard output.
package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/signal"
	"runtime/debug"
	"syscall"
	_ "time/tzdata" // a container has none, and the days of a lesson are those of its place

	"github.com/spf13/cobra"

	"evenladder/core/base/fault"
)

// exitBadBrief is the exit code for a brief that cannot be met.
const exitBadBrief = 2

// version is what the build was made from; the build sets it.
var version = "unknown"

// gcPercent lets garbage grow to four times what is in use before it is
// collected: plans are short-lived, and some ten megabytes more buy a tenth of
// the time. GOGC overrides it.
const gcPercent = 400

func main() {
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(gcPercent)
	}
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	root := &cobra.Command{
		Use:           "even-ladder",
		Version:       version,
		Short:         "Lay scales out on the neck, finger them, play them, print them",
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	root.AddCommand(serveCommand(), demoCommand(), planCommand(), roundCommand(), documentCommand(), ladderCommand(),
		scheduleCommand(), callsCommand(), worksheetCommand(), phraseCommand(), takeCommand(), playerCommand(),
		backupCommand(), restoreCommand(), checkCommand(), exportCommand(), importCommand(), passphraseCommand(),
		teacherCommand())
	if err := root.ExecuteContext(ctx); err != nil {
		fmt.Fprintln(os.Stderr, err)
		stop()
		var bad fault.List
		if errors.As(err, &bad) {
			os.Exit(exitBadBrief)
		}
		os.Exit(1)
	}
}
