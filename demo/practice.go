package demo

import (
	"context"
	"time"

	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/lesson/take"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/intake"
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
				rung := l.Rungs[l.Next]
				t := ladder.Try{At: at, Step: rung.Step, Part: rung.Part.ID,
					Result: demoResults[p.results[(i*p.triesADay+k)%len(p.results)]]}
				var file []byte
				if k == p.triesADay-1 && (i+1)%takeEvery == 0 || t.Result == result.NotYet {
					if t.Slips, file, err = played(*b, t, i); err != nil {
						return err
					}
				}
				if err := write(ctx, st.Log(), *b, t, file); err != nil {
					return err
				}
				asked.Log = append(asked.Log, t)
			}
		}
	}
	return nil
}

// takeEvery is on which days the last try was heard; a try that is not yet there is too.
const takeEvery = 3

// mistakes are what the simulated player makes of a try that went so.
var mistakes = map[result.Result]take.Errors{
	result.Clean:  {JitterMS: 6},
	result.Nearly: {JitterMS: 9, Wrong: 1},
	result.NotYet: {JitterMS: 14, Wrong: 2, Missed: 2, Extra: 1, PauseMS: 260},
}

// played is a take of the simulated player: the notes that went wrong, and its file.
func played(b brief.Brief, t ladder.Try, seed int) (slips []int, file []byte, err error) {
	b.Rhythm.PerBeat, b.Rhythm.TempoBPM = &t.PerBeat, &t.TempoBPM
	p, err := plan.Build(b)
	if err != nil {
		return nil, nil, err
	}
	e := mistakes[t.Result]
	e.Seed = seed + 1
	heard, err := take.Play(p.Piece(), e)
	if err != nil {
		return nil, nil, err
	}
	judged, err := take.Judge(p.Piece(), heard, take.MIDIFloorMS)
	if err != nil {
		return nil, nil, err
	}
	file, err = intake.Performed("mid", p.Piece(), heard, 0, e.Seed)
	return judged.SlipsAt, file, err
}

// write puts a try into the log, with its take where there was one.
func write(ctx context.Context, log store.Log, b brief.Brief, t ladder.Try, file []byte) error {
	entry, err := store.NewEntry(b, t, 95, "")
	if err == nil {
		entry, err = log.Append(ctx, entry)
	}
	if err == nil && file != nil {
		err = log.KeepTake(ctx, entry.ID, file)
	}
	return err
}

func firstOn(instrument string, briefs []thing) *brief.Brief {
	for _, t := range briefs {
		if t.Brief != nil && t.Brief.Instrument.ID == instrument {
			return t.Brief
		}
	}
	return nil
}
