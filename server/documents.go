package server

import (
	"bytes"
	"context"
	"fmt"

	"evenladder/core/base/fault"
	"evenladder/core/music/rhythm"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/server/api"
)

func (h handlers) MakeRound(ctx context.Context, r api.MakeRoundRequestObject) (api.MakeRoundResponseObject, error) {
	var made round.Round
	err := h.heavy.do(ctx, func() (err error) {
		made, err = round.Build(*r.Body)
		return err
	})
	return api.MakeRound200JSONResponse(made), err
}

func (h handlers) MakeDocument(ctx context.Context, r api.MakeDocumentRequestObject) (api.MakeDocumentResponseObject,
	error) {
	f, options, err := asked(ctx, r.Params.Format, fileParams{
		r.Params.Paper,
		r.Params.CountIn,
		r.Params.Divided,
		r.Params.Click,
		r.Params.Staff,
		r.Params.CountBars,
		r.Params.Page,
		r.Params.Choruses,
		r.Params.Backing,
		r.Params.Tempos,
	})
	if err != nil {
		return nil, err
	}
	p, err := plan.Build(*r.Body)
	if err != nil {
		return nil, err
	}
	var file document.File
	err = h.heavy.do(ctx, func() (err error) {
		file, err = f.Write(document.OfPlan(p), options)
		return err
	})
	disposition := attachment(file.Name)
	return api.MakeDocument200AsteriskResponse{
		Body: bytes.NewReader(file.Data), ContentType: file.MediaType, ContentLength: int64(len(file.Data)),
		Headers: api.MakeDocument200ResponseHeaders{ContentDisposition: &disposition, SheetPages: &file.Pages},
	}, err
}

func (h handlers) MakeRoundDocument(ctx context.Context,
	r api.MakeRoundDocumentRequestObject) (api.MakeRoundDocumentResponseObject, error) {
	f, options, err := asked(ctx, r.Params.Format, fileParams{
		r.Params.Paper,
		r.Params.CountIn,
		r.Params.Divided,
		r.Params.Click,
		r.Params.Staff,
		r.Params.CountBars,
		r.Params.Page,
		r.Params.Choruses,
		r.Params.Backing,
		r.Params.Tempos,
	})
	if err != nil {
		return nil, err
	}
	layout := valueOr(r.Params.Layout, draw.FourToAPage)
	if err := draw.FindRoundLayout(layout); err != nil {
		return nil, fault.At("layout", "%v", err)
	}
	var file document.File
	err = h.heavy.do(ctx, func() error {
		made, err := round.Build(*r.Body)
		if err == nil {
			file, err = f.Write(document.OfRound(made, layout), options)
		}
		return err
	})
	disposition := attachment(file.Name)
	return api.MakeRoundDocument200AsteriskResponse{
		Body: bytes.NewReader(file.Data), ContentType: file.MediaType, ContentLength: int64(len(file.Data)),
		Headers: api.MakeRoundDocument200ResponseHeaders{ContentDisposition: &disposition, SheetPages: &file.Pages},
	}, err
}

// fileParams are the parameters of a file beside its format.
type fileParams struct {
	paper                          *string
	countIn, divided, click, staff *bool
	countBars, page, choruses      *int
	backing, tempos                *string
}

// asked finds the format and the options of a request.
func asked(ctx context.Context, format string, p fileParams) (document.Format, document.Options, error) {
	o := document.Options{Guide: rhythm.Guide{
		CountIn:   valueOr(p.countIn, false),
		CountBars: valueOr(p.countBars, 0),
		Divided:   valueOr(p.divided, false),
		Click: valueOr(
			p.click,
			false,
		),
		Backing:  rhythm.Backing(valueOr(p.backing, "")),
		Choruses: valueOr(p.choruses, 0),
	}, Tempos: valueOr(p.tempos, "")}
	if field, err := o.Guide.Check(); err != nil {
		return document.Format{}, o, fault.At(field, "%v", err)
	}
	o.Form.Page = max(valueOr(p.page, 0), 0)
	o.Form.NoStaff = !valueOr(p.staff, true)
	o.Form.Stop = ctx.Err
	o.Base, _ = ctx.Value(baseKey{}).(string)
	f, err := document.Find(format)
	if err != nil {
		return f, o, fault.At("format", "%v", err)
	}
	if o.Form.Paper, err = draw.FindPaper(valueOr(p.paper, draw.A4.ID)); err != nil {
		return f, o, fault.At("paper", "%v", err)
	}
	return f, o, nil
}

// attachment is the header that names a file.
func attachment(name string) string { return fmt.Sprintf("attachment; filename=%q", name) }
