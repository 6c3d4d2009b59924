-- +goose Up
-- Who is taught, what is set, weeks of practice and pages that went home. What is deleted
-- is set aside first; erasing a pupil takes all of it, and the pupil's log.
CREATE TABLE pupils (
    id TEXT PRIMARY KEY,
    name TEXT NOT NULL,
    search TEXT NOT NULL,        -- name and notes, lower case
    body TEXT NOT NULL,          -- JSON
    version INTEGER NOT NULL,
    created_at INTEGER NOT NULL, -- milliseconds since 1970
    updated_at INTEGER NOT NULL,
    deleted_at INTEGER           -- set aside
) STRICT;
CREATE INDEX pupils_by_name ON pupils (name COLLATE NOCASE, id);

CREATE TABLE assignments (
    id TEXT PRIMARY KEY,
    pupil TEXT NOT NULL REFERENCES pupils (id) ON DELETE CASCADE,
    from_day TEXT NOT NULL,      -- 2026-10-05
    until_day TEXT NOT NULL,
    sentence TEXT NOT NULL,
    work TEXT NOT NULL,          -- as the log looks it up; empty for sheets
    body TEXT NOT NULL,          -- JSON
    version INTEGER NOT NULL,
    created_at INTEGER NOT NULL,
    updated_at INTEGER NOT NULL,
    closed_at INTEGER,           -- done with, or given up
    deleted_at INTEGER
) STRICT;
CREATE INDEX assignments_by_pupil ON assignments (pupil, from_day, created_at);

CREATE TABLE weeks (
    pupil TEXT PRIMARY KEY REFERENCES pupils (id) ON DELETE CASCADE,
    body TEXT NOT NULL,          -- the request, JSON
    version INTEGER NOT NULL,
    updated_at INTEGER NOT NULL,
    deleted_at INTEGER
) STRICT;

CREATE TABLE homes (
    token TEXT PRIMARY KEY,      -- in the address: nobody guesses it
    pupil TEXT NOT NULL REFERENCES pupils (id) ON DELETE CASCADE,
    body TEXT NOT NULL,          -- what the page is made of, JSON
    created_at INTEGER NOT NULL,
    deleted_at INTEGER
) STRICT;
CREATE INDEX homes_by_pupil ON homes (pupil, created_at);

ALTER TABLE log ADD COLUMN pupil TEXT REFERENCES pupils (id);            -- NULL for the teacher's own
ALTER TABLE log ADD COLUMN assignment TEXT REFERENCES assignments (id);  -- that it was played for
ALTER TABLE log ADD COLUMN came TEXT;                                    -- id given by a page at home, so that nothing comes twice
CREATE INDEX log_by_pupil ON log (pupil, at);
CREATE INDEX log_of_assignment ON log (assignment) WHERE assignment IS NOT NULL;
CREATE UNIQUE INDEX log_that_came ON log (came) WHERE came IS NOT NULL;
DROP INDEX log_by_work;
CREATE INDEX log_by_work ON log (pupil, work, ladder, at);

-- +goose Down
DROP INDEX log_by_work;
DROP INDEX log_that_came;
DROP INDEX log_of_assignment;
DROP INDEX log_by_pupil;
ALTER TABLE log DROP COLUMN came;
ALTER TABLE log DROP COLUMN assignment;
ALTER TABLE log DROP COLUMN pupil;
DROP TABLE homes;
DROP TABLE weeks;
DROP TABLE assignments;
DROP TABLE pupils;
CREATE INDEX log_by_work ON log (work, at);
