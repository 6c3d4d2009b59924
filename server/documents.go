package server

import (
	"bytes"
	"context"
	"fmt"

	"evenladder/core/fault"
	"evenladder/core/plan"
	"evenladder/core/rhythm"
	"evenladder/core/round"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/server/api"
)

func (h handlers) MakeRound(_ context.Context, r api.MakeRoundRequestObject) (api.MakeRoundResponseObject, error) {
	made, err := round.Build(*r.Body)
	return api.MakeRound200JSONResponse(made), err
}

func (h handlers) MakeDocument(_ context.Context, r api.MakeDocumentRequestObject) (api.MakeDocumentResponseObject, error) {
	f, options, err := asked(r.Params.Format, r.Params.Paper, r.Params.CountIn, r.Params.Click)
	if err != nil {
		return nil, err
	}
	p, err := plan.Build(*r.Body)
	if err != nil {
		return nil, err
	}
	data, disposition, err := written(f, document.OfPlan(p), options)
	return api.MakeDocument200AsteriskResponse{
		Body: bytes.NewReader(data), ContentType: f.MediaType, ContentLength: int64(len(data)),
		Headers: api.MakeDocument200ResponseHeaders{ContentDisposition: &disposition},
	}, err
}

func (h handlers) MakeRoundDocument(_ context.Context, r api.MakeRoundDocumentRequestObject) (api.MakeRoundDocumentResponseObject, error) {
	f, options, err := asked(r.Params.Format, r.Params.Paper, r.Params.CountIn, r.Params.Click)
	if err != nil {
		return nil, err
	}
	layout := valueOr(r.Params.Layout, draw.FourToAPage)
	if err := draw.FindRoundLayout(layout); err != nil {
		return nil, fault.At("layout", "%v", err)
	}
	made, err := round.Build(*r.Body)
	if err != nil {
		return nil, err
	}
	data, disposition, err := written(f, document.OfRound(made, layout), options)
	return api.MakeRoundDocument200AsteriskResponse{
		Body: bytes.NewReader(data), ContentType: f.MediaType, ContentLength: int64(len(data)),
		Headers: api.MakeRoundDocument200ResponseHeaders{ContentDisposition: &disposition},
	}, err
}

// asked finds the format and the options of a request.
func asked(format string, paper *string, countIn, click *bool) (document.Format, document.Options, error) {
	o := document.Options{Guide: rhythm.Guide{CountIn: valueOr(countIn, false), Click: valueOr(click, false)}}
	f, err := document.Find(format)
	if err != nil {
		return f, o, fault.At("format", "%v", err)
	}
	if o.Paper, err = draw.FindPaper(valueOr(paper, draw.A4.ID)); err != nil {
		return f, o, fault.At("paper", "%v", err)
	}
	return f, o, nil
}

// written is a file with the header that names it.
func written(f document.Format, s document.Source, o document.Options) (data []byte, disposition string, err error) {
	data, err = f.Write(s, o)
	return data, fmt.Sprintf("attachment; filename=%q", f.FileName(s)), err
}
