package server

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"
	"unicode/utf8"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/result"
	"evenladder/core/lesson/schedule"
	"evenladder/core/lesson/suggest"
	"evenladder/core/planning/brief"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/server/api"
	"evenladder/store"
)

func (h handlers) ListPupils(ctx context.Context, r api.ListPupilsRequestObject) (api.ListPupilsResponseObject, error) {
	words := valueOr(r.Params.Q, "")
	if utf8.RuneCountInString(words) > maxQuery {
		return nil, fault.At("q", "more than %d characters were given: give fewer", maxQuery)
	}
	page, err := h.pupils(ctx, r.Params.Limit, store.PupilQuery{Words: words, After: valueOr(r.Params.After, "")})
	return api.ListPupils200JSONResponse(page), err
}

func (h handlers) pupils(ctx context.Context, limit *int, q store.PupilQuery) (out api.ManyPupils, err error) {
	if q.Limit, err = rowsOf(limit); err != nil {
		return out, err
	}
	list, next, err := h.store.Pupils().List(ctx, q)
	return api.ManyPupils{Pupils: list, Next: filled(next)}, err
}

// rowsOf is how many rows of a page were asked for.
func rowsOf(limit *int) (int, error) {
	n := valueOr(limit, usualPage)
	if n < 1 || n > store.MaxListed {
		return 0, fault.At("limit", "%d was given: give 1 to %d", n, store.MaxListed)
	}
	return n, nil
}

func (h handlers) CreatePupil(ctx context.Context, r api.CreatePupilRequestObject) (api.CreatePupilResponseObject,
	error) {
	p, err := checked("pupil.", r.Body.Pupil, (*pupil.Pupil).Check)
	if err != nil {
		return nil, err
	}
	made, err := h.store.Pupils().Create(ctx, p)
	return api.CreatePupil201JSONResponse(made), err
}

// checked is a value that its own check took; faults stand under a prefix.
func checked[T any](prefix string, v T, check func(*T) error) (T, error) {
	err := check(&v)
	return v, fault.Under(prefix, err)
}

func (h handlers) GetPupil(ctx context.Context, r api.GetPupilRequestObject) (api.GetPupilResponseObject, error) {
	p, err := h.store.Pupils().Get(ctx, r.Id)
	return api.GetPupil200JSONResponse(p), err
}

func (h handlers) UpdatePupil(ctx context.Context, r api.UpdatePupilRequestObject) (api.UpdatePupilResponseObject,
	error) {
	p, err := checked("pupil.", r.Body.Pupil, (*pupil.Pupil).Check)
	if err != nil {
		return nil, err
	}
	version, err := versionOf(r.Body.Version)
	if err != nil {
		return nil, err
	}
	made, err := h.store.Pupils().Update(ctx, r.Id, version, p)
	return api.UpdatePupil200JSONResponse(made), err
}

func versionOf(given *int) (int, error) {
	if given == nil {
		return 0, fault.At("version", "no version was given: give the version you read")
	}
	return *given, nil
}

func (h handlers) SetAsidePupil(ctx context.Context,
	r api.SetAsidePupilRequestObject) (api.SetAsidePupilResponseObject, error) {
	return api.SetAsidePupil204Response{}, h.store.Pupils().SetAside(ctx, r.Id)
}

func (h handlers) RestorePupil(ctx context.Context, r api.RestorePupilRequestObject) (api.RestorePupilResponseObject,
	error) {
	p, err := h.store.Pupils().Restore(ctx, r.Id)
	return api.RestorePupil200JSONResponse(p), err
}

func (h handlers) FitBrief(ctx context.Context, r api.FitBriefRequestObject) (api.FitBriefResponseObject, error) {
	p, err := h.store.Pupils().Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	return api.FitBrief200JSONResponse(p.Pupil.Fit(*r.Body)), nil
}

// FindOpenings reads what a hand opens off the neck that it was measured on.
func (h handlers) FindOpenings(_ context.Context, r api.FindOpeningsRequestObject) (api.FindOpeningsResponseObject,
	error) {
	in, err := brief.Read(brief.Brief{Instrument: r.Body.Instrument, Scale: brief.Scale{Tonic: "C", Name: "major"},
		Layout: brief.Layout{System: "single-string"}})
	if err != nil {
		return nil, err
	}
	var reached [3][2]int
	if len(r.Body.Reached) != len(reached) {
		return nil, fault.At("reached", "%d pairs were given: give %d", len(r.Body.Reached), len(reached))
	}
	for i, pair := range r.Body.Reached {
		if len(pair) != 2 {
			return nil, fault.At("reached", "%d frets were given for %s: give two", len(pair), hand.Pairs[i])
		}
		reached[i] = [2]int{pair[0], pair[1]}
	}
	measuredOn, err := neck.New(in.Neck.Tuning, in.Neck.Frets, in.Neck.ScaleLengthMM)
	if err != nil {
		return nil, err
	}
	l, err := hand.Measured(measuredOn, in.Instrument.Family, reached)
	if err != nil {
		return nil, fault.At("reached", "%v", err)
	}
	return api.FindOpenings200JSONResponse(brief.Limits{Comfortable: l.ComfortableMM[:], Greatest: l.GreatestMM[:]}),
		nil
}

