package access

import (
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"github.com/gofrs/flock"
)

// Teacher is someone who may come in, and the rooms that they may open.
type Teacher struct {
	Name  string   `json:"name"`       // empty where one passphrase lets everyone in
	Hash  string   `json:"passphrase"` // as Hash makes it
	Rooms []string `json:"rooms"`
}

// May reports whether a teacher may open a room. The room without a name is that of an application
// for one teacher: whoever may come in may open it.
func (t Teacher) May(room string) bool { return room == "" || slices.Contains(t.Rooms, room) }

// Teachers are those who may come in, by their names.
type Teachers []Teacher

// nobody has a hash that no passphrase has; trying it takes as long as trying a true one.
var nobody = Teacher{Hash: "$argon2id$v=19$m=65536,t=3,p=2$" + strings.Repeat("A", 22) + "$" + strings.Repeat("A", 43)}

// Find is the teacher of a name.
func (all Teachers) Find(name string) (Teacher, bool) {
	i := slices.IndexFunc(all, func(t Teacher) bool { return t.Name == name })
	if i < 0 {
		return nobody, false
	}
	return all[i], true
}

// Enter is the teacher who has a name and a passphrase. It takes as long whether or not there is one.
func (all Teachers) Enter(name, passphrase string) (Teacher, bool) {
	t, known := all.Find(name)
	matches := Matches(t.Hash, passphrase)
	return t, known && matches
}

// Bounds of a list of teachers.
const (
	maxTeachers    = 2000
	maxTeacherName = 80
	maxRooms       = 200 // of one teacher
)

var roomName = regexp.MustCompile(`^[a-z0-9][a-z0-9-]{0,39}$`)

// ValidRoom refuses names of rooms that addresses and folders do not take on every machine.
func ValidRoom(name string) error {
	if roomName.MatchString(name) {
		return nil
	}
	return fmt.Errorf("room %q was given: give 1 to 40 of a–z, 0–9 and hyphens, such as room-2", name)
}

func (t Teacher) valid() error {
	n := utf8.RuneCountInString(t.Name)
	if n < 1 || n > maxTeacherName || strings.TrimSpace(t.Name) != t.Name || strings.ContainsFunc(t.Name,
		func(r rune) bool { return !unicode.IsPrint(r) }) {
		return fmt.Errorf("teacher %q was given: give a name of 1 to %d letters", t.Name, maxTeacherName)
	}
	if len(t.Rooms) < 1 || len(t.Rooms) > maxRooms {
		return fmt.Errorf("%d rooms were given: give 1 to %d with --room", len(t.Rooms), maxRooms)
	}
	for _, r := range t.Rooms {
		if err := ValidRoom(r); err != nil {
			return err
		}
	}
	return nil
}

// teachersName is the file of a data folder of several teachers that has the list of them.
const teachersName = "teachers.json"

// ReadTeachers are the teachers of a data folder; none where it is one teacher's own.
func ReadTeachers(dir string) (Teachers, error) {
	name := filepath.Join(dir, teachersName)
	data, err := os.ReadFile(name)
	if errors.Is(err, os.ErrNotExist) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	var all Teachers
	if err := json.Unmarshal(data, &all); err != nil {
		return nil, fmt.Errorf("%s cannot be read: %w", name, err)
	}
	return all, nil
}

// TeachersStamp changes whenever the list of a data folder is written.
func TeachersStamp(dir string) (string, error) {
	stat, err := os.Stat(filepath.Join(dir, teachersName))
	if err != nil {
		return "", err
	}
	return fmt.Sprint(stat.ModTime().UnixNano(), stat.Size()), nil
}

// KeepTeacher lets a teacher in from now on, or gives a known one another passphrase and other rooms.
// Without a passphrase the one that is known stays.
func KeepTeacher(dir, name, passphrase string, rooms []string) error {
	t := Teacher{Name: name, Rooms: rooms}
	if err := t.valid(); err != nil {
		return err
	}
	if passphrase != "" {
		var err error
		if t.Hash, err = Hash(passphrase); err != nil {
			return err
		}
	}
	return changeTeachers(dir, func(all Teachers) (Teachers, error) {
		was, known := all.Find(name)
		switch {
		case t.Hash == "" && !known:
			return nil, fmt.Errorf("teacher %q is not known: give a passphrase", name)
		case t.Hash == "":
			t.Hash = was.Hash
		}
		all = slices.DeleteFunc(all, func(o Teacher) bool { return o.Name == name })
		if len(all) >= maxTeachers {
			return nil, fmt.Errorf("%d teachers are known, and more were given: a folder has at most that many",
				maxTeachers)
		}
		return append(all, t), nil
	})
}

// DropTeacher lets a teacher in no more. Rooms stay.
func DropTeacher(dir, name string) error {
	return changeTeachers(dir, func(all Teachers) (Teachers, error) {
		if _, known := all.Find(name); !known {
			return nil, fmt.Errorf("teacher %q is not known: the list has them", name)
		}
		return slices.DeleteFunc(all, func(o Teacher) bool { return o.Name == name }), nil
	})
}

// changeTeachers writes a list anew, one change at a time.
func changeTeachers(dir string, change func(Teachers) (Teachers, error)) error {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return err
	}
	held := flock.New(filepath.Join(dir, teachersName+".lock"), flock.SetPermissions(0o600))
	if err := held.Lock(); err != nil {
		return err
	}
	defer func() { _ = held.Unlock() }()
	all, err := ReadTeachers(dir)
	if err != nil {
		return err
	}
	if all, err = change(all); err != nil {
		return err
	}
	slices.SortFunc(all, func(a, b Teacher) int { return strings.Compare(a.Name, b.Name) })
	data, err := json.MarshalIndent(all, "", "  ")
	if err != nil {
		return err
	}
	return replace(filepath.Join(dir, teachersName), append(data, '\n'))
}
