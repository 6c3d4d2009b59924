package store

import (
	"context"
	"time"
)

// restorable is how long a take that was deleted can be brought back.
const restorable = 24 * time.Hour

// KeepTake keeps the file of a try, in place of one that is kept already; ErrNotFound
// where there is no such try.
func (l Log) KeepTake(ctx context.Context, id string, file []byte) error {
	return changeOne(ctx, l.db, `INSERT INTO takes (try, kept_at, bytes, file)
		SELECT id, ?, ?, ? FROM log WHERE id = ? AND `+counts+`
		ON CONFLICT (try) DO UPDATE SET kept_at = excluded.kept_at, bytes = excluded.bytes, file = excluded.file, deleted_at = NULL`,
		l.now().UnixMilli(), len(file), file, id)
}

// Take is the file of a try, or ErrNotFound.
func (l Log) Take(ctx context.Context, id string) (file []byte, err error) {
	err = l.db.QueryRowContext(ctx, "SELECT file FROM takes WHERE try = ? AND deleted_at IS NULL", id).Scan(&file)
	return file, orNotFound(err)
}

// DeleteTake deletes the file of a try, or gives ErrNotFound. It can be brought back for
// a day; those that were deleted longer ago are gone with the next one.
func (l Log) DeleteTake(ctx context.Context, id string) error {
	now := l.now()
	if _, err := l.db.ExecContext(ctx, "DELETE FROM takes WHERE deleted_at < ?",
		now.Add(-restorable).UnixMilli()); err != nil {
		return err
	}
	return changeOne(ctx, l.db, "UPDATE takes SET deleted_at = ? WHERE try = ? AND deleted_at IS NULL",
		now.UnixMilli(), id)
}

// RestoreTake brings back what was deleted, or gives ErrNotFound.
func (l Log) RestoreTake(ctx context.Context, id string) error {
	return changeOne(ctx, l.db, "UPDATE takes SET deleted_at = NULL WHERE try = ? AND deleted_at IS NOT NULL", id)
}
