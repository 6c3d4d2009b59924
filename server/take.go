package server

import (
	"bytes"
	"context"
	"encoding/base64"
	"io"
	"mime/multipart"
	"strconv"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/take"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/format/wav"
	"evenladder/intake"
	"evenladder/server/api"
	"evenladder/store"
)

// maxPart bounds a part of a form that is no file.
const maxPart = MaxBodyBytes

// form is what a form with a take holds: its other fields, and the file, which is read
// once.
type form struct {
	piece  piece.Piece
	fields map[string]string
	file   io.Reader
}

// readForm reads a form up to its file. The file comes last, so that it is heard as it
// arrives.
func readForm(r *multipart.Reader) (form, error) {
	f := form{fields: map[string]string{}}
	if err := f.read(r); err != nil {
		return f, err
	}
	b, err := brief.ParseAs([]byte(f.fields["brief"]), "brief")
	if err != nil {
		return f, err
	}
	var stretch *ladder.Stretch
	if text, ok := f.fields["stretch"]; ok {
		stretch = new(ladder.Stretch)
		if err := fault.Decode([]byte(text), "stretch", stretch); err != nil {
			var faults fault.List
			faults.Under("stretch.", err)
			return f, faults.Or()
		}
	}
	times, err := f.number("times")
	if err != nil {
		return f, err
	}
	f.piece, err = pieceOf(b, stretch, int(times))
	return f, err
}

// pieceOf is what is played of a brief or a round: the whole or a stretch, so many times.
func pieceOf(b brief.Brief, s *ladder.Stretch, times int) (p piece.Piece, err error) {
	if b.Round.IsZero() {
		var made plan.Plan
		if made, err = plan.Build(b); err == nil {
			p = made.Piece()
		}
	} else {
		var made round.Round
		if made, err = round.Build(b); err == nil {
			p = made.Piece()
		}
	}
	if err != nil || s == nil && times <= 1 {
		return p, err
	}
	if times > ladder.MaxTimes {
		return p, fault.At("times", "%d was given: give 1 to %d", times, ladder.MaxTimes)
	}
	if s == nil {
		s = &ladder.Stretch{From: 1, To: len(p.Events)}
	}
	if err := s.Check(len(p.Events)); err != nil {
		return p, fault.At("stretch", "%v", err)
	}
	return p.Stretch(s.From, s.To, times), nil
}

// number is a field of the form, 0 where it is not given.
func (f form) number(name string) (float64, error) {
	text, ok := f.fields[name]
	if !ok {
		return 0, nil
	}
	n, err := strconv.ParseFloat(text, 64)
	if err != nil || !(n >= 0 && n <= take.MaxPlanned) {
		return 0, fault.At(name, "%q was given: give a number from 0 to %d", fault.Clip(text), take.MaxPlanned)
	}
	return n, nil
}

// JudgeTake judges what was played. It waits its turn: a long take is work.
func (h handlers) JudgeTake(ctx context.Context, r api.JudgeTakeRequestObject) (api.JudgeTakeResponseObject, error) {
	var made take.Take
	judge := func() (err error) {
		made, err = judgeNotes(*r.JSONBody)
		return err
	}
	if r.MultipartBody != nil {
		f, err := readForm(r.MultipartBody)
		if err != nil {
			return nil, err
		}
		// A slow client keeps nobody waiting: it has its turn once everything has come.
		sound, err := h.store.SpoolFrom(f.file)
		if err != nil {
			return nil, err
		}
		defer sound.Close()
		judge = func() (err error) {
			made, err = intake.File("take", sound, f.piece)
			return err
		}
	}
	err := h.heavy.do(ctx, judge)
	return api.JudgeTake200JSONResponse(made), err
}

// judgeNotes judges notes, or a small file within JSON.
func judgeNotes(b api.TakeRequest) (take.Take, error) {
	p, err := pieceOf(b.Brief, b.Stretch, valueOr(b.Times, 1))
	if err != nil {
		return take.Take{}, err
	}
	file := valueOr(b.Midi, "")
	if file == "" {
		return take.Judge(p, valueOr(b.Heard, nil), take.MIDIFloorMS)
	}
	data, err := base64.StdEncoding.DecodeString(file)
	if err != nil {
		return take.Take{}, fault.At("midi", "it isn't base64: give the bytes of a Standard MIDI File in base64")
	}
	return intake.File("midi", bytes.NewReader(data), p)
}

// FollowTake tells where a take stands. It is light: a second or so of sound.
func (h handlers) FollowTake(_ context.Context, r api.FollowTakeRequestObject) (api.FollowTakeResponseObject, error) {
	if r.JSONBody != nil {
		p, err := pieceOf(r.JSONBody.Brief, r.JSONBody.Stretch, valueOr(r.JSONBody.Times, 1))
		heard := valueOr(r.JSONBody.Heard, nil)
		answer := api.FollowTake200JSONResponse{Sec: -1}
		if n := len(heard); n > 0 {
			answer.Sec = float32(heard[n-1].OnsetSec)
		}
		answer.At = take.Follow(p, 0, heard)
		return answer, err
	}
	f, err := readForm(r.MultipartBody)
	if err != nil {
		return nil, err
	}
	after, err := f.number("after")
	if err != nil {
		return nil, err
	}
	since, err := f.number("since")
	if err != nil {
		return nil, err
	}
	at, sec, err := intake.Follow("take", io.LimitReader(f.file, maxFollowed), f.piece, int(after), since)
	return api.FollowTake200JSONResponse{At: at, Sec: float32(sec)}, err
}

