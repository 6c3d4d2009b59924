-- +goose Up
-- The log of practice: every try, never changed and never deleted by the
-- application. A try that is taken back stays, with a later entry that says so.
CREATE TABLE log (
    id TEXT PRIMARY KEY,
    at INTEGER NOT NULL,           -- milliseconds since 1970
    work TEXT NOT NULL,            -- the brief that was played, whatever the rung
    sentence TEXT NOT NULL,
    per_beat INTEGER NOT NULL,
    tempo_bpm INTEGER NOT NULL,
    result TEXT NOT NULL,
    seconds INTEGER NOT NULL,
    remark TEXT NOT NULL DEFAULT '',
    takes_back TEXT UNIQUE REFERENCES log (id) -- set in an entry that takes another back
) STRICT;

CREATE INDEX log_by_work ON log (work, at);
CREATE INDEX log_by_time ON log (at);

-- +goose StatementBegin
CREATE TRIGGER log_is_not_changed BEFORE UPDATE ON log BEGIN
    SELECT RAISE(ABORT, 'the log is append only');
END;
-- +goose StatementEnd

-- +goose Down
DROP TABLE log;
