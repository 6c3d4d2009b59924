package server

import (
	"context"

	"evenladder/core/base/fault"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/server/api"
	"evenladder/store"
)

func (h handlers) ChooseField(ctx context.Context, r api.ChooseFieldRequestObject) (api.ChooseFieldResponseObject,
	error) {
	kept, err := h.kept(ctx)
	if err != nil {
		return nil, err
	}
	p, err := brief.Fields.Pick(*r.Body, kept, r.Params.Field, valueOr(r.Params.Text, ""))
	return api.ChooseField200JSONResponse(p), err
}

func (h handlers) ListPoints(_ context.Context, r api.ListPointsRequestObject) (api.ListPointsResponseObject, error) {
	return api.ListPoints200JSONResponse{Groups: brief.Fields.Points(*r.Body)}, nil
}

// kept is what the teacher keeps to choose from.
func (h handlers) kept(ctx context.Context) (kept brief.Kept, err error) {
	all := store.Query{Limit: store.MaxListed}
	for _, kind := range []string{"instruments", "scales"} {
		s, err := h.shelf(kind)
		if err != nil {
			return kept, err
		}
		page, err := s.List(ctx, all)
		if err != nil {
			return kept, err
		}
		for _, k := range page.Kept {
			t, err := s.kind.Thing(k.Draft)
			if err != nil {
				return kept, err
			}
			if t.Instrument != nil {
				kept.Instruments = append(kept.Instruments, brief.KeptInstrument{Name: k.Title,
					Instrument: *t.Instrument})
			}
			if t.Formula != nil {
				kept.Scales = append(kept.Scales, brief.KeptScale{Name: k.Title, Formula: *t.Formula})
			}
		}
	}
	return kept, nil
}

func (h handlers) ChangeBrief(_ context.Context, r api.ChangeBriefRequestObject) (api.ChangeBriefResponseObject,
	error) {
	changes, err := brief.Fields.ReadChanges(valueOr(r.Body.Change, nil))
	if err != nil {
		return nil, err
	}
	changed := brief.Fields.Change(r.Body.Brief, changes)
	if on := r.Body.On; on != nil {
		changed, err = plan.On(changed, valueOr(on.Instrument, changed.Instrument), valueOr(on.Hand, changed.Hand))
	}
	asked := brief.Fields.With(r.Body.Brief, changes)
	return api.ChangeBrief200JSONResponse{Brief: changed, Cleared: brief.Fields.Lost(asked, changed)},
		fault.Under("on.", err)
}
