-- +goose Up
-- Who is signed in over a network, as the package of sessions keeps it. Backups have none of them.
CREATE TABLE sessions (
    token TEXT PRIMARY KEY,
    data BLOB NOT NULL,
    expiry REAL NOT NULL         -- julian day
) STRICT;
CREATE INDEX sessions_by_expiry ON sessions (expiry);

-- What is written and taken out again to find out whether things can be kept.
CREATE TABLE ready (filler BLOB NOT NULL) STRICT;

-- +goose Down
DROP TABLE ready;
DROP TABLE sessions;
