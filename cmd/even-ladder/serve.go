package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"os"
	"strings"
	"time"

	"github.com/KimMachineGun/automemlimit/memlimit"
	"github.com/spf13/cobra"

	"evenladder/demo"
	"evenladder/rooms"
	"evenladder/server"
	"evenladder/store"
	"evenladder/ui"
)

const defaultAddr = "127.0.0.1:8137"

func serveCommand() *cobra.Command {
	var o serving
	c := onFolder(&cobra.Command{
		Use:   "serve",
		Short: "Start the web application",
		Args:  cobra.NoArgs,
	}, func(cmd *cobra.Command, _ []string, folder string) error {
		if o.backupEvery != 0 && o.backupEvery < time.Minute || o.backupKeep < 1 {
			return fmt.Errorf("--backup-every %s --backup-keep %d was given: give 1m or more, or 0 for none, and 1 or more", o.backupEvery, o.backupKeep)
		}
		return serve(cmd.Context(), cmd.OutOrStdout(), folder, o)
	})
	o.flags(c)
	c.Flags().DurationVar(&o.backupEvery, "backup-every", 24*time.Hour,
		"how often to back up automatically; 0 for never")
	c.Flags().IntVar(&o.roomsOpen, "rooms-open", 0,
		fmt.Sprintf("how many rooms can be open at once before idle ones are closed (default %d)",
			rooms.Usual.Most))
	c.Flags().IntVar(&o.backupKeep, "backup-keep", 14, "how many automatic backups to keep")
	return c
}

func demoCommand() *cobra.Command {
	var o serving
	c := &cobra.Command{
		Use:   "demo",
		Short: "Start with demo data in a fresh temporary folder",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			dir, err := os.MkdirTemp("", "even-ladder-demo-")
			if err != nil {
				return err
			}
			defer os.RemoveAll(dir)
			o.fill = demo.Fill
			return serve(cmd.Context(), cmd.OutOrStdout(), dir, o)
		},
	}
	o.flags(c)
	return c
}

// serving is how the application is served.
type serving struct {
	addr      string
	accessLog bool
	figures   string                                    // file of the token of the figures
	proxies   []string                                  // addresses of proxies that are trusted
	hosts     []string                                  // further names that other devices reach it by
	cert, key string                                    // files of a certificate that was given
	fill      func(context.Context, *store.Store) error // with what, before it answers

	backupEvery time.Duration // 0 for never
	backupKeep  int

	roomsOpen int // 0 for as many as usual
}

func (o *serving) flags(c *cobra.Command) {
	c.Flags().StringVar(&o.addr, "addr", defaultAddr, "address to listen on; port 0 picks a free port")
	c.Flags().StringSliceVar(&o.hosts, "host", nil, "another name that other devices use, such as room.lan")
	c.Flags().StringSliceVar(&o.proxies, "trusted-proxy", nil,
		"address or network of your own proxy, such as 127.0.0.1: what it says of the client's address is believed")
	c.Flags().StringVar(&o.cert, "tls-cert", "",
		"your own certificate (default: one that Even Ladder makes)")
	c.Flags().StringVar(&o.key, "tls-key", "", "key of that certificate")
	c.Flags().StringVar(&o.figures, "metrics-token", "",
		"file with the token for /metrics; without one, only this machine can read it")
	c.Flags().BoolVar(&o.accessLog, "access-log", false, "log every request, by route only")
}

// heapShare is the share of the memory there is that is used before it is cleared
// more often.
const heapShare = 0.5

// settle is how long after a start nothing is backed up: most starts are followed by work.
const settle = time.Minute

// serve opens the store, fills it when asked to, and answers until the context
// ends. It prints the address once it answers. A folder that knows teachers has their rooms.
func serve(ctx context.Context, out io.Writer, dir string, o serving) error {
	// A machine or a container with little memory sets the limit of the heap.
	_, _ = memlimit.Set(memlimit.WithRatio(heapShare),
		memlimit.WithProvider(memlimit.ApplyFallback(memlimit.FromCgroup, memlimit.FromSystem)))
	teachers, err := readTeachers(dir)
	if err != nil {
		return err
	}
	st, err := store.Open(ctx, dir, time.Now)
	if err != nil {
		return err
	}
	defer st.Close()
	if o.fill != nil {
		if err := o.fill(ctx, st); err != nil {
			return fmt.Errorf("demo data: %w", err)
		}
	}
	l, err := net.Listen("tcp", o.addr)
	if err != nil {
		return fmt.Errorf("can't listen on %s: %w", o.addr, err)
	}
	reached, err := o.toNetwork(l, dir, st, teachers)
	if err != nil {
		return errors.Join(err, l.Close())
	}
	options, err := o.options(reached)
	if err != nil {
		return err
	}
	if teachers != nil {
		return o.serveRooms(ctx, out, dir, st, reached, options)
	}
	e, err := server.New(st, options)
	if err != nil {
		return err
	}
	defer o.tend(options.Log)(st)()
	fmt.Fprintln(out, reached.words)
	return server.Serve(ctx, e, reached)
}

func (o serving) options(reached networked) (server.Options, error) {
	front, err := ui.Front()
	if err != nil {
		return server.Options{}, err
	}
	forHome, err := ui.Home()
	log := slog.New(slog.NewTextHandler(os.Stderr, nil))
	options := server.Options{Front: front, ForHome: forHome, Program: version, Log: log, Network: reached.network,
		BackupEvery: o.backupEvery}
	if o.accessLog {
		options.Access = log
	}
	if err == nil && o.figures != "" {
		options.Figures, err = readToken(o.figures)
	}
	return options, err
}

// minToken is how many characters a token has at least.
const minToken = 16

func readToken(name string) (string, error) {
	data, err := os.ReadFile(name)
	token := strings.TrimSpace(string(data))
	if err == nil && len(token) < minToken {
		err = fmt.Errorf("%s has a token of %d characters: give %d or more", name, len(token), minToken)
	}
	return token, err
}

// tend backs a store up regularly while it is open.
func (o serving) tend(log *slog.Logger) func(*store.Store) (end func()) {
	return func(st *store.Store) func() {
		if o.backupEvery <= 0 {
			return func() {}
		}
		ctx, cancel := context.WithCancel(context.Background())
		done := make(chan struct{})
		go func() {
			defer close(done)
			st.BackUpRegularly(ctx, store.Regular{Word: "regular", Every: o.backupEvery, Keep: o.backupKeep,
				Settle: settle}, version, func(file string, _ store.Info, err error) {
				if err != nil {
					log.Error("no backup", "file", file, "error", err)
				}
			})
		}()
		return func() { cancel(); <-done }
	}
}
