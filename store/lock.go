package store

import (
	"fmt"
	"os"
	"path/filepath"
	"strconv"
	"strings"

	"github.com/gofrs/flock"
)

// lockName is the file in a data folder that the process which works on it has locked. It says
// which one that is.
const lockName = "even-ladder.lock"

// InUse says that another process works on a data folder.
type InUse struct {
	Dir     string
	Process string // its number, where it is known
}

func (e InUse) Error() string {
	who := "another Even Ladder"
	if e.Process != "" {
		who += " (process " + e.Process + ")"
	}
	return fmt.Sprintf("data folder %s: %s is using it: stop that first, or choose another folder with --data",
		e.Dir, who)
}

// lock locks a data folder for this process, or says who has it.
func lock(dir string) (*flock.Flock, error) {
	name := filepath.Join(dir, lockName)
	l := flock.New(name, flock.SetPermissions(0o600))
	ok, err := l.TryLock()
	if err != nil {
		return nil, fmt.Errorf("data folder %s: %w", dir, err)
	}
	if !ok {
		said, _ := os.ReadFile(name)
		who := strings.TrimSpace(string(said))
		if _, err := strconv.Atoi(who); err != nil {
			who = ""
		}
		return nil, InUse{dir, who}
	}
	if err := os.WriteFile(name, []byte(strconv.Itoa(os.Getpid())+"\n"), 0o600); err != nil {
		_ = l.Unlock()
		return nil, fmt.Errorf("data folder %s: %w", dir, err)
	}
	return l, nil
}
