package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"strings"
	"sync"
	"time"

	"github.com/spf13/cobra"

	"evenladder/access"
	"evenladder/rooms"
	"evenladder/server"
	"evenladder/store"
)

func teacherCommand() *cobra.Command {
	c := &cobra.Command{Use: "teacher", Short: "Several teachers and the rooms they can open"}
	var of []string
	set := onFolder(&cobra.Command{
		Use:   "set NAME --room ROOM",
		Short: "Add a teacher and their rooms (new rooms are made), or change a passphrase or rooms",
		Args:  cobra.ExactArgs(1),
	}, func(cmd *cobra.Command, args []string, folder string) error {
		if err := apart(folder); err != nil {
			return err
		}
		said, err := readPassphrase(cmd.InOrStdin(), cmd.OutOrStdout())
		if err != nil {
			return err
		}
		if err := access.KeepTeacher(folder, args[0], said, of); err != nil {
			return err
		}
		for _, room := range of {
			if err := rooms.Make(folder, room); err != nil {
				return err
			}
		}
		fmt.Fprintf(cmd.OutOrStdout(), "%s may open %s.\n", args[0], strings.Join(of, ", "))
		return nil
	})
	set.Flags().StringSliceVar(&of, "room", nil, "a room the teacher can open, such as room-2; repeat for more")
	drop := onFolder(&cobra.Command{
		Use:   "drop NAME",
		Short: "Remove a teacher at once; rooms stay",
		Args:  cobra.ExactArgs(1),
	}, func(_ *cobra.Command, args []string, folder string) error { return access.DropTeacher(folder, args[0]) })
	list := onFolder(&cobra.Command{
		Use:   "list",
		Short: "List teachers and their rooms",
		Args:  cobra.NoArgs,
	}, func(cmd *cobra.Command, _ []string, folder string) error {
		all, err := access.ReadTeachers(folder)
		for _, t := range all {
			fmt.Fprintf(cmd.OutOrStdout(), "%s: %s\n", t.Name, strings.Join(t.Rooms, ", "))
		}
		return err
	})
	c.AddCommand(set, drop, list)
	return c
}

// apart refuses a folder that one teacher's own things are kept in: they would be in no room.
func apart(folder string) error {
	all, err := access.ReadTeachers(folder)
	if err != nil || len(all) > 0 || !store.HasAny(folder) {
		return err
	}
	return fmt.Errorf("%s holds one teacher's data: choose another folder with --data, and move this one there as rooms/NAME", folder)
}

// teacherList is the list of teachers of a folder, read again once it was changed.
type teacherList struct {
	dir   string
	lock  sync.Mutex
	stamp string
	all   access.Teachers
}

// readTeachers is the list of a folder, or nil where it is one teacher's own.
func readTeachers(dir string) (*teacherList, error) {
	all, err := access.ReadTeachers(dir)
	if err != nil || len(all) == 0 {
		return nil, err
	}
	stamp, err := access.TeachersStamp(dir)
	return &teacherList{dir: dir, stamp: stamp, all: all}, err
}

// now is the list as it is. Where it cannot be read, nobody comes in.
func (l *teacherList) now() access.Teachers {
	l.lock.Lock()
	defer l.lock.Unlock()
	stamp, err := access.TeachersStamp(l.dir)
	if err != nil {
		return nil
	}
	if stamp != l.stamp {
		all, err := access.ReadTeachers(l.dir)
		if err != nil {
			return nil
		}
		l.stamp, l.all = stamp, all
	}
	return l.all
}

// serveRooms answers in the rooms of several teachers until the context ends.
func (o serving) serveRooms(ctx context.Context, out io.Writer, dir string, own *store.Store, reached networked,
	options server.Options) (err error) {
	limits := rooms.Usual
	if o.roomsOpen > 0 {
		limits.Most = o.roomsOpen
	}
	h, err := server.NewHouse(dir, own, limits, options, o.tend(options.Log))
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, h.Rooms.Close()) }()
	keeping, stop := context.WithCancel(ctx)
	var beside sync.WaitGroup
	beside.Go(func() {
		h.Rooms.Keep(keeping, func(err error) { options.Log.Error("a room wasn't closed cleanly", "error", err) })
	})
	beside.Go(func() { o.backUpRooms(keeping, h.Rooms, options.Log) })
	defer func() { stop(); beside.Wait() }()
	names, err := h.Rooms.Names()
	if err != nil {
		return err
	}
	fmt.Fprintf(out, "%s\nrooms: %d\n", reached.words, len(names))
	return server.Serve(ctx, h.Echo, reached)
}

// roundOfRooms is how often it is looked whether a closed room is to be backed up.
const roundOfRooms = time.Hour

// backUpRooms looks now and then whether rooms are to be backed up.
func (o serving) backUpRooms(ctx context.Context, all *rooms.Rooms, log *slog.Logger) {
	if o.backupEvery <= 0 {
		return
	}
	for {
		select {
		case <-ctx.Done():
			return
		case <-time.After(roundOfRooms):
		}
		if err := o.backUpDue(ctx, all); err != nil && ctx.Err() == nil {
			log.Error("no backup", "error", err)
		}
	}
}

// backUpDue backs up, one at a time, rooms that were changed and closed since their last backup. One
// that cannot be backed up holds up none of the others.
func (o serving) backUpDue(ctx context.Context, all *rooms.Rooms) error {
	names, err := all.Names()
	errs := []error{err}
	for _, name := range names {
		if ctx.Err() != nil {
			break
		}
		dir, err := all.Dir(name)
		if err == nil {
			err = backUpClosed(ctx, dir, store.Regular{Word: "regular", Every: o.backupEvery, Keep: o.backupKeep})
		}
		if err != nil {
			errs = append(errs, fmt.Errorf("room %s: %w", name, err))
		}
	}
	return errors.Join(errs...)
}

// backUpClosed backs up the folder of a room, where that is due.
func backUpClosed(ctx context.Context, dir string, r store.Regular) error {
	due, err := store.Due(dir, r, time.Now())
	if err != nil || !due {
		return err
	}
	return beside(ctx, dir, func(s *store.Store) error {
		_, _, err := s.BackUpIn(ctx, r, version)
		return err
	})
}
