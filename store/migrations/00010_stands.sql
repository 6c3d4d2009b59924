-- +goose Up
-- Addresses at which a tablet reads without signing in. Exports have none of them.
CREATE TABLE stands (
    id TEXT PRIMARY KEY,
    token TEXT NOT NULL UNIQUE,  -- SHA-256 of the token in the address
    made_at INTEGER NOT NULL     -- ms
) STRICT;

-- +goose Down
DROP TABLE stands;
