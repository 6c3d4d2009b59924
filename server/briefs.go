package server

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"unicode/utf8"

	"evenladder/core/plan"
	"evenladder/core/round"
	"evenladder/server/api"
	"evenladder/store"
)

// Limits of what is kept, in characters.
const (
	maxTitle = 160
	maxNotes = 10_000
	maxQuery = 200
)

func (h handlers) ListBriefs(ctx context.Context, r api.ListBriefsRequestObject) (api.ListBriefsResponseObject, error) {
	query := valueOr(r.Params.Q, "")
	if utf8.RuneCountInString(query) > maxQuery {
		return nil, plan.Errors{{Field: "q", Message: fmt.Sprintf("more than %d characters were given: give fewer", maxQuery)}}
	}
	briefs, err := listed(ctx, h.store.Briefs, query, savedBrief)
	return api.ListBriefs200JSONResponse{Briefs: briefs}, err
}

func (h handlers) CreateBrief(ctx context.Context, r api.CreateBriefRequestObject) (api.CreateBriefResponseObject, error) {
	v, err := checkedBrief(*r.Body)
	if err != nil {
		return nil, err
	}
	rec, err := h.store.Briefs.Create(ctx, v)
	return api.CreateBrief201JSONResponse{OneBriefJSONResponse: api.OneBriefJSONResponse(savedBrief(rec))}, err
}

func (h handlers) GetBrief(ctx context.Context, r api.GetBriefRequestObject) (api.GetBriefResponseObject, error) {
	rec, err := h.store.Briefs.Get(ctx, r.Id)
	return api.GetBrief200JSONResponse{OneBriefJSONResponse: api.OneBriefJSONResponse(savedBrief(rec))}, err
}

func (h handlers) UpdateBrief(ctx context.Context, r api.UpdateBriefRequestObject) (api.UpdateBriefResponseObject, error) {
	v, err := checkedBrief(*r.Body)
	if err != nil {
		return nil, err
	}
	rec, stale, err := replaced(ctx, h.store.Briefs, r.Id, r.Body.Version, v)
	if stale != nil {
		return api.UpdateBrief409ApplicationProblemPlusJSONResponse{
			Title: stale.Title, Status: stale.Status, Detail: stale.Detail, Errors: stale.Errors, Current: savedBrief(rec),
		}, nil
	}
	return api.UpdateBrief200JSONResponse{OneBriefJSONResponse: api.OneBriefJSONResponse(savedBrief(rec))}, err
}

func (h handlers) DeleteBrief(ctx context.Context, r api.DeleteBriefRequestObject) (api.DeleteBriefResponseObject, error) {
	return api.DeleteBrief204Response{}, h.store.Briefs.Delete(ctx, r.Id)
}

func (h handlers) RestoreBrief(ctx context.Context, r api.RestoreBriefRequestObject) (api.RestoreBriefResponseObject, error) {
	rec, err := h.store.Briefs.Restore(ctx, r.Id)
	return api.RestoreBrief200JSONResponse{OneBriefJSONResponse: api.OneBriefJSONResponse(savedBrief(rec))}, err
}

func (h handlers) DuplicateBrief(ctx context.Context, r api.DuplicateBriefRequestObject) (api.DuplicateBriefResponseObject, error) {
	rec, err := h.store.Briefs.Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	rec.Value.Title = clipped(rec.Value.Title, maxTitle-len(" (copy)")) + " (copy)"
	made, err := h.store.Briefs.Create(ctx, rec.Value)
	return api.DuplicateBrief201JSONResponse{OneBriefJSONResponse: api.OneBriefJSONResponse(savedBrief(made))}, err
}

func checkedBrief(in api.SavedBriefInput) (store.SavedBrief, error) {
	v := store.SavedBrief{Title: strings.TrimSpace(in.Title), Notes: valueOr(in.Notes, ""), Brief: in.Brief}
	var errs plan.Errors
	errs = append(errs, checkedText("title", v.Title, 1, maxTitle)...)
	errs = append(errs, checkedText("notes", v.Notes, 0, maxNotes)...)
	var inBrief plan.Errors
	if err := playable(v.Brief); errors.As(err, &inBrief) {
		errs = append(errs, prefixed("brief.", inBrief)...)
	}
	return v, orNil(errs)
}

// playable reports what is wrong with a brief, or with its round where it has
// one.
func playable(b plan.Brief) error {
	if b.Round.IsZero() {
		_, err := plan.Build(b)
		return err
	}
	_, err := round.Build(b)
	return err
}

func savedBrief(r store.Record[store.SavedBrief]) api.SavedBrief {
	return api.SavedBrief{
		Id: r.ID, Title: r.Value.Title, Notes: r.Value.Notes, Brief: r.Value.Brief, Sentence: round.Sentence(r.Value.Brief),
		Version: r.Version, CreatedAt: r.CreatedAt, UpdatedAt: r.UpdatedAt,
	}
}
