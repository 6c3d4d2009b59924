package server

import (
	"context"

	"evenladder/server/api"
	"evenladder/store"
)

func (h handlers) ListAside(ctx context.Context, r api.ListAsideRequestObject) (api.ListAsideResponseObject, error) {
	rows, err := rowsOf(r.Params.Limit)
	if err != nil {
		return nil, err
	}
	things, next, err := h.store.ListAside(ctx, store.AsideQuery{Sort: valueOr(r.Params.Sort, ""),
		After: valueOr(r.Params.After, ""), Limit: rows})
	return api.ListAside200JSONResponse{Things: things, Next: filled(next)}, err
}

func (h handlers) RestoreAside(ctx context.Context, r api.RestoreAsideRequestObject) (api.RestoreAsideResponseObject, error) {
	return api.RestoreAside204Response{}, h.store.RestoreAside(ctx, r.Sort, r.Id)
}

func (h handlers) EraseAside(ctx context.Context, r api.EraseAsideRequestObject) (api.EraseAsideResponseObject, error) {
	return api.EraseAside204Response{}, h.store.EraseAside(ctx, r.Sort, r.Id)
}
