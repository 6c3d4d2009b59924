-- +goose Up
-- Who is signed in over a network, as the package of sessions keeps it. Backups have none of them.
CREATE TABLE sessions (
    token TEXT PRIMARY KEY,
    data BLOB NOT NULL,
    expiry REAL NOT NULL         -- julian day
) STRICT;
CREATE INDEX sessions_by_expiry ON sessions (expiry);

-- +goose Down
DROP TABLE sessions;
