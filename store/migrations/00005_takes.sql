-- +goose Up
-- Takes that a player asked to keep: the file as it was heard. What is deleted can be
-- brought back for a day.
CREATE TABLE takes (
    try TEXT PRIMARY KEY REFERENCES log (id),
    kept_at INTEGER NOT NULL,    -- milliseconds since 1970
    bytes INTEGER NOT NULL,
    deleted_at INTEGER,          -- set once it is deleted
    file BLOB NOT NULL
) STRICT;

-- +goose Down
DROP TABLE takes;
