package server

import (
	"context"

	"evenladder/server/api"
)

func (h handlers) ListAside(ctx context.Context, _ api.ListAsideRequestObject) (api.ListAsideResponseObject, error) {
	things, err := h.store.ListAside(ctx)
	return api.ListAside200JSONResponse{Things: things}, err
}

func (h handlers) BringBack(ctx context.Context, r api.BringBackRequestObject) (api.BringBackResponseObject, error) {
	return api.BringBack204Response{}, h.store.BringBack(ctx, r.Sort, r.Id)
}

func (h handlers) TakeAway(ctx context.Context, r api.TakeAwayRequestObject) (api.TakeAwayResponseObject, error) {
	return api.TakeAway204Response{}, h.store.TakeAway(ctx, r.Sort, r.Id)
}
