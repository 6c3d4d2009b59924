package server

import (
	"bytes"
	"context"
	"slices"

	"evenladder/core/base/fault"
	"evenladder/core/music/rhythm"
	"evenladder/core/planning/together"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/server/api"
)

func (h handlers) PlayTogether(_ context.Context, r api.PlayTogetherRequestObject) (api.PlayTogetherResponseObject, error) {
	made, err := together.Build(*r.Body)
	return api.PlayTogether200JSONResponse(made), err
}

func (h handlers) ListGroupKeys(ctx context.Context, r api.ListGroupKeysRequestObject) (api.ListGroupKeysResponseObject,
	error) {
	var keys []together.Key
	err := h.heavy.do(ctx, func() (err error) {
		keys, err = together.Keys(*r.Body)
		return err
	})
	return api.ListGroupKeys200JSONResponse{Keys: keys}, err
}

func (h handlers) MakeGroupDocument(ctx context.Context,
	r api.MakeGroupDocumentRequestObject) (api.MakeGroupDocumentResponseObject, error) {
	f, err := document.FindGroup(string(r.Params.Format))
	if err != nil {
		return nil, fault.At("format", "%v", err)
	}
	o := document.Options{Guide: rhythm.Guide{CountIn: valueOr(r.Params.CountIn, false), Click: valueOr(r.Params.Click, false)}}
	o.Form.Stop, o.Form.Page = ctx.Err, max(valueOr(r.Params.Page, 0), 0)
	if o.Form.Paper, err = draw.FindPaper(valueOr(r.Params.Paper, draw.A4.ID)); err != nil {
		return nil, fault.At("paper", "%v", err)
	}
	var file document.File
	err = h.heavy.do(ctx, func() error {
		made, err := together.Build(*r.Body)
		if err == nil {
			made.Parts, err = without(made.Parts, valueOr(r.Params.Without, 0))
		}
		if err == nil {
			file, err = f.Write(made, o)
		}
		return err
	})
	disposition := attachment(file.Name)
	return api.MakeGroupDocument200AsteriskResponse{
		Body: bytes.NewReader(file.Data), ContentType: file.MediaType, ContentLength: int64(len(file.Data)),
		Headers: api.MakeGroupDocument200ResponseHeaders{ContentDisposition: &disposition, SheetPages: &file.Pages},
	}, err
}

// without leaves a member out, counted from 1; nobody where it is 0.
func without(parts []together.Part, n int) ([]together.Part, error) {
	if n < 0 || n > len(parts) {
		return nil, fault.At("without", "%d was given: give 1 to %d", n, len(parts))
	}
	if n == 0 {
		return parts, nil
	}
	return slices.Delete(slices.Clone(parts), n-1, n), nil
}
