package server

import (
	"context"

	"evenladder/core/music/score"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/explore"
	"evenladder/core/planning/plan"
	"evenladder/server/api"
)

func (h handlers) MakePlan(_ context.Context, r api.MakePlanRequestObject) (api.MakePlanResponseObject, error) {
	p, err := plan.Build(*r.Body)
	if err != nil {
		return nil, err
	}
	return api.MakePlan200JSONResponse(p), nil
}

func (h handlers) WriteScore(_ context.Context, r api.WriteScoreRequestObject) (api.WriteScoreResponseObject, error) {
	p, err := plan.Build(*r.Body)
	if err != nil {
		return nil, err
	}
	return api.WriteScore200JSONResponse(score.Of(p.Piece())), nil
}

func (h handlers) ExplainFinger(_ context.Context, r api.ExplainFingerRequestObject) (api.ExplainFingerResponseObject,
	error) {
	why, err := plan.Why(*r.Body, r.Params.Note)
	return api.ExplainFinger200JSONResponse(why), err
}

func (h handlers) ListWaysOn(_ context.Context, r api.ListWaysOnRequestObject) (api.ListWaysOnResponseObject, error) {
	choices, err := explore.FromBox(*r.Body)
	return api.ListWaysOn200JSONResponse{Choices: choices}, err
}

func (h handlers) SlideBox(_ context.Context, r api.SlideBoxRequestObject) (api.SlideBoxResponseObject, error) {
	s, err := explore.Slide(*r.Body, r.Params.Frets)
	return api.SlideBox200JSONResponse(s), err
}

func (h handlers) ComparePlans(_ context.Context, r api.ComparePlansRequestObject) (api.ComparePlansResponseObject,
	error) {
	c, err := explore.Compare(r.Body.First, r.Body.Second, valueOr(r.Body.Also, nil)...)
	return api.ComparePlans200JSONResponse(c), err
}

func (h handlers) ListCompareSets(_ context.Context,
	r api.ListCompareSetsRequestObject) (api.ListCompareSetsResponseObject, error) {
	sets, err := explore.Sets(*r.Body)
	return api.ListCompareSets200JSONResponse{Sets: sets}, err
}

func (h handlers) ListSights(_ context.Context, r api.ListSightsRequestObject) (api.ListSightsResponseObject, error) {
	p, err := plan.Build(*r.Body)
	if err != nil {
		return nil, err
	}
	return api.ListSights200JSONResponse{Sights: explore.Sights(p)}, nil
}

func (h handlers) ListGrips(_ context.Context, r api.ListGripsRequestObject) (api.ListGripsResponseObject, error) {
	p, err := plan.Build(*r.Body)
	if err != nil {
		return nil, err
	}
	grips, err := explore.Grips(p)
	return api.ListGrips200JSONResponse{Grips: grips}, err
}

func (h handlers) FindNearest(_ context.Context, r api.FindNearestRequestObject) (api.FindNearestResponseObject,
	error) {
	changes := valueOr(r.Body.Changes, nil)
	if r.Body.Text != nil {
		changes = brief.ReadKeys(*r.Body.Text, r.Body.Brief.Scale)
	}
	stops, err := explore.Nearest(r.Body.Brief, changes)
	return api.FindNearest200JSONResponse{Stops: stops}, err
}

func (h handlers) ReadFormula(_ context.Context, r api.ReadFormulaRequestObject) (api.ReadFormulaResponseObject,
	error) {
	report, err := explore.ReadFormula(r.Params.Text)
	return api.ReadFormula200JSONResponse(report), err
}
