// Package access lets known people in over a network: a passphrase that is kept as its argon2id hash,
// and a certificate of the application's own making.
package access

import (
	"crypto/rand"
	"crypto/subtle"
	"encoding/base64"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"unicode/utf8"

	"golang.org/x/crypto/argon2"
)

// Bounds of a passphrase, in characters.
const minPassphrase, maxPassphrase = 12, 200

// cost is what a guess takes: memory in KiB, passes and lanes. It is above the least that the OWASP
// Password Storage Cheat Sheet gives for argon2id (19 MiB, 2 passes, 1 lane).
type cost struct {
	memory uint32
	passes uint32
	lanes  uint8
}

var usualCost = cost{64 << 10, 3, 2}

const saltBytes, keyBytes = 16, 32

// Hash is a passphrase as it is kept. The error says what would be accepted.
func Hash(passphrase string) (string, error) {
	if n := utf8.RuneCountInString(passphrase); n < minPassphrase || n > maxPassphrase {
		return "", fmt.Errorf("a passphrase of %d characters was given: give %d to %d, such as four words", n,
			minPassphrase, maxPassphrase)
	}
	salt := make([]byte, saltBytes)
	_, _ = rand.Read(salt) // it never fails
	c := usualCost
	key := argon2.IDKey([]byte(passphrase), salt, c.passes, c.memory, c.lanes, keyBytes)
	text := base64.RawStdEncoding.EncodeToString
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s", argon2.Version, c.memory, c.passes, c.lanes, text(salt),
		text(key)), nil
}

// Matches reports whether a passphrase is the one that a hash was made of. It takes as long whether or
// not it is.
func Matches(hash, passphrase string) bool {
	parts := strings.Split(hash, "$")
	if len(parts) != 6 || parts[1] != "argon2id" || utf8.RuneCountInString(passphrase) > maxPassphrase {
		return false
	}
	var c cost
	if _, err := fmt.Sscanf(parts[3], "m=%d,t=%d,p=%d", &c.memory, &c.passes, &c.lanes); err != nil || c.passes < 1 ||
		c.lanes < 1 || c.memory > 1<<20 || c.passes > 100 {
		return false
	}
	salt, err := base64.RawStdEncoding.DecodeString(parts[4])
	want, err2 := base64.RawStdEncoding.DecodeString(parts[5])
	if errors.Join(err, err2) != nil || len(want) != keyBytes {
		return false
	}
	return subtle.ConstantTimeCompare(argon2.IDKey([]byte(passphrase), salt, c.passes, c.memory, c.lanes, keyBytes),
		want) == 1
}

// passphraseName is the file of a data folder that holds the hash of its passphrase.
const passphraseName = "passphrase"

// Keep keeps the hash of a passphrase in a data folder.
func Keep(dir, passphrase string) error {
	hash, err := Hash(passphrase)
	if err != nil {
		return err
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return err
	}
	return replace(filepath.Join(dir, passphraseName), []byte(hash+"\n"))
}

// Kept is the hash that a data folder keeps, empty where none was set.
func Kept(dir string) (string, error) {
	data, err := os.ReadFile(filepath.Join(dir, passphraseName))
	if errors.Is(err, os.ErrNotExist) {
		return "", nil
	}
	return strings.TrimSpace(string(data)), err
}

// replace writes a file that its owner alone reads, whole or not at all.
func replace(name string, data []byte) error {
	f, err := os.CreateTemp(filepath.Dir(name), filepath.Base(name)+".*")
	if err != nil {
		return err
	}
	defer os.Remove(f.Name())
	_, err = f.Write(data)
	if err = errors.Join(err, f.Chmod(0o600), f.Sync(), f.Close()); err != nil {
		return err
	}
	return os.Rename(f.Name(), name)
}
