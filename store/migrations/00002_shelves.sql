-- +goose Up
-- Things that are kept say in words what they are, and rounds have a shelf of
-- their own. The body is the thing alone.
ALTER TABLE saved ADD COLUMN title TEXT NOT NULL DEFAULT '';
ALTER TABLE saved ADD COLUMN notes TEXT NOT NULL DEFAULT '';
ALTER TABLE saved ADD COLUMN sentence TEXT NOT NULL DEFAULT '';

UPDATE saved SET
    title = coalesce(json_extract(body, '$.title'), json_extract(body, '$.name'), ''),
    notes = coalesce(json_extract(body, '$.notes'), '');
UPDATE saved SET kind = 'rounds', body = json_extract(body, '$.brief') WHERE kind = 'brief' AND json_type(body, '$.brief.round') = 'object';
UPDATE saved SET kind = 'briefs', body = json_extract(body, '$.brief') WHERE kind = 'brief';
UPDATE saved SET kind = 'instruments', body = json_extract(body, '$.instrument') WHERE kind = 'instrument';
UPDATE saved SET kind = 'scales', body = json_quote(json_extract(body, '$.formula')) WHERE kind = 'scale';

-- A layout and a pattern have plainer names, whether or not the rest of a brief can be met.
UPDATE saved SET body = json_set(body, '$.layout.system', 'one-octave') WHERE kind IN ('briefs', 'rounds') AND json_extract(body, '$.layout.system') = 'pocket';
UPDATE saved SET body = json_set(body, '$.run.pattern', 'full-range') WHERE kind IN ('briefs', 'rounds') AND json_extract(body, '$.run.pattern') = 'bookends';

-- +goose Down
UPDATE saved SET body = json_set(body, '$.run.pattern', 'bookends') WHERE kind IN ('briefs', 'rounds') AND json_extract(body, '$.run.pattern') = 'full-range';
UPDATE saved SET body = json_set(body, '$.layout.system', 'pocket') WHERE kind IN ('briefs', 'rounds') AND json_extract(body, '$.layout.system') = 'one-octave';
UPDATE saved SET kind = 'scale', body = json_object('name', title, 'formula', json_extract(body, '$')) WHERE kind = 'scales';
UPDATE saved SET kind = 'instrument', body = json_object('name', title, 'instrument', json(body)) WHERE kind = 'instruments';
UPDATE saved SET kind = 'brief', body = json_object('title', title, 'notes', notes, 'brief', json(body)) WHERE kind IN ('briefs', 'rounds');
ALTER TABLE saved DROP COLUMN sentence;
ALTER TABLE saved DROP COLUMN notes;
ALTER TABLE saved DROP COLUMN title;
