package schedule

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/layout"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// material is one thing to learn.
type material struct {
	what  string
	brief brief.Brief      // without its rung
	key   string           // its tonic
	mem   knowledge.Memory // as it would be if every day went clean
	rung  int              // index of the rung it was last played at
	back  int              // days on which it came back
}

// course is the things to learn in their order, and what comes with them.
type course struct {
	base      plan.Plan
	rungs     []ladder.Rung
	first     int // index of the rung to begin on
	warmUp    *ladder.WarmUp
	materials []material
	groups    [][]int                 // materials by the day on which they are new
	known     []int                   // in the order in which they were learned
	started   map[string]calendar.Day // when a day's playing last began with a key
	carries   bool                    // a round has a place for all its keys
	remarks   []string
}

// course lays the things to learn out.
func (r Request) course(log []knowledge.Played) (*course, error) {
	home := r.Brief
	home.Round = brief.Round{}
	base, err := plan.Build(home)
	if err != nil {
		return nil, fault.Under("brief.", err)
	}
	asked := ladder.Request{Brief: home, From: r.From, Goal: r.Goal}
	work := ladder.Work(home)
	for _, p := range log {
		if p.Brief.Equal(work) {
			asked.Log = p.Tries[max(len(p.Tries)-ladder.MaxTries, 0):]
		}
	}
	l, err := ladder.Build(asked)
	if err != nil {
		return nil, err
	}
	if l.WarmUp != nil {
		l.WarmUp.Brief = short(l.WarmUp.Brief)
	}
	c := &course{base: base, rungs: l.Rungs, first: l.Next, warmUp: l.WarmUp, started: map[string]calendar.Day{}}
	if r.Lower {
		c.lower(home)
	}
	what := home.ScaleTitle()
	if box := base.Boxes[base.Box]; r.Boxes {
		what = fmt.Sprintf("%s, box %s, %s", what, box.ID, box.FretWords())
	}
	c.add(what, home)
	if r.Boxes {
		c.boxes(home)
	}
	if r.Octaves {
		c.octaves(home)
	}
	if err := c.keys(r, home); err != nil {
		return nil, err
	}
	c.carry(home)
	for i := range c.materials {
		for _, p := range log {
			if p.Brief.Equal(c.materials[i].brief) && p.Clean() > 0 {
				c.materials[i].mem = p.Memory()
			}
		}
	}
	return c, nil
}

// add puts one thing at the end, unless it is there.
func (c *course) add(what string, b brief.Brief) {
	work := ladder.Work(b)
	if !slices.ContainsFunc(c.materials, func(m material) bool { return m.brief.Equal(work) }) {
		c.materials = append(c.materials, material{what: what, brief: work, key: b.Scale.Tonic})
	}
}

// usualLower is by how many frets a shape begins higher where it is comfortable at once.
const usualLower = 3

// lower is the shape higher on the neck, down a fret at a time: from where it is
// comfortable, or from a few frets higher.
func (c *course) lower(home brief.Brief) {
	fret := c.base.Boxes[c.base.Box].LowFret
	type step struct {
		fret  int
		tonic string
	}
	var steps []step
	if c.base.Comfort != nil {
		for _, d := range c.base.Comfort.Days {
			steps = append(steps, step{d.Fret, d.Tonic})
		}
	}
	tonic := pitch.MustParseName(c.base.Brief.Scale.Tonic)
	for up := usualLower; up > 0 && len(steps) == 0 || up > 0 && len(steps) < usualLower &&
		c.base.Comfort == nil; up-- {
		steps = append(steps, step{fret + up, scale.UsualTonic(tonic.Class() + up).String()})
	}
	for _, s := range steps {
		if s.fret == fret {
			continue
		}
		b, ok := plan.InKeyNear(home, s.tonic, s.fret)
		if !ok {
			continue
		}
		made, err := plan.Build(b)
		if err != nil || made.Boxes[made.Box].LowFret != s.fret {
			continue
		}
		c.add(fmt.Sprintf("%s, the shape from fret %d", b.ScaleTitle(), s.fret), b)
	}
}

// maxBoxes bounds positions one by one.
const maxBoxes = 12

// boxes are the positions one by one, from the chosen one on.
func (c *course) boxes(home brief.Brief) {
	n := len(c.base.Boxes)
	if n > maxBoxes {
		c.remarks = append(c.remarks, fmt.Sprintf("The layout has %d boxes. The plan uses %d, starting from the chosen one.",
			n, maxBoxes))
	}
	for i := range min(n, maxBoxes) {
		if i == 0 {
			continue // it is there as it was asked for
		}
		at := (c.base.Box + i) % n
		b := brief.Fields.InBox(home, at)
		box := c.base.Boxes[at]
		c.add(fmt.Sprintf("%s, box %s, %s", b.ScaleTitle(), box.ID, box.FretWords()), b)
	}
}

