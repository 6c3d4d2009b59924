package server

import (
	"context"
	"errors"

	"evenladder/server/api"
	"evenladder/store"
)

// listed reads a shelf as the wire has it.
func listed[T store.Kept, O any](ctx context.Context, s store.Shelf[T], query string, read func(store.Record[T]) O) ([]O, error) {
	records, err := s.List(ctx, query)
	out := make([]O, len(records))
	for i, r := range records {
		out[i] = read(r)
	}
	return out, err
}

// replaced changes a value from the version that was read. Where another is
// stored, nothing is written: the record is then the stored one, with the
// problem to say so.
func replaced[T store.Kept](ctx context.Context, s store.Shelf[T], id string, version *int, v T) (store.Record[T], *api.Problem, error) {
	from, err := checkedVersion(version)
	if err != nil {
		return store.Record[T]{}, nil, err
	}
	rec, err := s.Update(ctx, id, from, v)
	var stale *store.Conflict[T]
	if errors.As(err, &stale) {
		p := conflictProblem(stale.Given, stale.Current.Version)
		return stale.Current, &p, nil
	}
	return rec, nil, err
}
