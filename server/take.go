package server

import (
	"bytes"
	"context"
	"encoding/base64"

	"evenladder/core/fault"
	"evenladder/core/plan"
	"evenladder/core/take"
	"evenladder/format/smf"
	"evenladder/server/api"
)

// JudgeTake judges what was played. It waits its turn: a long take is work.
func (h handlers) JudgeTake(ctx context.Context, r api.JudgeTakeRequestObject) (api.JudgeTakeResponseObject, error) {
	heard, file := valueOr(r.Body.Heard, nil), valueOr(r.Body.Midi, "")
	if file != "" {
		data, err := base64.StdEncoding.DecodeString(file)
		if err != nil {
			return nil, fault.At("midi", "it is no base64: give the bytes of a Standard MIDI File so")
		}
		if heard, err = smf.Read(bytes.NewReader(data)); err != nil {
			return nil, fault.At("midi", "%v", err)
		}
	}
	var made take.Take
	err := h.heavy.do(ctx, func() error {
		p, err := plan.Build(r.Body.Brief)
		if err == nil {
			made, err = take.Judge(p.Piece(), heard, take.MIDIFloorMS)
		}
		return err
	})
	return api.JudgeTake200JSONResponse(made), err
}