// octaves are one to three from the same degree, as far as the neck goes.
func (c *course) octaves(home brief.Brief) {
	for n := 1; n <= brief.MaxOctaves; n++ {
		changes := brief.Changes{"layout.octaves": n, "layout.box": nil}
		if system, _ := table.Find(layout.Systems, c.base.Brief.Layout.System); !system.Uses.Span {
			changes["layout.system"], changes["layout.fromDegree"] = "from-degree", 1
		}
		b := brief.Fields.Change(home, changes)
		made, err := plan.Build(b)
		if err != nil || len(made.Boxes[made.Box].Missing) > 0 {
			c.remarks = append(c.remarks, fmt.Sprintf("This neck has no %s of %s.", countOctaves(n), b.ScaleTitle()))
			return
		}
		c.add(fmt.Sprintf("%s, %s", b.ScaleTitle(), countOctaves(n)), b)
	}
}

func countOctaves(n int) string {
	return [...]string{"", "one octave", "two octaves", "three octaves"}[n]
}

// keys carries the brief through the keys that are asked for, each where a round has it.
func (c *course) keys(r Request, home brief.Brief) error {
	carried := r.Brief
	if r.Keys != "" {
		carried.Round = brief.Round{Order: r.Keys}
	}
	if carried.Round.IsZero() {
		return nil
	}
	made, err := round.Build(carried)
	if err != nil && !r.Brief.Round.IsZero() {
		return fault.Under("brief.", err)
	}
	for _, s := range made.Stops {
		b := home
		if s.Tonic != c.base.Brief.Scale.Tonic { // it lies where the round has it, and is played as the brief says
			b = brief.Fields.Bare(b, "layout.box")
			b.Scale, b.Layout = s.Plan.Brief.Scale, s.Plan.Brief.Layout
		}
		c.add(pitch.Pretty(s.Title), b)
	}
	if err == nil {
		return nil
	}
	// The round has no place for some key: each then lies nearest to the hand.
	fret := c.base.Boxes[c.base.Box].LowFret
	order, _ := table.Find(brief.Orders, r.Keys)
	tonic := pitch.MustParseName(c.base.Brief.Scale.Tonic)
	for i := 1; i < scale.Keys; i++ {
		b, ok := plan.InKeyNear(home, scale.UsualTonic(tonic.Class()+i*max(order.Step, 1)).String(), fret)
		if ok {
			c.add(b.ScaleTitle(), b)
		} else {
			c.remarks = append(c.remarks, b.ScaleTitle()+" doesn't fit on this neck, so it's left out.")
		}
	}
	return nil
}

// slack is the share of the days at the end on which nothing is new.
const slack = 0.2

// introduce spreads the things to learn over the days, missed ones among them; the last
// days bring nothing new.
func (c *course) introduce(days, minutes int) {
	n := len(c.materials)
	fresh := freshDays(days)
	for fresh < days && fresh*minutes < n {
		fresh++
	}
	c.groups = make([][]int, fresh)
	for i := range n {
		at := i
		if n > fresh {
			at = i * fresh / n
		} else if n > 1 {
			at = i * (fresh - 1) / (n - 1)
		}
		c.groups[at] = append(c.groups[at], i)
	}
}

// freshDays are those at the beginning of so many that may bring something new.
func freshDays(days int) int { return max(days-int(math.Floor(slack*float64(days))), 1) }

// take gives what is new on a day of which so many are left that may bring something, itself among them. A day
// brings two groups only where the days that are left would not bring all.
func (c *course) take(left int) (out []int) {
	full := 0
	for _, g := range c.groups {
		if len(g) > 0 {
			full++
		}
	}
	if full >= left {
		c.groups = slices.DeleteFunc(c.groups, func(g []int) bool { return len(g) == 0 })
	}
	groups := 1
	if full > left {
		groups = (full + left - 1) / left
	}
	for ; groups > 0 && len(c.groups) > 0; groups-- {
		out = append(out, c.groups[0]...)
		c.groups = c.groups[1:]
	}
	return out
}

// oldMinutes is how long something old is played for at least.
const oldMinutes = 3

// rungsBack is by how much slower something new begins than the old has come; never beyond half of the way, and not in
// subdivisions so quick where there are slower ones.
const (
	rungsBack    = 2
	quickPerBeat = 4
)

// slowly is the rung at which something new begins when the old has come to a rung.
func (c *course) slowly(rung int) int {
	at := max(min(rung-rungsBack, c.first+(len(c.rungs)-1-c.first)/2), 0)
	for at > 0 && c.rungs[at].PerBeat >= quickPerBeat {
		at--
	}
	return at
}

