package phrase

import (
	"fmt"
	"math"
	"slices"
	"strconv"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/line"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Change asks for one change of a phrase.
type Change struct {
	ID    string       `json:"id"`              // of one of Changes
	From  int          `json:"from,omitempty"`  // first note that it is about, from 1; all where it is not given
	To    int          `json:"to,omitempty"`    // last note
	By    int          `json:"by,omitempty"`    // steps, half steps, octaves, frets or places, as the change has it; 1 where it is not given
	Scale *brief.Scale `json:"scale,omitempty"` // to carry it into
}

// Changed is a phrase after a change, as a brief has it.
type Changed struct {
	Text  string      `json:"text"`
	Scale brief.Scale `json:"scale"`
	From  int         `json:"from"` // the notes that were changed, to go on with; 0 for none
	To    int         `json:"to"`
	Left  []string    `json:"left"` // what could not be carried, and what came of it, in words
}

// changing is a phrase while it is changed: its notes from one to another, both counted from 0.
type changing struct {
	notes    []line.Note
	from, to int
	by       int
	scale    scale.Scale
	into     scale.Scale // that it is carried into
	brief    brief.Brief
	left     []string
}

// change is a row of the table of changes.
type change struct {
	table.Row
	make func(*changing) error
}

// Changes are all changes of a phrase: of some of its notes first, then of the whole.
var Changes = []change{
	{table.Row{ID: "step", Name: "a step of the scale"}, scaleSteps},
	{table.Row{ID: "half-step", Name: "a half step"}, halfSteps},
	{table.Row{ID: "octave", Name: "an octave"}, octaves},
	{table.Row{ID: "length", Name: "longer or shorter"}, lengths},
	{table.Row{ID: "move", Name: "earlier or later"}, moves},
	{table.Row{ID: "cut", Name: "split in two"}, cuts},
	{table.Row{ID: "join", Name: "joined"}, joins},
	{table.Row{ID: "legato", Name: "hammered on or pulled off", Why: "without a stroke; once more and it is struck again"},
		follows(run.Hammer, run.Pull)},
	{table.Row{ID: "glide", Name: "slid to", Why: "without a stroke; once more and it is struck again"}, follows(run.Slide)},
	{table.Row{ID: "repeat", Name: "repeated"}, repeats},
	{table.Row{ID: "remove", Name: "deleted"}, removes},
	{table.Row{ID: "rest", Name: "replaced with a rest"}, rests},
	{table.Row{ID: "backwards", Name: "backwards", Why: "backwards"}, backwards},
	{table.Row{ID: "upside-down", Name: "upside down", Why: "mirrored around the first note, within the scale"},
		upsideDown},
	{table.Row{ID: "through", Name: "through the scale", Why: "played from each step of an octave"}, through},
	{table.Row{ID: "scale", Name: "into another key or mode", Why: "by degree: a third stays a third"}, intoScale},
	{table.Row{ID: "slide", Name: "slid along the neck",
		Why: "the hand moves, open strings stay"}, slides},
}

// Changer asks for a change of a phrase that a brief plays.
type Changer struct {
	Brief  brief.Brief `json:"brief"` // whose run is the phrase
	Change Change      `json:"change"`
}

// maxBy bounds how far a change goes.
const maxBy = 24

// Apply changes the phrase that a brief plays. What cannot be met is a fault.List.
func Apply(c Changer) (Changed, error) {
	var faults fault.List
	row, ok := table.Find(Changes, c.Change.ID)
	if !ok {
		faults.Add("change.id", fault.Word(c.Change.ID, table.IDs(Changes)))
	}
	if c.Brief.Run.Pattern != run.Phrase {
		faults.Addf("brief.run.pattern", "%q was given: give %s, with the phrase", fault.Clip(c.Brief.Run.Pattern),
			run.Phrase)
	}
	faults.Between("change.by", c.Change.By, -maxBy, maxBy)
	if err := faults.Or(); err != nil {
		return Changed{}, err
	}
	r, err := brief.Read(c.Brief)
	if err != nil {
		faults.Under("brief.", err)
		return Changed{}, faults.Or()
	}
	p := changing{notes: slices.Clone(r.Phrase.Notes), from: max(c.Change.From, 1) - 1, to: c.Change.To - 1,
		by: c.Change.By, scale: r.Scale, into: r.Scale, brief: r.Brief}
	if c.Change.From == 0 && c.Change.To == 0 {
		p.to = len(p.notes) - 1
	}
	if p.by == 0 {
		p.by = 1
	}
	if p.from > p.to || p.to >= len(p.notes) {
		return Changed{}, fault.At("change.to",
			"notes %d to %d were given: give two of the %d notes, the earlier first", c.Change.From, c.Change.To,
			len(p.notes))
	}
	if s := c.Change.Scale; s != nil {
		if p.into, err = brief.ReadScale(*s); err != nil {
			faults.Under("change.", err)
			return Changed{}, faults.Or()
		}
	}
	if err := row.make(&p); err != nil {
		return Changed{}, err
	}
	if err := p.check(); err != nil {
		return Changed{}, err
	}
	out := Changed{Text: line.Text(p.notes, p.into, true), Scale: scaleBrief(p.into), Left: append([]string{}, p.left...)}
	if c.Change.From > 0 {
		out.From, out.To = p.from+1, min(p.to, len(p.notes)-1)+1
	}
	return out, nil
}

// check holds a changed phrase to what a phrase may be.
func (p *changing) check() error {
	if n := len(p.notes); n == 0 || n > line.MaxNotes {
		return fault.At("change", "the phrase would have %d notes: a phrase has 1 to %d", n, line.MaxNotes)
	}
	for _, n := range p.notes {
		if n.MIDI < 0 || n.MIDI > pitch.MaxMIDI {
			return fault.At("change", "note %d would be out of range: give a smaller step", n.MIDI)
		}
	}
	if len(line.Text(p.notes, p.into, true)) > brief.MaxPhrase {
		return fault.At("change", "the phrase would be too long to save: use a part of it")
	}
	return nil
}

// chosen are the notes that the change is about.
func (p *changing) chosen() []line.Note { return p.notes[p.from : p.to+1] }

func (p *changing) replace(notes []line.Note) { copy(p.notes[p.from:], notes) }

func scaleSteps(p *changing) error {
	p.replace(line.Stepped(p.chosen(), p.scale, func(_ int, at line.Step) line.Step {
		if at.Beside > 0 && p.by < 0 {
			return line.Step{Of: at.Of + p.by + 1} // down to the note that it lies beside
		}
		return line.Step{Of: at.Of + p.by}
	}))
	return nil
}

func halfSteps(p *changing) error {
	p.replace(line.Transposed(p.chosen(), p.by))
	return nil
}

func octaves(p *changing) error {
	p.replace(line.Transposed(p.chosen(), p.by*octave))
	return nil
}

// values are the lengths that a note goes through as it is made longer, in beats.
var values = []float64{1.0 / 4, 1.0 / 3, 1.0 / 2, 2.0 / 3, 3.0 / 4, 1, 3.0 / 2, 2, 3, 4, 6, 8}

// lengths makes each note as many values longer; what follows moves along.
func lengths(p *changing) error {
	for i := p.from; i <= p.to; i++ {
		at := 0
		for k, v := range values {
			if math.Abs(v-p.notes[i].Beats) < math.Abs(values[at]-p.notes[i].Beats) {
				at = k
			}
		}
		long := values[min(max(at+p.by, 0), len(values)-1)]
		p.later(i+1, long-p.notes[i].Beats)
		p.notes[i].Beats = long
	}
	return nil
}

// later moves the notes from one on by beats.
func (p *changing) later(from int, beats float64) {
	for i := from; i < len(p.notes); i++ {
		p.notes[i].At += beats
	}
}

// moves lets the notes change places with those before or after them, with their lengths.
func moves(p *changing) error {
	for range max(p.by, -p.by) {
		switch {
		case p.by > 0 && p.to+1 < len(p.notes):
			p.swap(p.from, p.to+1, p.to+2)
			p.from, p.to = p.from+1, p.to+1
		case p.by < 0 && p.from > 0:
			p.swap(p.from-1, p.from, p.to+1)
			p.from, p.to = p.from-1, p.to-1
		}
	}
	return nil
}

// swap plays the notes from a middle on before those ahead of it.
func (p *changing) swap(from, middle, end int) {
	first, second := slices.Clone(p.notes[from:middle]), slices.Clone(p.notes[middle:end])
	start, turn := first[0].At, second[0].At
	over := p.notes[end-1].At + p.notes[end-1].Beats
	for i := range second {
		second[i].At -= turn - start
	}
	for i := range first {
		first[i].At += over - turn
	}
	copy(p.notes[from:], append(second, first...))
}

func cuts(p *changing) error {
	var out []line.Note
	for _, n := range p.chosen() {
		n.Beats /= 2
		second := n
		second.At += n.Beats
		out = append(out, n, second)
	}
	p.notes = slices.Replace(p.notes, p.from, p.to+1, out...)
	p.to += p.to - p.from + 1
	return nil
}

// follows lets notes follow on the one before in a way, a hammer upwards and a pull downwards; where all of them do, they are
// struck again. The first note of a phrase has nothing to follow.
func follows(as ...run.Stroke) func(*changing) error {
	return func(p *changing) error {
		from := max(p.from, 1)
		if from > p.to {
			return fault.At("change.from", "note 1 was given: nothing comes before it, so give a later one")
		}
		struck := slices.ContainsFunc(p.notes[from:p.to+1], func(n line.Note) bool { return !slices.Contains(as, n.Stroke) })
		for i := from; i <= p.to; i++ {
			switch falls := p.notes[i].MIDI < p.notes[i-1].MIDI; {
			case !struck:
				p.notes[i].Stroke = ""
			case falls:
				p.notes[i].Stroke = as[len(as)-1]
			default:
				p.notes[i].Stroke = as[0]
			}
		}
		return nil
	}
}

// joins holds the first note until the last ends; of one note, that and the next are joined.
func joins(p *changing) error {
	if p.to == p.from {
		p.to = min(p.to+1, len(p.notes)-1)
	}
	last := p.notes[p.to]
	p.notes[p.from].Beats = last.At + last.Beats - p.notes[p.from].At
	p.notes = slices.Delete(p.notes, p.from+1, p.to+1)
	p.to = p.from
	return nil
}

func repeats(p *changing) error {
	again := slices.Clone(p.chosen())
	last := again[len(again)-1]
	long := last.At + last.Beats - again[0].At
	for i := range again {
		again[i].At += long
	}
	p.later(p.to+1, long)
	p.notes = slices.Insert(p.notes, p.to+1, again...)
	p.from, p.to = p.to+1, p.to+len(again)
	return nil
}

// removes takes the notes out and closes the gap.
func removes(p *changing) error {
	if len(p.chosen()) == len(p.notes) {
		return fault.At("change", "no note would be left: give fewer notes")
	}
	end := p.notes[p.to].At + p.notes[p.to].Beats
	if p.to+1 < len(p.notes) {
		end = p.notes[p.to+1].At
	}
	p.later(p.to+1, p.notes[p.from].At-end)
	p.notes = slices.Delete(p.notes, p.from, p.to+1)
	p.from = min(p.from, len(p.notes)-1)
	p.to = p.from
	return nil
}

// rests takes the notes out and leaves their time.
func rests(p *changing) error {
	if len(p.chosen()) == len(p.notes) {
		return fault.At("change", "no note would be left: give fewer notes")
	}
	p.notes = slices.Delete(p.notes, p.from, p.to+1)
	p.from = min(p.from, len(p.notes)-1)
	p.to = p.from
	return nil
}

func backwards(p *changing) error {
	start := p.notes[p.from].At
	turned := line.Backwards(p.chosen())
	for i := range turned {
		turned[i].At += start
	}
	p.replace(turned)
	return nil
}

func upsideDown(p *changing) error {
	p.replace(line.UpsideDown(p.chosen(), p.scale))
	return nil
}

func through(p *changing) error {
	if n := len(p.chosen()) * (p.scale.Len() + 1); n > line.MaxNotes {
		return fault.At("change", "the phrase would have %d notes: give a shorter cell, for %d at most", n,
			line.MaxNotes)
	}
	p.notes = line.Through(p.chosen(), p.scale, p.scale.Len()+1)
	p.from, p.to = 0, len(p.notes)-1
	return nil
}

func intoScale(p *changing) error {
	there := line.InScale(p.notes, p.scale, p.into)
	var not []string
	for i, n := range there {
		if p.into.Index(n.MIDI) < 0 && p.scale.Index(p.notes[i].MIDI) >= 0 {
			not = append(not, strconv.Itoa(i+1))
		}
	}
	if len(not) > 0 {
		what := "notes " + english.And(not)
		if len(not) == 1 {
			what = "note " + not[0]
		}
		p.left = append(
			p.left,
			fmt.Sprintf("%s has no place for %s: kept as far from the tonic as before", p.into.Title(), what),
		)
	}
	p.notes = there
	return nil
}

// slides moves the stopped places of the phrase as it lies by frets; open strings stay.
func slides(p *changing) error {
	made, err := plan.Build(p.brief)
	if err != nil {
		return err
	}
	for i, e := range made.Run.Events {
		if i >= len(p.notes) {
			break
		}
		place := e.Place
		p.notes[i].MIDI = e.MIDI
		if place.Fret > 0 {
			place.Fret += p.by
			p.notes[i].MIDI += p.by
		}
		if place.Fret < 0 || place.Fret >= len(made.Neck.Frets) || e.Fret > 0 && place.Fret == 0 {
			return fault.At("change.by", "%d was given: note %d would leave the frets 1 to %d", p.by, i+1,
				len(made.Neck.Frets)-1)
		}
		p.notes[i].Place, p.notes[i].Finger = &place, 0
	}
	var sounds uint16
	for _, n := range p.notes {
		sounds |= 1 << line.Above(n.MIDI, p.into)
	}
	if near := scale.Nearest(p.into.Tonic, sounds); near != "" {
		p.left = append(p.left, "now "+near)
	}
	return nil
}
