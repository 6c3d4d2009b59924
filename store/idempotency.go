package store

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base32"
	"errors"
	"strings"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// onceKey is the context key of what a caller names a creation by.
type onceKey struct{}

// Once names what is created under a context: asked for again by the same name it is there already,
// and comes back as it is. A name is for one thing.
func Once(ctx context.Context, name string) context.Context {
	return context.WithValue(ctx, onceKey{}, name)
}

const idLetters = 16

// newID is the id of something new of a sort: a new one each time, or the one of its name.
func newID(ctx context.Context, sort string) string {
	name, ok := ctx.Value(onceKey{}).(string)
	if !ok {
		return strings.ToLower(rand.Text()[:idLetters])
	}
	sum := sha256.Sum256([]byte(sort + "\n" + name))
	return strings.ToLower(base32.StdEncoding.EncodeToString(sum[:])[:idLetters])
}

// madeBefore reports whether something was not created because it is there already by its name.
func madeBefore(ctx context.Context, err error) bool {
	var at *sqlite.Error
	_, named := ctx.Value(onceKey{}).(string)
	return named && errors.As(err, &at) && at.Code() == sqlite3.SQLITE_CONSTRAINT_PRIMARYKEY
}
