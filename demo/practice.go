package demo

import (
	"context"
	"time"

	"evenladder/core/brief"
	"evenladder/core/ladder"
	"evenladder/core/result"
	"evenladder/store"
)

// practised is how one of the briefs went over three weeks: on which days before
// today, and the results of each day in turn.
type practised struct {
	instrument string
	days       []int
	results    string // a letter a try: clean, nearly or x for not yet
	triesADay  int
}

// practice is the log of the demo room, on all four instruments.
var practice = []practised{
	{"guitar", []int{20, 18, 17, 15, 13, 11, 10, 8, 6, 4, 3, 1}, "ccnccccnxcccncccxnccccncccxccncc", 3},
	{"bass", []int{19, 16, 14, 12, 9, 7, 5, 2, 1}, "cccccncccxxncccccncccxcccc", 4},
	{"ukulele", []int{21, 20, 16, 15, 9, 8, 2}, "ncnccxncnccncxccncc", 3},
	{"mandolin", []int{18, 13, 12, 6, 5, 4, 3, 2}, "cccncccccnxxnxnxcnxncx", 3},
}

var demoResults = map[byte]result.Result{'c': result.Clean, 'n': result.Nearly, 'x': result.NotYet}

// fillLog writes down how the first brief of each instrument was practised, each
// try on the rung that the ladder asked for.
func fillLog(ctx context.Context, st *store.Store, briefs []thing) error {
	today := st.Now()
	for _, p := range practice {
		b := firstOn(p.instrument, briefs)
		if b == nil {
			continue
		}
		asked := ladder.Request{Brief: *b}
		for i, daysAgo := range p.days {
			for k := range p.triesADay {
				at := today.AddDate(0, 0, -daysAgo).Add(time.Duration(3*k) * time.Minute)
				asked.Now = &at
				l, err := ladder.Build(asked)
				if err != nil {
					return err
				}
				t := ladder.Try{At: at, Step: l.Rungs[l.Next].Step, Result: demoResults[p.results[(i*p.triesADay+k)%len(p.results)]]}
				entry, err := store.NewEntry(*b, t, 95, "")
				if err != nil {
					return err
				}
				if _, err := st.Log().Append(ctx, entry); err != nil {
					return err
				}
				asked.Log = append(asked.Log, t)
			}
		}
	}
	return nil
}

func firstOn(instrument string, briefs []thing) *brief.Brief {
	for _, t := range briefs {
		if t.Brief != nil && t.Brief.Instrument.ID == instrument {
			return t.Brief
		}
	}
	return nil
}
