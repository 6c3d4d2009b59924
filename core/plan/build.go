package plan

import (
	"math"
	"strconv"

	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/pitch"
	"evenladder/core/scale"
)

// Build works the plan out. A brief that cannot be met gives Errors, one for
// each field concerned.
func Build(b Brief) (Plan, error) {
	j, boxes, err := lay(b)
	if err != nil {
		return Plan{}, err
	}
	p, _, err := j.build(boxes)
	return p, err
}

// build works the plan of laid boxes out, and says what its run plays.
func (j *job) build(boxes []layout.Box) (Plan, sequence, error) {
	at := *j.brief.Layout.Box
	names := newNaming(j)
	parts := j.sentence()
	p := Plan{
		Brief:         j.brief,
		Sentence:      sentenceBuilder(parts).text(),
		SentenceParts: parts,
		Scale:         j.scalePlan(names),
		Neck:          j.neckPlan(names),
		Boxes:         make([]Box, len(boxes)),
		Box:           at,
	}
	p.Spoken = Spoken(p.Sentence)
	var chosen fingered
	for i, box := range boxes {
		f := j.finger(box)
		p.Boxes[i] = j.planBox(i, f, names)
		if i == at {
			chosen = f
		}
	}
	p.Comfort = j.comfort(chosen, p.Boxes[at].LowFret)
	seq, err := j.sequence(chosen, boxes)
	if err != nil {
		return Plan{}, seq, err
	}
	p.Run = j.play(seq, names)
	p.Cautions = j.cautions(p, chosen)
	return p, seq, nil
}

// lay resolves a brief and lays its boxes out, as far as fingers are not
// needed.
func lay(b Brief) (job, []layout.Box, error) {
	j, err := resolve(b)
	if err != nil {
		return job{}, nil, err
	}
	boxes, err := j.system.Boxes(j.request)
	if err != nil {
		return job{}, nil, Errors{{"layout.system", err.Error()}}
	}
	if len(boxes) == 0 {
		return job{}, nil, Errors{{"layout.highFret", "no note of the scale lies within these frets: give a wider stretch of the neck"}}
	}
	if at := *j.brief.Layout.Box; at >= len(boxes) {
		return job{}, nil, Errors{{"layout.box", strconv.Itoa(at) + " was given: this layout has boxes 0 to " + strconv.Itoa(len(boxes)-1)}}
	}
	return j, boxes, nil
}

// naming spells scale indexes once for the whole plan.
type naming struct {
	names, degrees, spoken []string
	labels                 []string // as the brief asks to say notes
}

func newNaming(j *job) naming {
	var n naming
	for i, name := range j.scale.Notes {
		n.names = append(n.names, name.String())
		n.degrees = append(n.degrees, j.scale.Formula[i].String())
		n.labels = append(n.labels, j.naming.Label(name, j.scale.Formula[i]))
		said := name.Spoken()
		if j.naming.ID != "english" {
			said = Spoken(n.labels[i])
		}
		n.spoken = append(n.spoken, said+", "+spokenDegree(j.scale.Formula[i]))
	}
	return n
}

func (n naming) note(p neck.Place, midi, index int) NeckNote {
	return NeckNote{String: p.String, Fret: p.Fret, MIDI: midi, Name: n.names[index], Degree: n.degrees[index]}
}

func (j *job) scalePlan(names naming) ScalePlan {
	s := ScalePlan{
		Title: j.title(j.scale.Tonic, j.scale.Name), Steps: j.scale.Formula.Steps(), KeySignature: j.scale.KeySignature(),
		Labels: names.labels, Related: []Related{}, Triads: j.chords(3), Sevenths: j.chords(4), Core: j.corePlan(),
	}
	for i, n := range j.scale.Notes {
		s.Notes = append(s.Notes, n.String())
		s.Degrees = append(s.Degrees, j.scale.Formula[i].String())
	}
	for _, r := range j.scale.Related() {
		s.Related = append(s.Related, Related{r.Relation, j.title(r.Tonic, r.Entry.Name), r.Tonic.String(), r.Entry.ID})
	}
	return s
}

// title is a key as the brief asks to say notes.
func (j *job) title(tonic pitch.Name, name string) string {
	return j.naming.Absolute(tonic) + " " + name
}

// corePlan is the scale as a pentatonic with other notes laid over it, beside
// the scales over the same core; nil where it is none.
func (j *job) corePlan() *CorePlan {
	core, ok := scale.CoreOf(j.scale.Formula)
	if !ok || len(j.scale.Formula) == len(core) {
		return nil
	}
	named, _ := scale.Named(core)
	c := &CorePlan{Title: j.title(j.scale.Tonic, named.Name), Formula: core.String(), Added: degreeStrings(scale.Beyond(j.scale.Formula, core)), Siblings: []Sibling{}}
	for _, s := range scale.Siblings(core) {
		if !s.Entry.Formula.Equal(j.scale.Formula) {
			c.Siblings = append(c.Siblings, Sibling{j.title(j.scale.Tonic, s.Entry.Name), s.Entry.ID, degreeStrings(s.Added)})
		}
	}
	return c
}

func degreeStrings(degrees []pitch.Degree) []string {
	out := []string{}
	for _, d := range degrees {
		out = append(out, d.String())
	}
	return out
}

// chords are the chords of the key with so many notes, made once.
func (j *job) chords(size int) []Chord {
	if known := j.chordsOf[size-3]; known != nil {
		return known
	}
	out := []Chord{}
	for _, c := range j.scale.Chords(size) {
		chord := Chord{Degree: c.Degree.String(), Symbol: j.naming.Absolute(c.Notes[0]) + c.Quality, Quality: c.Quality, Notes: make([]string, size)}
		for i, n := range c.Notes {
			chord.Notes[i] = n.String()
		}
		out = append(out, chord)
	}
	j.chordsOf[size-3] = out
	return out
}

func (j *job) neckPlan(names naming) NeckPlan {
	n := NeckPlan{Courses: *j.brief.Instrument.Courses, Frets: make([]Fret, j.neck.Frets+1)}
	for f := range n.Frets {
		n.Frets[f] = Fret{f, tenth(j.neck.FretMM(f))}
	}
	count := j.neck.Strings()
	n.Notes = make([]NeckNote, 0, count*(j.neck.Frets+1)*(j.scale.Len()+1)/12+count)
	for str := count; str >= 1; str-- {
		open := j.neck.Open(str)
		n.Strings = append(n.Strings, OpenString{str, open.String(), open.MIDI(), j.naming.Absolute(open.Name)})
		for f := range n.Frets {
			place := neck.Place{String: str, Fret: f}
			midi := j.neck.MIDI(place)
			if i := j.scale.Index(midi); i >= 0 {
				n.Notes = append(n.Notes, names.note(place, midi, i))
			}
		}
	}
	return n
}

// tenth rounds millimetres for reading.
func tenth(mm float64) float64 { return math.Round(mm*10) / 10 }

// Sentence is the sentence of a brief without the plan, empty when the brief
// cannot be met.
func Sentence(b Brief) string {
	j, err := resolve(b)
	if err != nil {
		return ""
	}
	return sentenceBuilder(j.sentence()).text()
}

// CheckInstrument reports what is wrong with an instrument on its own, or nil.
func CheckInstrument(in InstrumentBrief) error {
	j := job{brief: Brief{Instrument: in}}
	var errs Errors
	j.resolveInstrument(&errs)
	if len(errs) > 0 {
		return errs
	}
	return nil
}
