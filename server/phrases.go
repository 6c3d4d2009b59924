package server

import (
	"context"
	"encoding/base64"

	"evenladder/core/fault"
	"evenladder/core/phrase"
	"evenladder/intake"
	"evenladder/server/api"
)

// maxPhraseName bounds the name of a file.
const maxPhraseName = 120

// ReadPhrase reads a phrase, and says what it is. It waits its turn: a long one is work.
func (h handlers) ReadPhrase(ctx context.Context, r api.ReadPhraseRequestObject) (api.ReadPhraseResponseObject, error) {
	b := r.Body
	data, field := []byte(valueOr(b.Text, "")), "text"
	var faults fault.List
	checkText(&faults, "name", valueOr(b.Name, ""), 0, maxPhraseName)
	if b.File != nil {
		var err error
		if data, err = base64.StdEncoding.DecodeString(*b.File); err != nil {
			faults.Addf("file", "it is no base64: give the bytes of a file so")
		}
		field = "file"
	}
	if err := faults.Or(); err != nil {
		return nil, err
	}
	var made phrase.Phrase
	err := h.heavy.do(ctx, func() error {
		line, err := intake.Phrase(field, valueOr(b.Name, ""), data, b.Brief)
		if err != nil {
			return err
		}
		made, err = phrase.Build(phrase.Request{Brief: b.Brief, Keep: valueOr(b.Keep, false), Line: line})
		return err
	})
	return api.ReadPhrase200JSONResponse(made), err
}

func (h handlers) ChangePhrase(ctx context.Context, r api.ChangePhraseRequestObject) (api.ChangePhraseResponseObject, error) {
	made, err := phrase.Apply(*r.Body)
	return api.ChangePhrase200JSONResponse(made), err
}