// day is what is practised on the day at an index of so many.
func (c *course) day(date calendar.Day, at, days, minutes int) []Item {
	left := freshDays(days) - at
	if left < 1 {
		left = days - at // missed days have taken what was free
	}
	fresh := c.take(left)
	if len(fresh) > minutes { // what has no minute comes on the next day
		c.groups = slices.Insert(c.groups, 0, fresh[minutes:])
		fresh = fresh[:minutes]
	}
	rung := c.rungAt(at, days)
	old := c.dueOn(date)
	play, playOK := c.playing(rung)
	has := map[Kind]bool{WarmUp: c.warmUp != nil && minutes >= minMinutes, New: len(fresh) > 0, Old: len(old) > 0,
		Play: playOK && minutes >= 2*minMinutes}
	share := part(minutes, has, len(fresh))
	var items []Item
	if m := share[WarmUp]; m > 0 {
		items = append(items, Item{WarmUp, m, c.warmUp.Brief.ScaleTitle() + ", slowly", c.warmUp.Brief, c.warmUp.Rung})
	}
	for i, m := range spread(share[New], len(fresh)) {
		mat := &c.materials[fresh[i]]
		mat.rung = c.slowly(rung)
		items = append(items, Item{New, m, mat.what, mat.brief, c.rungs[mat.rung].Step})
		mat.mem = mat.mem.After(result.Clean, date)
		c.known = append(c.known, fresh[i])
	}
	old = old[:min(len(old), max(share[Old]/oldMinutes, 1))]
	for i, m := range spread(share[Old], len(old)) {
		mat := &c.materials[old[i]]
		if mat.back++; mat.back == 1 && mat.rung < rung {
			mat.rung = (mat.rung + rung + 1) / 2 // half of the way the first time
		} else {
			mat.rung = rung
		}
		items = append(items, Item{Old, m, mat.what, mat.brief, c.rungs[mat.rung].Step})
		mat.mem = mat.mem.After(result.Clean, date)
	}
	if m := share[Play]; m > 0 {
		play.Minutes = m
		c.started[play.key] = date
		items = append(items, play.Item)
	}
	return items
}

// rungAt is the rung of a day: from the first to the goal on the last day.
func (c *course) rungAt(at, days int) int {
	top := len(c.rungs) - 1
	if days < 2 {
		return c.first
	}
	return c.first + int(math.Round(float64(top-c.first)*float64(at)/float64(days-1)))
}

// dueOn are the known things in the order in which they ought to come back: what has never come back since it was new;
// what is due, the one most likely forgotten first, so that least is forgotten in all; then what was longest not played,
// so that every one has its turn.
func (c *course) dueOn(date calendar.Day) []int {
	out := slices.Clone(c.known)
	rank := func(i int) float64 {
		if c.materials[i].back == 0 {
			return -1
		}
		return min(c.materials[i].mem.Known(date), knowledge.Retention)
	}
	slices.SortStableFunc(out, func(a, b int) int {
		return cmp.Or(cmp.Compare(rank(a), rank(b)), c.materials[a].mem.Last.Compare(c.materials[b].mem.Last))
	})
	return out
}

// playKeys is how many keys are played through at the end of a day.
const playKeys = 4

type playItem struct {
	Item
	key string // that it starts from
}

// playing is the end of a day: the known keys played through, beginning with the one that
// was longest not begun with; a single one by itself.
func (c *course) playing(rung int) (playItem, bool) {
	if len(c.known) == 0 {
		return playItem{}, false
	}
	var keys []string
	at := map[string]int{}
	for _, i := range c.known {
		if k := c.materials[i].key; !slices.Contains(keys, k) {
			keys = append(keys, k)
			at[k] = i
		}
	}
	start := 0
	for i, k := range keys {
		if c.started[k].Compare(c.started[keys[start]]) < 0 {
			start = i
		}
	}
	turned := append(slices.Clone(keys[start:]), keys[:start]...)
	turned = turned[:min(len(turned), playKeys)]
	mat := c.materials[at[keys[start]]]
	for _, i := range c.known { // what is new today is not played quickly tonight
		if m := c.materials[i]; slices.Contains(turned, m.key) && m.back == 0 {
			rung = min(rung, m.rung)
		}
	}
	step := c.rungs[rung].Step
	if b, ok := c.through(mat.brief, turned); ok {
		return playItem{Item{Play, 0, "Play through " + pitch.Pretty(english.And(turned)) + " " + scaleName(mat.brief),
			b, step}, keys[start]}, true
	}
	return playItem{Item{Play, 0, "Play " + mat.what + " over the drone", mat.brief, step}, keys[start]}, true
}

// through is a brief carried through keys; ok is false for a single one, and where a round
// has no place for some key of the course.
func (c *course) through(b brief.Brief, keys []string) (brief.Brief, bool) {
	if len(keys) < 2 || !c.carries {
		return b, false
	}
	return inKeys(b, keys), true
}

func inKeys(b brief.Brief, keys []string) brief.Brief {
	b = brief.Fields.Bare(b, "layout.boxOctave")
	b.Round = brief.Round{Order: brief.OwnOrder, Keys: keys, Where: brief.Nearest, Link: "root-to-root"}
	return b
}

// carry looks whether a round has a place for every key of the course.
func (c *course) carry(home brief.Brief) {
	var keys []string
	for _, m := range c.materials {
		if !slices.Contains(keys, m.key) {
			keys = append(keys, m.key)
		}
	}
	_, err := round.Build(inKeys(home, keys[:min(len(keys), brief.MaxKeys)]))
	c.carries = err == nil
}
