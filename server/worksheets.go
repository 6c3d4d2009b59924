package server

import (
	"bytes"
	"context"
	"time"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/suggest"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/theory/pitch"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/server/api"
)

func (h handlers) MakeWorksheet(ctx context.Context,
	r api.MakeWorksheetRequestObject) (api.MakeWorksheetResponseObject, error) {
	var made worksheet.Worksheet
	err := h.heavy.do(ctx, func() (err error) {
		made, err = worksheet.Build(*r.Body)
		return err
	})
	return api.MakeWorksheet200JSONResponse(made), err
}

func (h handlers) MakeWorksheetFile(ctx context.Context,
	r api.MakeWorksheetFileRequestObject) (api.MakeWorksheetFileResponseObject, error) {
	f, err := document.FindPages(r.Params.Format)
	if err != nil {
		return nil, fault.At("format", "%v", err)
	}
	options := document.Options{Form: draw.Form{Page: max(valueOr(r.Params.Page, 0), 0), Stop: ctx.Err}}
	if options.Form.Paper, err = draw.FindPaper(valueOr(r.Params.Paper, draw.A4.ID)); err != nil {
		return nil, fault.At("paper", "%v", err)
	}
	played := map[worksheet.Played]bool{}
	if r.Params.Pupil != nil && *r.Params.Pupil != "" {
		if played, err = h.places(ctx, *r.Params.Pupil); err != nil {
			return nil, err
		}
	}
	var file document.File
	err = h.heavy.do(ctx, func() error {
		made, err := worksheet.Build(*r.Body)
		if err != nil {
			return err
		}
		if r.Params.Pupil != nil {
			made.MarkHoles(played)
		}
		source := document.OfWorksheet(made, valueOr(r.Params.Answers, false))
		if r.Params.Item != nil {
			if source, err = document.OfItem(made, valueOr(r.Params.Sheet, 1), *r.Params.Item); err != nil {
				return err
			}
		}
		file, err = f.Write(source, options)
		return err
	})
	disposition := attachment(file.Name)
	return api.MakeWorksheetFile200AsteriskResponse{
		Body: bytes.NewReader(file.Data), ContentType: file.MediaType, ContentLength: int64(len(file.Data)),
		Headers: api.MakeWorksheetFile200ResponseHeaders{ContentDisposition: &disposition, SheetPages: &file.Pages},
	}, err
}

// places are all that a pupil has played within a year, by the sound of the string.
func (h handlers) places(ctx context.Context, id string) (map[worksheet.Played]bool, error) {
	p, err := h.store.Pupils().Get(ctx, id)
	if err != nil {
		return nil, err
	}
	now := h.store.Now()
	log, err := h.store.Log().Played(ctx, id, now.AddDate(-1, 0, 0), time.Time{})
	if err != nil {
		return nil, err
	}
	var made suggest.Map
	err = h.heavy.do(ctx, func() (err error) {
		made, err = suggest.MapOf(p.Pupil, log, calendar.DayOf(now))
		return err
	})
	if err != nil {
		return nil, err
	}
	out := map[worksheet.Played]bool{}
	for _, place := range made.Places {
		open, err := pitch.Parse(made.Neck.Strings[len(made.Neck.Strings)-place.String])
		if err == nil && place.Tries > 0 {
			out[worksheet.Played{Open: open.MIDI(), Fret: place.Fret}] = true
		}
	}
	return out, nil
}

func (h handlers) JudgeItem(_ context.Context, r api.JudgeItemRequestObject) (api.JudgeItemResponseObject, error) {
	made, err := worksheet.Judge(*r.Body)
	return api.JudgeItem200JSONResponse(made), err
}
