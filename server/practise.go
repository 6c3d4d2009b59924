package server

import (
	"context"
	"encoding/csv"
	"errors"
	"io"
	"strconv"
	"strings"
	"time"
	"unicode/utf8"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/lesson/take"
	"evenladder/core/planning/brief"
	"evenladder/server/api"
	"evenladder/store"
)

// Limits of an entry in the log.
const (
	maxSeconds = 4 * 60 * 60
	maxRemark  = 500
	maxID      = 64
	maxWaited  = 90 * 24 * 60 * 60 // seconds
)

func (h handlers) MakeLadder(_ context.Context, r api.MakeLadderRequestObject) (api.MakeLadderResponseObject, error) {
	l, err := ladder.Build(*r.Body)
	return api.MakeLadder200JSONResponse(l), err
}

// Practise is the ladder of a brief out of the log that is kept.
func (h handlers) Practise(ctx context.Context, r api.PractiseRequestObject) (api.PractiseResponseObject, error) {
	asked := *r.Body
	tries, err := h.store.Log().Tries(ctx, asked.Brief, valueOr(r.Params.Ladder, ""), valueOr(r.Params.Pupil, ""))
	if err != nil {
		return nil, err
	}
	now := h.store.Now()
	asked.Log, asked.Now = tries, &now
	l, err := ladder.Build(asked)
	return api.Practise200JSONResponse(l), err
}

func (h handlers) AppendLog(ctx context.Context, r api.AppendLogRequestObject) (api.AppendLogResponseObject, error) {
	var faults fault.List
	b := r.Body
	seconds, remark := valueOr(b.Seconds, 0), strings.TrimSpace(valueOr(b.Remark, ""))
	faults.Between("seconds", seconds, 0, maxSeconds)
	if utf8.RuneCountInString(remark) > maxRemark {
		faults.Addf("remark", "more than %d characters were given: give fewer", maxRemark)
	}
	slips, part, kept := valueOr(b.Slips, nil), valueOr(b.Part, ""), valueOr(b.Ladder, "")
	if len(slips) > take.MaxPlanned {
		faults.Addf("slips", "%d notes were given: give %d at most", len(slips), take.MaxPlanned)
	}
	checkText(&faults, "part", part, 0, maxID)
	whose, of := valueOr(b.Pupil, ""), valueOr(b.Assignment, "")
	checkText(&faults, "ladder", kept, 0, maxID)
	checkText(&faults, "pupil", whose, 0, maxID)
	checkText(&faults, "assignment", of, 0, maxID)
	if err := faults.Or(); err != nil {
		return nil, err
	}
	try := ladder.Try{Step: ladder.Step{PerBeat: b.PerBeat, TempoBPM: b.TempoBpm}, Result: result.Result(b.Result),
		Part: part, Slips: slips}
	e, err := store.NewEntry(b.Brief, try, seconds, remark)
	if err != nil {
		return nil, err
	}
	waited := valueOr(r.Params.WaitedSeconds, 0)
	if waited < 0 || waited > maxWaited {
		return nil, fault.At("Waited-Seconds", "%d was given: give 0 to %d", waited, maxWaited)
	}
	if waited > 0 {
		e.At = h.store.Now().Add(-time.Duration(waited) * time.Second)
	}
	e.Ladder, e.Pupil, e.Assignment = kept, whose, of
	e, err = h.store.Log().Append(ctx, e)
	return api.AppendLog201JSONResponse(entry(e)), err
}

func (h handlers) TakeBack(ctx context.Context, r api.TakeBackRequestObject) (api.TakeBackResponseObject, error) {
	return api.TakeBack204Response{}, h.store.Log().TakeBack(ctx, r.Id)
}

func (h handlers) ListLog(ctx context.Context, r api.ListLogRequestObject) (api.ListLogResponseObject, error) {
	rows, err := rowsOf(r.Params.Limit)
	if err != nil {
		return nil, err
	}
	q := store.LogQuery{Pupil: r.Params.Pupil, After: valueOr(r.Params.After, ""), Result: valueOr(r.Params.Result,
		""), Limit: rows}
	if q.Result != "" {
		if err := result.Result(q.Result).Check(); err != nil {
			return nil, fault.At("result", "%v", err)
		}
	}
	if r.Params.Brief != nil {
		b, err := brief.ParseAs([]byte(*r.Params.Brief), "brief")
		if err != nil {
			return nil, err
		}
		q.Work, q.Ladder = &b, valueOr(r.Params.Ladder, "")
	}
	entries, next, err := h.store.Log().List(ctx, q)
	out := api.ListLog200JSONResponse{Entries: make([]api.LogEntry, len(entries))}
	for i, e := range entries {
		out.Entries[i] = entry(e)
	}
	if next != "" {
		out.Next = &next
	}
	return out, err
}

func entry(e store.Entry) api.LogEntry {
	var bytes *int
	if e.Take > 0 {
		bytes = &e.Take
	}
	return api.LogEntry{
		TakeBytes: bytes, Part: filled(e.Part), Ladder: filled(e.Ladder), Pupil: filled(e.Pupil), Id: e.ID, At: e.At,
		Brief: e.Brief, Title: e.Brief.Title(), Sentence: e.Sentence, PerBeat: e.PerBeat,
		TempoBpm: e.TempoBPM, NotesPerMinute: e.NotesPerMinute(), Measure: e.Measure(e.Brief.Run.Phrase != ""),
		Result: api.LogEntryResult(e.Result), Seconds: e.Seconds, Remark: e.Remark,
	}
}

// filled is a text that is left out where it is empty.
func filled(s string) *string {
	if s == "" {
		return nil
	}
	return &s
}

func (h handlers) ExportLog(ctx context.Context, _ api.ExportLogRequestObject) (api.ExportLogResponseObject, error) {
	out, size, err := h.spooled(ctx, func(to io.Writer) error {
		w := csv.NewWriter(to)
		err := w.Write([]string{"at", "work", "perBeat", "tempoBpm", "notesPerMinute", "result", "seconds", "remark", "part",
			"takeBytes"})
		if err == nil {
			err = h.store.Log().Each(ctx, func(e store.Entry) error {
				return w.Write([]string{
					e.At.Format(time.RFC3339), plainCell(e.Sentence), strconv.Itoa(e.PerBeat), strconv.Itoa(e.TempoBPM),
					strconv.Itoa(e.NotesPerMinute()), string(e.Result), strconv.Itoa(e.Seconds), plainCell(e.Remark),
					plainCell(e.Part), strconv.Itoa(e.Take),
				})
			})
		}
		w.Flush()
		return errors.Join(err, w.Error())
	})
	if err != nil {
		return nil, err
	}
	disposition := attachment("practice-log.csv")
	return api.ExportLog200TextcsvResponse{Body: out, ContentLength: size,
		Headers: api.ExportLog200ResponseHeaders{ContentDisposition: &disposition}}, nil
}

// plainCell is a text that no spreadsheet takes for a formula.
func plainCell(s string) string {
	if s != "" && strings.ContainsRune("=+-@\t\r", rune(s[0])) {
		return "'" + s
	}
	return s
}
