package server

import (
	"context"
	"strings"

	"evenladder/core/plan"
	"evenladder/core/scale"
	"evenladder/server/api"
	"evenladder/store"
)

func (h handlers) ListScales(ctx context.Context, _ api.ListScalesRequestObject) (api.ListScalesResponseObject, error) {
	scales, err := listed(ctx, h.store.Scales, "", ownScale)
	return api.ListScales200JSONResponse{Scales: scales}, err
}

func (h handlers) CreateScale(ctx context.Context, r api.CreateScaleRequestObject) (api.CreateScaleResponseObject, error) {
	v, err := checkedScale(*r.Body)
	if err != nil {
		return nil, err
	}
	rec, err := h.store.Scales.Create(ctx, v)
	return api.CreateScale201JSONResponse{OneScaleJSONResponse: api.OneScaleJSONResponse(ownScale(rec))}, err
}

func (h handlers) UpdateScale(ctx context.Context, r api.UpdateScaleRequestObject) (api.UpdateScaleResponseObject, error) {
	v, err := checkedScale(*r.Body)
	if err != nil {
		return nil, err
	}
	rec, stale, err := replaced(ctx, h.store.Scales, r.Id, r.Body.Version, v)
	if stale != nil {
		return api.UpdateScale409ApplicationProblemPlusJSONResponse{
			Title: stale.Title, Status: stale.Status, Detail: stale.Detail, Errors: stale.Errors, Current: ownScale(rec),
		}, nil
	}
	return api.UpdateScale200JSONResponse{OneScaleJSONResponse: api.OneScaleJSONResponse(ownScale(rec))}, err
}

func (h handlers) DeleteScale(ctx context.Context, r api.DeleteScaleRequestObject) (api.DeleteScaleResponseObject, error) {
	return api.DeleteScale204Response{}, h.store.Scales.Delete(ctx, r.Id)
}

func (h handlers) RestoreScale(ctx context.Context, r api.RestoreScaleRequestObject) (api.RestoreScaleResponseObject, error) {
	rec, err := h.store.Scales.Restore(ctx, r.Id)
	return api.RestoreScale200JSONResponse{OneScaleJSONResponse: api.OneScaleJSONResponse(ownScale(rec))}, err
}

func checkedScale(in api.OwnScaleInput) (store.OwnScale, error) {
	v := store.OwnScale{Name: strings.TrimSpace(in.Name)}
	errs := checkedText("name", v.Name, 1, maxTitle)
	f, err := scale.ParseFormula(in.Formula)
	if err != nil {
		errs = append(errs, plan.FieldError{Field: "formula", Message: err.Error()})
	}
	v.Formula = f.String()
	return v, orNil(errs)
}

func ownScale(r store.Record[store.OwnScale]) api.OwnScale {
	return api.OwnScale{Id: r.ID, Name: r.Value.Name, Formula: r.Value.Formula, Version: r.Version}
}