// usualMapWeeks is of how many weeks a map is where nobody says.
const usualMapWeeks = 12

func (h handlers) MapPupil(ctx context.Context, r api.MapPupilRequestObject) (api.MapPupilResponseObject, error) {
	now := h.store.Now()
	today := calendar.DayOf(now)
	from, err := dayOr("from", r.Params.From, today.Add(-7*usualMapWeeks))
	if err != nil {
		return nil, err
	}
	until, err := dayOr("until", r.Params.Until, today)
	if err != nil {
		return nil, err
	}
	if until.Compare(from) < 0 {
		return nil, fault.At("until", "%s was given, which is before %s: give a later day", until, from)
	}
	p, err := h.store.Pupils().Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	played, err := h.store.Log().Played(ctx, r.Id, startIn(from, now.Location()), startIn(until.Add(1), now.Location()))
	if err != nil {
		return nil, err
	}
	var made suggest.Map
	err = h.heavy.do(ctx, func() error {
		made, err = suggest.MapOf(p.Pupil, played, until)
		return err
	})
	return api.MapPupil200JSONResponse(made), err
}

// dayOr is a day that was asked for, or another one.
func dayOr(field string, given *string, usual calendar.Day) (calendar.Day, error) {
	if given == nil || *given == "" {
		return usual, nil
	}
	day, err := calendar.Parse(*given)
	if err != nil {
		return day, fault.At(field, "%v", err)
	}
	return day, nil
}

// startIn is the first moment of a day in a place.
func startIn(d calendar.Day, place *time.Location) time.Time {
	year, month, day := d.Start().Date()
	return time.Date(year, month, day, 0, 0, 0, 0, place)
}

// record is all that is kept of a pupil.
type record struct {
	Pupil       store.Pupil        `json:"pupil"`
	Assignments []store.Assignment `json:"assignments"`
	Weeks       *schedule.Request  `json:"weeks,omitempty"`
	Log         []api.LogEntry     `json:"log"` // the latest first
	Sittings    []recordSitting    `json:"sittings"`
}

// recordSitting is a sitting with its answers.
type recordSitting struct {
	api.Sitting
	Answers []knowledge.Answer `json:"answers"`
}

