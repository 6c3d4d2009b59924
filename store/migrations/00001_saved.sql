-- +goose Up
-- What a teacher keeps. kind is 'brief' or 'instrument'; body is its JSON;
-- search is what a search looks through, in lower case. A row with deleted_at
-- is set aside and can be restored.
CREATE TABLE saved (
    kind       TEXT    NOT NULL,
    id         TEXT    NOT NULL,
    body       TEXT    NOT NULL,
    search     TEXT    NOT NULL,
    version    INTEGER NOT NULL,
    created_at INTEGER NOT NULL, -- milliseconds since 1970, UTC
    updated_at INTEGER NOT NULL,
    deleted_at INTEGER,
    PRIMARY KEY (kind, id)
) STRICT, WITHOUT ROWID;

CREATE INDEX saved_by_change ON saved (kind, deleted_at, updated_at DESC);

-- +goose Down
DROP TABLE saved;
