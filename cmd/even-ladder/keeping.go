package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"evenladder/store"
)

// dataFolder is the folder that is asked for, or the usual one.
func dataFolder(given string) (string, error) {
	if given != "" {
		return given, nil
	}
	base, err := os.UserConfigDir()
	if err != nil {
		return "", fmt.Errorf("no data folder: give one with --data: %w", err)
	}
	return filepath.Join(base, "even-ladder"), nil
}

// onFolder makes a command that works on a data folder, which --data names.
func onFolder(c *cobra.Command, run func(cmd *cobra.Command, args []string, folder string) error) *cobra.Command {
	given := c.Flags().String("data", "", "data folder (default: even-ladder in the user's configuration folder)")
	c.RunE = func(cmd *cobra.Command, args []string) error {
		folder, err := dataFolder(*given)
		if err != nil {
			return err
		}
		return run(cmd, args, folder)
	}
	return c
}

// beside opens the database of a folder on which another process may work.
func beside(ctx context.Context, folder string, work func(*store.Store) error) error {
	s, err := store.OpenBeside(ctx, folder, time.Now)
	if err != nil {
		return err
	}
	return errors.Join(work(s), s.Close())
}

func backupCommand() *cobra.Command {
	var every time.Duration
	var keep int
	c := onFolder(&cobra.Command{
		Use:   "backup FILE|DIR",
		Short: "Back up everything to one file, even while Even Ladder runs",
		Args:  cobra.ExactArgs(1),
	}, func(cmd *cobra.Command, args []string, folder string) error {
		return beside(cmd.Context(), folder, func(s *store.Store) error {
			if every == 0 {
				return backUp(cmd.Context(), cmd.OutOrStdout(), s, args[0])
			}
			if every < time.Minute || keep < 1 {
				return fmt.Errorf("--every %s --keep %d was given: give 1m or more, and 1 or more", every, keep)
			}
			return backUpEvery(cmd, s, args[0], every, keep)
		})
	})
	c.Flags().DurationVar(&every, "every", 0, "keep running and make a backup this often, such as 24h; needs a folder")
	c.Flags().IntVar(&keep, "keep", 14, "how many backups to keep with --every")
	return c
}

// backUpEvery makes backups in a folder until the command ends.
func backUpEvery(cmd *cobra.Command, s *store.Store, into string, every time.Duration, keep int) error {
	s.BackUpRegularly(cmd.Context(), store.Regular{Dir: into, Word: "backup", Every: every, Keep: keep}, version,
		func(file string, info store.Info, err error) {
			if err != nil {
				fmt.Fprintln(os.Stderr, err)
				return
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%s: %s\n", file, infoWords(info))
		})
	return nil
}

// backUp makes one backup: at a file, or in a folder under its time.
func backUp(ctx context.Context, out io.Writer, s *store.Store, target string) error {
	stat, err := os.Stat(target)
	if strings.HasSuffix(target, string(filepath.Separator)) || err == nil && stat.IsDir() {
		if err := os.MkdirAll(target, 0o700); err != nil {
			return err
		}
		target = filepath.Join(target, store.BackupName(target, time.Now(), "backup"))
	}
	info, err := s.Backup(ctx, target, version)
	if err != nil {
		return err
	}
	fmt.Fprintf(out, "%s: %s\n", target, infoWords(info))
	return nil
}

// infoWords says what a backup holds.
func infoWords(i store.Info) string {
	var holds []string
	for _, c := range i.Holds {
		if c.Count > 0 {
			holds = append(holds, fmt.Sprintf("%d %s", c.Count, c.What))
		}
	}
	if len(holds) == 0 {
		holds = []string{"nothing yet"}
	}
	return fmt.Sprintf("%s; made %s by %s, %.1f MB, SHA-256 of its rows %s", strings.Join(holds, ", "),
		i.MadeAt.Format(time.RFC3339), i.Program, float64(i.Bytes)/1e6, i.Hash)
}

func restoreCommand() *cobra.Command {
	var look bool
	c := onFolder(&cobra.Command{
		Use:   "restore FILE",
		Short: "Replace everything with a backup; the current data is backed up first",
		Args:  cobra.ExactArgs(1),
	}, func(cmd *cobra.Command, args []string, folder string) error {
		info, err := store.Look(cmd.Context(), args[0])
		if err != nil {
			return err
		}
		fmt.Fprintln(cmd.OutOrStdout(), infoWords(info))
		if look {
			return nil
		}
		aside, _, err := store.RestoreFolder(cmd.Context(), folder, args[0], time.Now, version)
		if err != nil {
			return err
		}
		if filepath.Ext(aside) != ".db" {
			fmt.Fprintf(cmd.OutOrStdout(), "Restored. What was there is damaged; its files are in %s\n", aside)
			return nil
		}
		fmt.Fprintf(cmd.OutOrStdout(), "Restored. To undo it: even-ladder restore %s\n", aside)
		return nil
	})
	c.Flags().BoolVar(&look, "look", false, "only show what the backup contains")
	return c
}

func checkCommand() *cobra.Command {
	return onFolder(&cobra.Command{
		Use:   "check",
		Short: "Check everything that is saved, without changing anything",
		Args:  cobra.NoArgs,
	}, func(cmd *cobra.Command, _ []string, folder string) error {
		return beside(cmd.Context(), folder, func(s *store.Store) error {
			found, err := s.Check(cmd.Context())
			if err != nil {
				return err
			}
			for _, d := range found {
				fmt.Fprintln(cmd.OutOrStdout(), strings.TrimSpace(d.Where+" "+d.ID)+": "+d.What)
			}
			if len(found) > 0 {
				return fmt.Errorf("%d faults in %s", len(found), folder)
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%s is sound.\n", folder)
			return nil
		})
	})
}

func exportCommand() *cobra.Command {
	return onFolder(&cobra.Command{
		Use:   "export FILE",
		Short: "Export everything as JSON, even while Even Ladder runs",
		Args:  cobra.ExactArgs(1),
	}, func(cmd *cobra.Command, args []string, folder string) error {
		return beside(cmd.Context(), folder, func(s *store.Store) error {
			f, err := os.OpenFile(args[0], os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
			if err != nil {
				return err
			}
			return errors.Join(s.ExportTo(cmd.Context(), f, version), f.Close())
		})
	})
}

func importCommand() *cobra.Command {
	var look bool
	c := onFolder(&cobra.Command{
		Use:   "import FILE",
		Short: "Import an export: new rows are added, different ones are changed, nothing is deleted",
		Args:  cobra.ExactArgs(1),
	}, func(cmd *cobra.Command, args []string, folder string) error {
		f, err := os.Open(args[0])
		if err != nil {
			return err
		}
		defer f.Close()
		s, err := store.Open(cmd.Context(), folder, time.Now)
		if err != nil {
			return err
		}
		changes, err := s.Import(cmd.Context(), f, look)
		if err = errors.Join(err, s.Close()); err != nil {
			return err
		}
		for _, c := range changes {
			fmt.Fprintf(cmd.OutOrStdout(), "%s: %d added, %d changed, %d the same\n", c.Table, c.Added, c.Changed,
				c.Same)
		}
		return nil
	})
	c.Flags().BoolVar(&look, "look", false, "only show what would change")
	return c
}