func (h handlers) ExportPupil(ctx context.Context, r api.ExportPupilRequestObject) (api.ExportPupilResponseObject,
	error) {
	all, err := h.record(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	var data []byte
	name, kind := "pupil-record.json", "application/json"
	switch format := valueOr(r.Params.Format, "json"); format {
	case "json":
		data, err = json.MarshalIndent(all, "", "  ")
	case "pdf":
		name, kind = "pupil-record.pdf", "application/pdf"
		err = h.heavy.do(ctx, func() error {
			data, err = document.RecordPage(recordReport(all), draw.Form{Paper: draw.A4, Stop: ctx.Err})
			return err
		})
	default:
		return nil, fault.At("format", "%q was given: give json or pdf", fault.Clip(format))
	}
	disposition := attachment(name)
	return api.ExportPupil200AsteriskResponse{Body: bytes.NewReader(data), ContentType: kind,
			ContentLength: int64(len(data)), Headers: api.ExportPupil200ResponseHeaders{ContentDisposition: &disposition}},
		err
}

func (h handlers) record(ctx context.Context, id string) (out record, err error) {
	if out.Pupil, err = h.store.Pupils().Get(ctx, id); err != nil {
		return out, err
	}
	for after := ""; ; {
		list, next, err := h.store.Assignments().List(ctx, store.AssignmentQuery{Pupil: id, After: after,
			Limit: store.MaxListed})
		if err != nil {
			return out, err
		}
		out.Assignments = append(out.Assignments, list...)
		if after = next; after == "" {
			break
		}
	}
	switch w, err := h.store.Weeks().Get(ctx, id); {
	case err == nil:
		out.Weeks = &w.Request
	case !errors.Is(err, store.ErrNotFound):
		return out, err
	}
	for after := ""; ; {
		entries, next, err := h.store.Log().List(ctx, store.LogQuery{Pupil: &id, After: after, Limit: store.MaxLogged})
		if err != nil {
			return out, err
		}
		for _, e := range entries {
			out.Log = append(out.Log, entry(e))
		}
		if after = next; after == "" {
			break
		}
	}
	out.Sittings, err = h.recordSittings(ctx, id)
	return out, err
}

func (h handlers) recordSittings(ctx context.Context, id string) ([]recordSitting, error) {
	out := []recordSitting{}
	for after := ""; ; {
		list, next, err := h.store.Sittings().List(ctx, id, after, store.MaxListed)
		if err != nil {
			return nil, err
		}
		for _, s := range list {
			answers, err := h.store.Sittings().Answers(ctx, s.ID)
			if err != nil {
				return nil, err
			}
			one := recordSitting{Sitting: sittingOf(s)}
			for _, a := range answers {
				one.Answers = append(one.Answers, a.Answer)
			}
			out = append(out, one)
		}
		if after = next; after == "" {
			return out, nil
		}
	}
}

// What the page of a record has at most; the file of data has all of it.
const (
	recordRows  = 400 // tries
	recordSets  = 200 // assignments
	recordWords = 200 // characters of a teacher's words
)

// recordReport is a record in words.
func recordReport(r record) draw.Report {
	p := r.Pupil.Pupil
	instrument, _ := brief.InstrumentWords(p.Instrument)
	out := draw.Report{Title: p.Name, Sentence: instrument}
	about := []string{fmt.Sprintf("To practise: %d minutes a day.", p.Minutes)}
	if p.Day != "" {
		day, _ := table.Find(pupil.Days, p.Day)
		about = append(about, strings.TrimSpace("Lesson: "+day.Name+" "+p.At)+".")
	}
	if mm := p.Hand.LimitsMM.Comfortable; len(mm) > 0 {
		about = append(about, fmt.Sprintf("Comfortable openings, finger to finger: %g, %g and %g mm.", mm[0],
			mm[1], mm[2]))
	}
	if p.Notes != "" {
		about = append(about, p.Notes)
	}
	out.Sections = append(out.Sections, draw.Section{Heading: "About", Words: about})
	set := draw.Section{Heading: "Assignments", Columns: []draw.Column{{Heading: "from", Share: 0.12},
		{Heading: "until", Share: 0.12}, {Heading: "what", Share: 0.5}, {Heading: "words", Share: 0.26}}}
	for _, a := range r.Assignments[:min(len(r.Assignments), recordSets)] {
		set.Rows = append(set.Rows, []string{a.Assignment.From.String(), a.Assignment.Until.String(), a.Title,
			clipped(a.Assignment.Words, recordWords)})
	}
	if len(r.Assignments) > recordSets {
		set.Words = []string{fmt.Sprintf("The latest %d of %d. The data file has them all.", recordSets,
			len(r.Assignments))}
	}
	log := draw.Section{Heading: "Practice log", Columns: []draw.Column{{Heading: "when", Share: 0.16},
		{Heading: "Tempo", Share: 0.16}, {Heading: "Result", Share: 0.1}, {Heading: "what", Share: 0.58}}}
	for _, e := range r.Log[:min(len(r.Log), recordRows)] {
		what := e.Title
		if e.Remark != "" {
			what += " “" + e.Remark + "”"
		}
		log.Rows = append(log.Rows, []string{e.At.Local().Format("2006-01-02 15:04"), e.Measure,
			resultName(string(e.Result)), what})
	}
	if len(r.Log) > recordRows {
		log.Words = []string{fmt.Sprintf("The latest %d of %d tries. The data file has them all.", recordRows,
			len(r.Log))}
	}
	calls := draw.Section{Heading: "Calls and worksheets", Columns: []draw.Column{{Heading: "when", Share: 0.16},
		{Heading: "right", Share: 0.16}, {Heading: "what", Share: 0.68}}}
	for _, s := range r.Sittings[:min(len(r.Sittings), recordRows)] {
		calls.Rows = append(calls.Rows, []string{s.At.Local().Format("2006-01-02 15:04"), fmt.Sprintf("%d of %d",
			s.Right, s.Of), s.Title})
	}
	out.Sections = append(out.Sections, set, log, calls)
	return out
}

// resultName is a result as it is said.
func resultName(id string) string {
	row, _ := table.Find(result.All, id)
	return row.Name
}

// today is the day by the clock of the store, or the one that was asked for.
func (h handlers) today(on *string) (calendar.Day, error) {
	return dayOr("on", on, calendar.DayOf(h.store.Now()))
}
