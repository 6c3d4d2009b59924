package server

import (
	"context"
	"errors"
	"strings"

	"evenladder/core/plan"
	"evenladder/server/api"
	"evenladder/store"
)

func (h handlers) ListInstruments(ctx context.Context, _ api.ListInstrumentsRequestObject) (api.ListInstrumentsResponseObject, error) {
	instruments, err := listed(ctx, h.store.Instruments, "", ownInstrument)
	return api.ListInstruments200JSONResponse{Instruments: instruments}, err
}

func (h handlers) CreateInstrument(ctx context.Context, r api.CreateInstrumentRequestObject) (api.CreateInstrumentResponseObject, error) {
	v, err := checkedInstrument(*r.Body)
	if err != nil {
		return nil, err
	}
	rec, err := h.store.Instruments.Create(ctx, v)
	return api.CreateInstrument201JSONResponse{OneInstrumentJSONResponse: api.OneInstrumentJSONResponse(ownInstrument(rec))}, err
}

func (h handlers) UpdateInstrument(ctx context.Context, r api.UpdateInstrumentRequestObject) (api.UpdateInstrumentResponseObject, error) {
	v, err := checkedInstrument(*r.Body)
	if err != nil {
		return nil, err
	}
	rec, stale, err := replaced(ctx, h.store.Instruments, r.Id, r.Body.Version, v)
	if stale != nil {
		return api.UpdateInstrument409ApplicationProblemPlusJSONResponse{
			Title: stale.Title, Status: stale.Status, Detail: stale.Detail, Errors: stale.Errors, Current: ownInstrument(rec),
		}, nil
	}
	return api.UpdateInstrument200JSONResponse{OneInstrumentJSONResponse: api.OneInstrumentJSONResponse(ownInstrument(rec))}, err
}

func (h handlers) DeleteInstrument(ctx context.Context, r api.DeleteInstrumentRequestObject) (api.DeleteInstrumentResponseObject, error) {
	return api.DeleteInstrument204Response{}, h.store.Instruments.Delete(ctx, r.Id)
}

func (h handlers) RestoreInstrument(ctx context.Context, r api.RestoreInstrumentRequestObject) (api.RestoreInstrumentResponseObject, error) {
	rec, err := h.store.Instruments.Restore(ctx, r.Id)
	return api.RestoreInstrument200JSONResponse{OneInstrumentJSONResponse: api.OneInstrumentJSONResponse(ownInstrument(rec))}, err
}

func checkedInstrument(in api.OwnInstrumentInput) (store.OwnInstrument, error) {
	v := store.OwnInstrument{Name: strings.TrimSpace(in.Name), Instrument: in.Instrument}
	errs := checkedText("name", v.Name, 1, maxTitle)
	var inInstrument plan.Errors
	if errors.As(plan.CheckInstrument(v.Instrument), &inInstrument) {
		errs = append(errs, inInstrument...)
	}
	return v, orNil(errs)
}

func ownInstrument(r store.Record[store.OwnInstrument]) api.OwnInstrument {
	return api.OwnInstrument{Id: r.ID, Name: r.Value.Name, Instrument: r.Value.Instrument, Version: r.Version}
}
