package server

import (
	"cmp"
	"context"
	"maps"
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/worksheet"
	"evenladder/server/api"
	"evenladder/store"
)

func (h handlers) ListCalls(context.Context, api.ListCallsRequestObject) (api.ListCallsResponseObject, error) {
	out := api.ListCalls200JSONResponse{
		Progressions: choicesOf(table.Rows(call.Progressions)),
		Minors:       choicesOf(call.MinorSchools),
		Anchors:      choicesOf(call.Anchors),
		Octaves:      choicesOf(call.Octaves),
		Sayings:      choicesOf(call.Sayings),
		Overs:        choicesOf(call.Overs),
		Groups:       choicesOf(call.Groups),
		Beats:        call.Beats,
		Orders:       choicesOf(worksheet.Orders),
		Distances:    choicesOf(worksheet.Distances),
	}
	for _, k := range call.Kinds {
		levels := make([]string, len(k.Levels))
		for i, l := range k.Levels {
			levels[i] = l.Words(call.Request{})
		}
		kind := api.CallKindRow{
			Id:     k.ID,
			Group:  k.Group,
			Name:   k.Name,
			Why:    k.Why,
			By:     string(k.By),
			Neck:   k.Neck,
			Beats:  k.Beats,
			Takes:  append([]string{}, k.Takes...),
			Levels: levels,
		}
		out.Kinds = append(out.Kinds, kind)
	}
	for _, k := range worksheet.Kinds {
		out.Sheets = append(out.Sheets, struct {
			Hangs bool   `json:"hangs"`
			How   string `json:"how"`
			Id    string `json:"id"`
			Name  string `json:"name"`
			Why   string `json:"why"`
		}{k.Hangs, k.How, k.ID, k.Name, k.Why})
	}
	return out, nil
}

func choicesOf(rows []table.Row) []api.CallChoice {
	out := make([]api.CallChoice, len(rows))
	for i, r := range rows {
		out[i] = api.CallChoice{Id: r.ID, Name: r.Said(), Why: r.Why}
	}
	return out
}

func (h handlers) MakeCalls(_ context.Context, r api.MakeCallsRequestObject) (api.MakeCallsResponseObject, error) {
	made, err := call.Build(*r.Body)
	return api.MakeCalls200JSONResponse(made), err
}

// NextCalls are the calls that come next in a sitting, by all that its player has answered.
func (h handlers) NextCalls(ctx context.Context, r api.NextCallsRequestObject) (api.NextCallsResponseObject, error) {
	sitting, err := h.store.Sittings().Get(ctx, r.Params.Sitting)
	if err != nil {
		return nil, err
	}
	asked := *r.Body
	known, err := h.known(ctx, sitting.Pupil, "")
	if err != nil {
		return nil, err
	}
	asked.Known = weakest(known, call.MaxKnown)
	k, ok := call.Find(asked.Kind)
	if ok && asked.Level == 0 {
		answers, err := h.store.Sittings().Levels(ctx, sitting.Pupil, asked.Kind)
		if err != nil {
			return nil, err
		}
		asked.Level = k.Standing(answers)
	}
	made, err := call.Build(asked)
	if err != nil {
		return nil, err
	}
	level := k.Levels[asked.Level-1]
	return api.NextCalls200JSONResponse{Calls: made.Calls, Level: asked.Level, LevelWords: level.Words(asked),
		Every: level.Every}, nil
}

// known is what a pupil knows today by the answers so far, those of one sitting left out where
// it is named.
func (h handlers) known(ctx context.Context, pupil, without string) (map[string]float64, error) {
	facts, err := h.store.Sittings().Facts(ctx, pupil, without)
	if err != nil {
		return nil, err
	}
	return knowledge.Known(facts, calendar.DayOf(h.store.Now())), nil
}

// weakest are so many of the facts that are known least.
func weakest(known map[string]float64, most int) map[string]float64 {
	facts := slices.Collect(maps.Keys(known))
	slices.SortFunc(facts, func(a, b string) int {
		return cmp.Or(cmp.Compare(known[a], known[b]), strings.Compare(a,
			b))
	})
	out := make(map[string]float64, min(len(facts), most))
	for _, f := range facts[:min(len(facts), most)] {
		out[f] = known[f]
	}
	return out
}

// mostMS is the longest time of an answer.
const mostMS = 600_000

func (h handlers) MarkCall(ctx context.Context, r api.MarkCallRequestObject) (api.MarkCallResponseObject, error) {
	ms := valueOr(r.Params.Ms, 0)
	if ms < 0 || ms > mostMS {
		return nil, fault.At("ms", "%d was given: give 0 to %d", ms, mostMS)
	}
	made, err := call.Mark(*r.Body)
	if err != nil || r.Params.Sitting == nil || made.Verdict == call.Again {
		return api.MarkCall200JSONResponse(made), err
	}
	answer := knowledge.Answer{Show: made.Call.Title(), Right: made.Verdict == call.Right, MS: ms,
		Time: made.Time, Facts: made.Facts}
	err = h.store.Sittings().Append(ctx, *r.Params.Sitting, store.Answer{Answer: answer,
		Level: max(r.Body.Level, 1)})
	return api.MarkCall200JSONResponse(made), err
}

func (h handlers) GetKnowledge(ctx context.Context, r api.GetKnowledgeRequestObject) (api.GetKnowledgeResponseObject,
	error) {
	known, err := h.known(ctx, valueOr(r.Params.Pupil, ""), "")
	if err != nil {
		return nil, err
	}
	made, err := knowledge.Of(*r.Body, known)
	return api.GetKnowledge200JSONResponse(made), err
}
