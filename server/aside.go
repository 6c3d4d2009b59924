package server

import (
	"context"

	"evenladder/server/api"
)

func (h handlers) ListAside(ctx context.Context, r api.ListAsideRequestObject) (api.ListAsideResponseObject, error) {
	rows, err := rowsOf(r.Params.Limit)
	if err != nil {
		return nil, err
	}
	things, next, err := h.store.ListAside(ctx, valueOr(r.Params.After, ""), rows)
	return api.ListAside200JSONResponse{Things: things, Next: filled(next)}, err
}

func (h handlers) BringBack(ctx context.Context, r api.BringBackRequestObject) (api.BringBackResponseObject, error) {
	return api.BringBack204Response{}, h.store.BringBack(ctx, r.Sort, r.Id)
}

func (h handlers) TakeAway(ctx context.Context, r api.TakeAwayRequestObject) (api.TakeAwayResponseObject, error) {
	return api.TakeAway204Response{}, h.store.TakeAway(ctx, r.Sort, r.Id)
}
