package server

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"slices"

	"github.com/labstack/echo/v5"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/planning/brief"
	"evenladder/home"
	"evenladder/server/api"
	"evenladder/store"
)

// homePath is where pages for home are opened.
const homePath = "/home/"

// MakeHome makes a page from what is set to a pupil, or from a week of practice.
func (h handlers) MakeHome(ctx context.Context, r api.MakeHomeRequestObject) (api.MakeHomeResponseObject, error) {
	look := func() (store.HomeBody, error) { return h.assigned(ctx, r.Id, valueOr(r.Body.Assignments, nil)) }
	if valueOr(r.Body.Week, false) {
		look = func() (store.HomeBody, error) { return h.ofWeek(ctx, r.Id) }
	}
	body, err := look()
	if err != nil {
		return nil, err
	}
	body.Named = valueOr(r.Body.Named, false)
	var page []byte
	err = h.heavy.do(ctx, func() (err error) {
		if err = rungs(&body); err == nil {
			page, err = h.homePage(ctx, store.Home{PupilID: r.Id, HomeBody: body})
		}
		return err
	})
	if err != nil {
		return nil, err
	}
	made, err := h.store.Pupils().CreateHome(ctx, r.Id, body)
	link := api.HomeLink{Id: made.Token, Path: prefixOf(ctx) + homePath + made.Token, Bytes: len(page)}
	if base, ok := ctx.Value(baseKey{}).(string); ok {
		link.Reachable = base + homePath + made.Token
	}
	return api.MakeHome201JSONResponse(link), err
}

// assigned is a page of assignments of a pupil.
func (h handlers) assigned(ctx context.Context, pupil string, ids []string) (body store.HomeBody, err error) {
	if len(ids) < 1 || len(ids) > home.MaxWorks {
		return body, fault.At("assignments", "%d were given: give 1 to %d", len(ids), home.MaxWorks)
	}
	for _, id := range ids {
		a, err := h.store.Assignments().Get(ctx, id)
		if errors.Is(err, store.ErrNotFound) || err == nil && a.PupilID != pupil {
			return body, fault.At(
				"assignments",
				"%q isn't assigned to this pupil: give ids of assignments",
				fault.Clip(id),
			)
		}
		if err != nil {
			return body, err
		}
		body.Works = append(body.Works, store.HomeWork{Assignment: id, Set: a.Assignment})
	}
	return body, nil
}

// daysOfWeek are on a page of a week.
const daysOfWeek = 7

// ofWeek is a page of the week from today: its days, and what they have, each once.
func (h handlers) ofWeek(ctx context.Context, pupil string) (body store.HomeBody, err error) {
	kept, err := h.weeks(ctx, pupil)
	if errors.Is(err, store.ErrNotFound) {
		return body, fault.At("week", "this pupil has no practice plan: save one, or give assignments")
	}
	if err != nil {
		return body, err
	}
	today := calendar.DayOf(h.store.Now())
	var works []brief.Brief
	for _, week := range kept.Weeks.Weeks {
		for _, day := range week.Days {
			if since := day.Date.Since(today); since < 0 || since >= daysOfWeek || len(day.Items) == 0 {
				continue
			}
			body.Days = append(body.Days, day)
			for _, item := range day.Items {
				if len(works) == home.MaxWorks || !item.Brief.Round.IsZero() || home.PlaceOf(item.Brief, works) >= 0 {
					continue
				}
				works = append(works, item.Brief)
				body.Works = append(body.Works, store.HomeWork{Set: assignment.Assignment{
					Ladder:  &ladder.Request{Brief: item.Brief, From: kept.Request.From, Goal: kept.Request.Goal},
					Minutes: item.Minutes, From: today, Until: today.Add(daysOfWeek - 1),
				}})
			}
		}
	}
	if len(body.Works) == 0 {
		return body, fault.At(
			"week",
			"the practice plan has nothing for the next %d days: save another, or give assignments",
			daysOfWeek,
		)
	}
	return body, nil
}

// rungs notes the rungs that each work has, so that results can be read later.
func rungs(body *store.HomeBody) error {
	for i, w := range body.Works {
		if w.Set.Ladder == nil {
			continue
		}
		l, err := ladder.Stand(*w.Set.Ladder)
		if err != nil {
			return err
		}
		for _, rung := range l.Rungs {
			body.Works[i].Rungs = append(body.Works[i].Rungs, store.HomeRung{Step: rung.Step, Part: rung.Part.ID})
		}
	}
	return nil
}

// homePage is a page as it stands by the log.
func (h handlers) homePage(ctx context.Context, of store.Home) ([]byte, error) {
	p := home.Page{ID: of.Token, Title: "Practice"}
	works := make([]brief.Brief, len(of.Works))
	for i, w := range of.Works {
		if w.Set.Ladder != nil {
			works[i] = w.Set.Ladder.Brief
		}
	}
	p.Days = home.DaysOf(of.Days, works)
	if of.Named {
		who, err := h.store.Pupils().Get(ctx, of.PupilID)
		if err != nil {
			return nil, err
		}
		p.Title = "Practice for " + who.Pupil.Name
	}
	today := calendar.DayOf(h.store.Now())
	for _, w := range of.Works {
		s, err := h.standingOf(ctx, store.Assignment{Record: store.Record{ID: w.Assignment}, PupilID: of.PupilID,
			Assignment: w.Set}, today, ladder.Stand)
		if err != nil {
			return nil, err
		}
		made, err := home.WorkOf(w.Assignment, w.Set, s.ladder, of.Named)
		if err != nil {
			return nil, err
		}
		p.Works = append(p.Works, made)
		p.Until = w.Set.Until.Words()
	}
	return h.shell.Write(p)
}