// maxFollowed is the most bytes of sound that are followed at once: some ten seconds.
const maxFollowed = 4 << 20

func (h handlers) LimitsOfTake(_ context.Context, r api.LimitsOfTakeRequestObject) (api.LimitsOfTakeResponseObject,
	error) {
	p, err := pieceOf(*r.Body, nil, 1)
	if err != nil {
		return nil, err
	}
	return api.LimitsOfTake200JSONResponse{Limits: intake.Limits(p)}, nil
}

// PlayTake is the simulated player.
func (h handlers) PlayTake(ctx context.Context, r api.PlayTakeRequestObject) (api.PlayTakeResponseObject, error) {
	b := r.Body
	p, err := pieceOf(b.Brief, b.Stretch, valueOr(b.Times, 1))
	if err != nil {
		return nil, err
	}
	e := take.Errors{
		Seed: valueOr(b.Seed, 1), JitterMS: float64(valueOr(b.JitterMs, 0)),
		DriftPercent: float64(valueOr(b.DriftPercent, 0)), PauseMS: float64(valueOr(b.PauseMs, 0)),
		Wrong: valueOr(b.Wrong, 0), Missed: valueOr(b.Missed, 0), Extra: valueOr(b.Extra, 0),
	}
	kind := valueOr(b.Format, "mid")
	var data []byte
	err = h.heavy.do(ctx, func() error {
		played, err := take.Play(p, e)
		if err == nil {
			data, err = intake.Performed(kind, p, played, float64(valueOr(b.NoiseDb, 0)), e.Seed)
		}
		return err
	})
	if err != nil {
		return nil, err
	}
	disposition := attachment("take" + intake.Ending(data))
	return api.PlayTake200AsteriskResponse{
		Body: bytes.NewReader(data), ContentLength: int64(len(data)), ContentType: intake.MediaType(data),
		Headers: api.PlayTake200ResponseHeaders{ContentDisposition: &disposition},
	}, nil
}

// KeepTake keeps the take of a try: a file, or notes as one.
func (h handlers) KeepTake(ctx context.Context, r api.KeepTakeRequestObject) (api.KeepTakeResponseObject, error) {
	e, err := h.store.Log().Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	data, err := fileOf(r, e)
	if err != nil {
		return nil, err
	}
	if err := h.store.Log().KeepTake(ctx, r.Id, data); err != nil {
		return nil, err
	}
	e, err = h.store.Log().Get(ctx, r.Id)
	return api.KeepTake200JSONResponse(entry(e)), err
}

// fileOf is the file that is to be kept with a try.
func fileOf(r api.KeepTakeRequestObject, e store.Entry) ([]byte, error) {
	if r.JSONBody != nil {
		b := e.Brief
		b.Rhythm.PerBeat, b.Rhythm.TempoBPM = &e.PerBeat, &e.TempoBPM
		p, err := pieceOf(b, nil, 1)
		if err != nil {
			return nil, err
		}
		if err := take.Check(r.JSONBody.Heard); err != nil {
			return nil, err
		}
		return intake.Performed("mid", p, r.JSONBody.Heard, 0, 0)
	}
	data, err := io.ReadAll(io.LimitReader(r.Body, wav.MaxBytes+1))
	switch {
	case err != nil:
		return nil, err
	case len(data) > wav.MaxBytes:
		return nil, fault.At("take", "more than %d MB were given: give at most that", wav.MaxBytes>>20)
	case intake.MediaType(data) == "":
		return nil, fault.At("take", "this is neither a WAV file nor a Standard MIDI File: give one of them")
	}
	return data, nil
}

func (h handlers) GetTake(ctx context.Context, r api.GetTakeRequestObject) (api.GetTakeResponseObject, error) {
	if err := h.heavy.fly(ctx); err != nil {
		return nil, err
	}
	data, err := h.store.Log().Take(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	disposition := attachment("take" + intake.Ending(data))
	return api.GetTake200AsteriskResponse{
		Body: bytes.NewReader(data), ContentLength: int64(len(data)), ContentType: intake.MediaType(data),
		Headers: api.GetTake200ResponseHeaders{ContentDisposition: &disposition},
	}, nil
}

func (h handlers) DeleteTake(ctx context.Context, r api.DeleteTakeRequestObject) (api.DeleteTakeResponseObject, error) {
	return api.DeleteTake204Response{}, h.store.Log().DeleteTake(ctx, r.Id)
}

func (h handlers) RestoreTake(ctx context.Context, r api.RestoreTakeRequestObject) (api.RestoreTakeResponseObject,
	error) {
	return api.RestoreTake204Response{}, h.store.Log().RestoreTake(ctx, r.Id)
}
