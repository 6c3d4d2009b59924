package server

import (
	"context"
	"encoding/base64"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/take"
	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
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
			faults.Addf("file", "it isn't base64: give the bytes of a file in base64")
		}
		field = "file"
	}
	if err := faults.Or(); err != nil {
		return nil, err
	}
	var made phrase.Phrase
	err := h.heavy.do(ctx, func() error {
		read, err := phraseOf(b, field, data)
		if err != nil {
			return err
		}
		made, err = phrase.Build(phrase.Request{Brief: b.Brief, Keep: valueOr(b.Keep, false), Line: read})
		return err
	})
	return api.ReadPhrase200JSONResponse(made), err
}

// phraseOf reads what was given of a phrase: notes that were struck, a file, or a text.
func phraseOf(b *api.ReadPhraseJSONRequestBody, field string, data []byte) (line.Line, error) {
	if b.Heard == nil {
		return intake.Phrase(field, valueOr(b.Name, ""), data, b.Brief)
	}
	if err := take.Check(*b.Heard); err != nil {
		return line.Line{}, err
	}
	r, err := brief.Read(b.Brief)
	if err != nil {
		return line.Line{}, fault.Under("brief.", err)
	}
	read, err := intake.PlayedIn(*b.Heard, r.Rhythm.TempoBPM)
	if err != nil {
		return read, fault.At("heard", "%v", err)
	}
	return read, nil
}

func (h handlers) ChangePhrase(ctx context.Context, r api.ChangePhraseRequestObject) (api.ChangePhraseResponseObject,
	error) {
	made, err := phrase.Apply(*r.Body)
	return api.ChangePhrase200JSONResponse(made), err
}