// serveHome answers with a page, or with the file of it.
func (h handlers) serveHome(c *echo.Context) error {
	ctx := c.Request().Context()
	of, err := h.store.Pupils().Home(ctx, c.Param("token"))
	if err != nil {
		return err
	}
	var page []byte
	if err := h.heavy.do(ctx, func() (err error) {
		page, err = h.homePage(ctx, of)
		return err
	}); err != nil {
		return err
	}
	header := c.Response().Header()
	header.Set("Content-Security-Policy", h.shell.Policy())
	header.Set("Cache-Control", "no-store")
	header.Set("X-Robots-Tag", "noindex")
	if c.QueryParam("download") != "" {
		header.Set("Content-Disposition", attachment("practice.html"))
	}
	return c.Blob(http.StatusOK, "text/html; charset=utf-8", page)
}

func (h handlers) WithdrawHome(ctx context.Context, r api.WithdrawHomeRequestObject) (api.WithdrawHomeResponseObject,
	error) {
	return api.WithdrawHome204Response{}, h.store.Pupils().Withdraw(ctx, r.Id)
}

// ReadResults reads what came back, and with keep puts into the log what is not there yet.
func (h handlers) ReadResults(ctx context.Context, r api.ReadResultsRequestObject) (api.ReadResultsResponseObject,
	error) {
	came, err := home.ParseResults(r.Body.Text)
	if err != nil {
		return nil, err
	}
	out := api.CameHome{Pupils: []store.Pupil{}, Left: append([]string{}, came.Left...), Remarks: came.Remarks()}
	var entries []store.Entry
	var unknown error
	for _, results := range came.Results {
		of, err := h.store.Pupils().Home(ctx, results.Page)
		if errors.Is(err, store.ErrNotFound) {
			unknown = fault.At(
				"text",
				"the page %q wasn't sent from here, or it was withdrawn",
				fault.Clip(results.Page),
			)
			out.Left = append(out.Left, results.String())
			continue
		}
		if err != nil {
			return nil, err
		}
		who, err := h.store.Pupils().Get(ctx, of.PupilID)
		if err != nil {
			return nil, err
		}
		if !slices.ContainsFunc(out.Pupils, func(p store.Pupil) bool { return p.ID == who.ID }) {
			out.Pupils = append(out.Pupils, who)
		}
		for _, t := range results.Tries {
			e, err := h.came(of, results.Page, t)
			var faults fault.List
			if errors.As(err, &faults) {
				unknown = err
				out.Left = append(out.Left, t.String())
				continue
			}
			if err != nil {
				return nil, err
			}
			entries = append(entries, e)
		}
	}
	if len(entries) == 0 && unknown != nil {
		return nil, unknown
	}
	seen := map[string]bool{} // a code that is read twice is one
	out.Tries = make([]api.CameHomeTry, 0, len(entries))
	for _, e := range entries {
		if seen[e.Came] {
			continue
		}
		seen[e.Came] = true
		there, err := h.store.Log().HasCome(ctx, e.Came)
		if err != nil {
			return nil, err
		}
		if !there {
			out.New++
			if valueOr(r.Body.Keep, false) {
				if _, err := h.store.Log().Append(ctx, e); err != nil && !errors.Is(err, store.ErrThere) {
					return nil, err
				}
			}
		}
		out.Tries = append(out.Tries, api.CameHomeTry{At: e.At, Sentence: e.Sentence, PerBeat: e.PerBeat,
			TempoBpm: e.TempoBPM, Result: api.CameHomeTryResult(e.Result), There: there, Pupil: e.Pupil})
	}
	return api.ReadResults200JSONResponse(out), nil
}

// came is a try of a page as the log has it. A clock that goes ahead is set back to now.
func (h handlers) came(of store.Home, page string, t home.Try) (store.Entry, error) {
	if t.Work >= len(of.Works) || t.Rung >= len(of.Works[t.Work].Rungs) {
		return store.Entry{}, fault.At(
			"text",
			"try %d is of work %d, rung %d, which the page doesn't have",
			t.N,
			t.Work,
			t.Rung,
		)
	}
	w := of.Works[t.Work]
	rung := w.Rungs[t.Rung]
	at := t.At
	if now := h.store.Now(); at.After(now) {
		at = now
	}
	b := w.Set.Ladder.Brief
	b.For = ""
	e, err := store.NewEntry(b, ladder.Try{At: at, Step: rung.Step, Part: rung.Part, Result: t.Result}, t.Seconds, "")
	e.Pupil, e.Assignment, e.Came = of.PupilID, w.Assignment, fmt.Sprintf("%s.%d", page, t.N)
	return e, err
}
