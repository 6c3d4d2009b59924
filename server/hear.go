package server

import (
	"context"
	"errors"
	"io"
	"mime/multipart"

	"github.com/labstack/echo/v5"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/call"
	"evenladder/intake"
	"evenladder/server/api"
)

// HearAnswer listens for the answer to a call in a second or so of sound.
func (h handlers) HearAnswer(_ context.Context, r api.HearAnswerRequestObject) (api.HearAnswerResponseObject, error) {
	f := form{fields: map[string]string{}}
	if err := f.read(r.Body); err != nil {
		return nil, err
	}
	var asked call.Answered
	if err := fault.Decode([]byte(f.fields["answered"]), "answered", &asked); err != nil {
		var faults fault.List
		faults.Under("answered.", err)
		return nil, faults.Or()
	}
	since, err := f.number("since")
	if err != nil {
		return nil, err
	}
	low, high, err := call.Range(asked.Brief)
	if err != nil {
		return nil, err
	}
	note, ok, err := intake.Answer("take", io.LimitReader(f.file, maxFollowed), low, high, since)
	if err != nil || !ok {
		return api.HearAnswer200JSONResponse{Sec: -1}, err
	}
	midi, err := call.Heard(asked, note)
	return api.HearAnswer200JSONResponse{Sec: float32(note.OnsetSec), Midi: midi}, err
}

// read reads the fields of a form up to its file, which comes last.
func (f *form) read(r *multipart.Reader) error {
	for {
		part, err := r.NextPart()
		if errors.Is(err, io.EOF) {
			return fault.At("take", "no take was given: give a file after the other fields")
		}
		if err != nil {
			return fault.At("body", "this isn't a form: give multipart/form-data with the fields and a take")
		}
		if part.FormName() == "take" {
			f.file = part
			return nil
		}
		data, err := io.ReadAll(io.LimitReader(part, maxPart+1))
		if err != nil {
			return err
		}
		if len(data) > maxPart {
			return echo.ErrStatusRequestEntityTooLarge
		}
		f.fields[part.FormName()] = string(data)
	}
}
