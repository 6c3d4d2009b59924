package main

import (
	"context"
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

// folderFlag adds --data to a command.
func folderFlag(c *cobra.Command) *string {
	return c.Flags().String("data", "", "folder for what is saved (default: even-ladder in the user's configuration folder)")
}

func backupCommand() *cobra.Command {
	var every time.Duration
	var keep int
	c := &cobra.Command{
		Use:   "backup FILE|DIR",
		Short: "Write everything that is kept into one file, also while the application runs",
		Args:  cobra.ExactArgs(1),
	}
	dir := folderFlag(c)
	c.Flags().DurationVar(&every, "every", 0, "goes on and makes another one so often, such as 24h; into a folder")
	c.Flags().IntVar(&keep, "keep", 14, "how many are kept with --every")
	c.RunE = func(cmd *cobra.Command, args []string) error {
		folder, err := dataFolder(*dir)
		if err != nil {
			return err
		}
		s, err := store.OpenBeside(cmd.Context(), folder, time.Now)
		if err != nil {
			return err
		}
		defer s.Close()
		if every == 0 {
			return backUp(cmd.Context(), cmd.OutOrStdout(), s, args[0])
		}
		if every < time.Minute || keep < 1 {
			return fmt.Errorf("--every %s --keep %d was given: give 1m or more, and 1 or more", every, keep)
		}
		for {
			if err := backUp(cmd.Context(), cmd.OutOrStdout(), s, folderOf(args[0])); err != nil {
				fmt.Fprintln(os.Stderr, err) // the next one may come off
			} else if err := store.PruneIn(folderOf(args[0]), "backup", keep); err != nil {
				return err
			}
			select {
			case <-cmd.Context().Done():
				return nil
			case <-time.After(every):
			}
		}
	}
	return c
}

// folderOf says that a target is a folder, whether or not it is there.
func folderOf(target string) string {
	return strings.TrimRight(target, string(filepath.Separator)) + string(filepath.Separator)
}

// backUp makes one backup: at a file, or in a folder under its time.
func backUp(ctx context.Context, out io.Writer, s *store.Store, target string) error {
	stat, err := os.Stat(target)
	if strings.HasSuffix(target, string(filepath.Separator)) || err == nil && stat.IsDir() {
		if err := os.MkdirAll(target, 0o700); err != nil {
			return err
		}
		target = filepath.Join(target, store.BackupName(time.Now(), "backup"))
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
	return fmt.Sprintf("%s; made %s by %s, %.1f MB, SHA-256 of its rows %s", strings.Join(holds, ", "), i.MadeAt.Format(time.RFC3339), i.Program, float64(i.Bytes)/1e6, i.Hash)
}

func restoreCommand() *cobra.Command {
	var look bool
	c := &cobra.Command{
		Use:   "restore FILE",
		Short: "Put what a backup holds in the place of everything; what was there is set aside",
		Args:  cobra.ExactArgs(1),
	}
	dir := folderFlag(c)
	c.Flags().BoolVar(&look, "look", false, "only say what the backup holds")
	c.RunE = func(cmd *cobra.Command, args []string) error {
		info, err := store.Look(cmd.Context(), args[0])
		if err != nil {
			return err
		}
		fmt.Fprintln(cmd.OutOrStdout(), infoWords(info))
		if look {
			return nil
		}
		folder, err := dataFolder(*dir)
		if err != nil {
			return err
		}
		s, err := store.Open(cmd.Context(), folder, time.Now)
		if err != nil {
			return err
		}
		defer s.Close()
		undo, _, err := s.RestoreNow(cmd.Context(), args[0], version)
		if err != nil {
			return err
		}
		fmt.Fprintf(cmd.OutOrStdout(), "Restored. To undo it: even-ladder restore %s\n", filepath.Join(s.Backups(), undo))
		return nil
	}
	return c
}

func checkCommand() *cobra.Command {
	c := &cobra.Command{
		Use:   "check",
		Short: "Look everything over that is kept; nothing is changed",
		Args:  cobra.NoArgs,
	}
	dir := folderFlag(c)
	c.RunE = func(cmd *cobra.Command, _ []string) error {
		folder, err := dataFolder(*dir)
		if err != nil {
			return err
		}
		s, err := store.OpenBeside(cmd.Context(), folder, time.Now)
		if err != nil {
			return err
		}
		defer s.Close()
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
	}
	return c
}
