-- +goose Up
-- Sittings of calls and sheets that were handed in, with each answer and what it showed to be
-- known. What is taken back is set aside.
CREATE TABLE sittings (
    id TEXT PRIMARY KEY,
    at INTEGER NOT NULL,         -- milliseconds since 1970
    pupil TEXT REFERENCES pupils (id) ON DELETE CASCADE, -- NULL for the teacher's own
    assignment TEXT REFERENCES assignments (id) ON DELETE SET NULL,
    sort TEXT NOT NULL,          -- calls or sheet
    kind TEXT NOT NULL,          -- of call or of sheet
    sheet INTEGER NOT NULL,      -- its number; 0 for calls
    title TEXT NOT NULL,
    body TEXT NOT NULL,          -- the request, JSON
    deleted_at INTEGER
) STRICT;
CREATE INDEX sittings_by_pupil ON sittings (pupil, at);
CREATE INDEX sittings_of_assignment ON sittings (assignment) WHERE assignment IS NOT NULL;

CREATE TABLE answers (
    sitting TEXT NOT NULL REFERENCES sittings (id) ON DELETE CASCADE,
    n INTEGER NOT NULL,          -- from 1
    asked TEXT NOT NULL,         -- as it was read
    level INTEGER NOT NULL,
    correct INTEGER NOT NULL,
    ms INTEGER NOT NULL,
    time TEXT NOT NULL,          -- early, on, late, or empty
    PRIMARY KEY (sitting, n)
) STRICT, WITHOUT ROWID;

CREATE TABLE facts (
    sitting TEXT NOT NULL,
    n INTEGER NOT NULL,
    fact TEXT NOT NULL,
    known INTEGER NOT NULL,
    PRIMARY KEY (sitting, n, fact),
    FOREIGN KEY (sitting, n) REFERENCES answers (sitting, n) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE facts;
DROP TABLE answers;
DROP TABLE sittings;
