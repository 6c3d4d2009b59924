package server

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/schedule"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/server/api"
	"evenladder/store"
)

func (h handlers) MakeSchedule(ctx context.Context, r api.MakeScheduleRequestObject) (api.MakeScheduleResponseObject,
	error) {
	var made schedule.Weeks
	err := h.heavy.do(ctx, func() (err error) {
		made, err = schedule.Build(*r.Body, nil)
		return err
	})
	return api.MakeSchedule200JSONResponse(made), err
}

func (h handlers) MakeScheduleFile(ctx context.Context,
	r api.MakeScheduleFileRequestObject) (api.MakeScheduleFileResponseObject, error) {
	var file document.File
	err := h.heavy.do(ctx, func() error {
		made, err := schedule.Build(*r.Body, nil)
		if err == nil {
			name, _ := json.Marshal(r.Body.Brief) // a brief always can be
			file, err = document.WriteCalendar(r.Params.Format, document.Calendar{Weeks: made, Name: string(name),
				Title: "Practice plan"}, draw.Form{Paper: draw.A4, Stop: ctx.Err})
		}
		return err
	})
	disposition := attachment(file.Name)
	return api.MakeScheduleFile200AsteriskResponse{Body: bytes.NewReader(file.Data), ContentType: file.MediaType,
		ContentLength: int64(len(file.Data)),
		Headers:       api.MakeScheduleFile200ResponseHeaders{ContentDisposition: &disposition}}, err
}

// keptWeeks are the weeks of a pupil as they stand by the log: days of practice that went by
// without a try are missed, unless they were marked by hand.
func (h handlers) keptWeeks(ctx context.Context, w store.WeeksOf) (out api.KeptWeeks, err error) {
	today := calendar.DayOf(h.store.Now())
	played, err := h.store.Log().Played(ctx, w.ID, w.Request.Start.Start().AddDate(-1, 0, 0), time.Time{})
	if err != nil {
		return out, err
	}
	days, err := h.store.Weeks().PracticeDays(ctx, w.ID, w.Request.Start.Start().AddDate(0, 0, -1))
	if err != nil {
		return out, err
	}
	asked := w.Request
	asked.Missed = slices.Clone(asked.Missed)
	for d := asked.Start; d.Compare(today) < 0 && d.Since(asked.Start) < 7*schedule.MaxWeeks; d = d.Add(1) {
		if !days[d] && !slices.Contains(asked.Missed, d) {
			asked.Missed = append(asked.Missed, d)
		}
	}
	before := make([]knowledge.Played, 0, len(played)) // what follows the start is what the weeks are about
	for _, p := range played {
		n := 0
		for n < len(p.Tries) && calendar.DayOf(p.Tries[n].At).Compare(asked.Start) < 0 {
			n++
		}
		if p.Tries = p.Tries[:n]; n > 0 {
			before = append(before, p)
		}
	}
	out = api.KeptWeeks{Version: w.Version, Request: w.Request}
	err = h.heavy.do(ctx, func() (err error) {
		out.Weeks, err = schedule.Build(asked, before)
		var faults fault.List
		if errors.As(err, &faults) { // too many days went by for what is left: then they stand as they were planned
			if out.Weeks, err = schedule.Build(w.Request, before); err == nil {
				out.Weeks.Remarks = append(out.Weeks.Remarks,
					"Too many days passed without practice to move the rest, so the plan is unchanged. Make a new one.")
			}
		}
		return err
	})
	return out, err
}

func (h handlers) GetWeeks(ctx context.Context, r api.GetWeeksRequestObject) (api.GetWeeksResponseObject, error) {
	made, err := h.weeks(ctx, r.Id)
	return api.GetWeeks200JSONResponse(made), err
}

func (h handlers) weeks(ctx context.Context, id string) (api.KeptWeeks, error) {
	w, err := h.store.Weeks().Get(ctx, id)
	if err != nil {
		return api.KeptWeeks{}, err
	}
	return h.keptWeeks(ctx, w)
}

func (h handlers) GetWeeksDay(ctx context.Context, r api.GetWeeksDayRequestObject) (api.GetWeeksDayResponseObject,
	error) {
	on, err := h.today(r.Params.On)
	if err != nil {
		return nil, err
	}
	made, err := h.weeks(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	for _, week := range made.Weeks.Weeks {
		for _, day := range week.Days {
			if day.Date.Compare(on) >= 0 && len(day.Items) > 0 {
				return api.GetWeeksDay200JSONResponse{Day: &day}, nil
			}
		}
	}
	return api.GetWeeksDay200JSONResponse{}, nil
}

func (h handlers) KeepWeeks(ctx context.Context, r api.KeepWeeksRequestObject) (api.KeepWeeksResponseObject, error) {
	err := h.heavy.do(ctx, func() error {
		_, err := checked("request.", r.Body.Request, func(asked *schedule.Request) error {
			_, err := schedule.Build(*asked, nil)
			return err
		})
		return err
	})
	if err != nil {
		return nil, err
	}
	w, err := h.store.Weeks().Keep(ctx, r.Id, valueOr(r.Body.Version, 0), r.Body.Request)
	if err != nil {
		return nil, err
	}
	made, err := h.keptWeeks(ctx, w)
	return api.KeepWeeks200JSONResponse(made), err
}

func (h handlers) SetWeeksAside(ctx context.Context,
	r api.SetWeeksAsideRequestObject) (api.SetWeeksAsideResponseObject, error) {
	return api.SetWeeksAside204Response{}, h.store.Weeks().SetAside(ctx, r.Id)
}

func (h handlers) RestoreWeeks(ctx context.Context, r api.RestoreWeeksRequestObject) (api.RestoreWeeksResponseObject,
	error) {
	w, err := h.store.Weeks().Restore(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	made, err := h.keptWeeks(ctx, w)
	return api.RestoreWeeks200JSONResponse(made), err
}

func (h handlers) FileWeeks(ctx context.Context, r api.FileWeeksRequestObject) (api.FileWeeksResponseObject, error) {
	p, err := h.store.Pupils().Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	made, err := h.weeks(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	var file document.File
	err = h.heavy.do(ctx, func() (err error) {
		file, err = document.WriteCalendar(valueOr(r.Params.Format, "pdf"), document.Calendar{Weeks: made.Weeks,
			Name: r.Id, Version: made.Version, Title: fmt.Sprintf("%s: practice plan", p.Pupil.Name)},
			draw.Form{Paper: draw.A4, Stop: ctx.Err})
		return err
	})
	disposition := attachment(file.Name)
	return api.FileWeeks200AsteriskResponse{Body: bytes.NewReader(file.Data), ContentType: file.MediaType,
		ContentLength: int64(len(file.Data)),
		Headers:       api.FileWeeks200ResponseHeaders{ContentDisposition: &disposition}}, err
}
