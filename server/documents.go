package server

import (
	"bytes"
	"context"
	"fmt"

	"evenladder/core/fault"
	"evenladder/core/plan"
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
	f, paper, err := asked(r.Params.Format, r.Params.Paper)
	if err != nil {
		return nil, err
	}
	p, err := plan.Build(*r.Body)
	if err != nil {
		return nil, err
	}
	data, disposition, err := written(f, document.OfPlan(p), paper)
	return api.MakeDocument200AsteriskResponse{
		Body: bytes.NewReader(data), ContentType: f.MediaType, ContentLength: int64(len(data)),
		Headers: api.MakeDocument200ResponseHeaders{ContentDisposition: &disposition},
	}, err
}

func (h handlers) MakeRoundDocument(_ context.Context, r api.MakeRoundDocumentRequestObject) (api.MakeRoundDocumentResponseObject, error) {
	f, paper, err := asked(r.Params.Format, r.Params.Paper)
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
	data, disposition, err := written(f, document.OfRound(made, layout), paper)
	return api.MakeRoundDocument200AsteriskResponse{
		Body: bytes.NewReader(data), ContentType: f.MediaType, ContentLength: int64(len(data)),
		Headers: api.MakeRoundDocument200ResponseHeaders{ContentDisposition: &disposition},
	}, err
}

// asked finds the format and the paper of a request.
func asked(format string, paper *string) (document.Format, draw.Paper, error) {
	f, err := document.Find(format)
	if err != nil {
		return f, draw.A4, fault.At("format", "%v", err)
	}
	size, err := draw.FindPaper(valueOr(paper, draw.A4.ID))
	if err != nil {
		return f, size, fault.At("paper", "%v", err)
	}
	return f, size, nil
}

// written is a file with the header that names it.
func written(f document.Format, s document.Source, paper draw.Paper) (data []byte, disposition string, err error) {
	data, err = f.Write(s, paper)
	return data, fmt.Sprintf("attachment; filename=%q", f.FileName(s)), err
}
