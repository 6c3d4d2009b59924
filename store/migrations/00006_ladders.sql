-- +goose Up
-- A try may be of a part of the run, of a ladder that is kept, and know where a take
-- heard it go wrong.
ALTER TABLE log ADD COLUMN part TEXT NOT NULL DEFAULT '';    -- of the run; empty for the whole
ALTER TABLE log ADD COLUMN slips TEXT NOT NULL DEFAULT '';   -- numbers of notes, JSON; empty where no take was heard
ALTER TABLE log ADD COLUMN ladder TEXT NOT NULL DEFAULT '';  -- the kept ladder; empty for the one of the work itself

-- +goose Down
ALTER TABLE log DROP COLUMN ladder;
ALTER TABLE log DROP COLUMN slips;
ALTER TABLE log DROP COLUMN part;
