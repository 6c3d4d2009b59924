package run

// Stroke is how one note is sounded.
type Stroke string

// The strokes: of a pick or a bow, of the fretting hand, and of the fingers
// that pluck.
const (
	DownStroke Stroke = "down"
	UpStroke   Stroke = "up"
	Hammer     Stroke = "hammer"
	Pull       Stroke = "pull"
	Slide      Stroke = "slide"
	Thumb      Stroke = "p"
	IndexPluck Stroke = "i"
	Middle     Stroke = "m"
	RingPluck  Stroke = "a"
)

// Struck is what a stroke has to know of a note.
type Struck struct {
	String, Fret, Finger int
	Rank                 int    // of the string among those in use, from the one nearest to the ceiling
	Moved                bool   // the hand moved before it
	As                   Stroke // Hammer, Pull or Slide that is asked for; empty for what the picking gives
}

// Sound is how one note of a run is sounded.
type Sound struct {
	Stroke
	Sweep bool // the pick or the finger goes on from the string before in one stroke
	Slur  bool // it is in one bow with the note before
}

// sounding is a run as it is being sounded.
type sounding struct {
	run     []Struck
	strings int // in use
	lead    int // notes before the first bar
	out     []Sound
}

// Sounds sound a run. Strings counts those in use; lead is how many notes come
// before the first bar, so that its first note is a down stroke.
func (p Picking) Sounds(run []Struck, strings, lead int) []Sound {
	s := sounding{run, strings, lead, make([]Sound, len(run))}
	for i := range run {
		s.out[i] = p.sound(&s, i)
		if joined := joins(run[i], s.before(i)); joined != "" {
			s.out[i] = Sound{Stroke: joined}
		}
	}
	return s.out
}

// before is the note before another on its way, nil for the first.
func (s *sounding) before(i int) *Struck {
	if i == 0 {
		return nil
	}
	return &s.run[i-1]
}

// downOrUp is the stroke so many strokes after the first down stroke, or before
// it.
func downOrUp(strokes int) Sound {
	if strokes%2 != 0 {
		return Sound{Stroke: UpStroke}
	}
	return Sound{Stroke: DownStroke}
}

func alternate(s *sounding, i int) Sound { return downOrUp(i - s.lead) }

func downstrokes(*sounding, int) Sound { return Sound{Stroke: DownStroke} }

// economy goes on in the way the pick already moves when it crosses to another
// string: down towards the floor, up towards the ceiling. Two such strokes in
// a row are a sweep.
func economy(s *sounding, i int) Sound {
	n, before := s.run[i], s.before(i)
	stroke := DownStroke
	switch {
	case before == nil:
		stroke = alternate(s, i).Stroke
	case n.String > before.String, n.String == before.String && s.out[i-1].Stroke == DownStroke:
		stroke = UpStroke
	}
	return Sound{Stroke: stroke, Sweep: before != nil && n.String != before.String && stroke == s.out[i-1].Stroke}
}

// legato strikes the first note of a string, and what the hand cannot slur.
func legato(s *sounding, i int) Sound {
	if stroke := slur(s.run[i], s.before(i)); stroke != "" {
		return Sound{Stroke: stroke}
	}
	strokes := 0
	for _, so := range s.out[:i] {
		if so.Stroke == DownStroke || so.Stroke == UpStroke {
			strokes++
		}
	}
	return downOrUp(strokes - s.lead)
}

// slur is how a note follows on its string without a stroke: a slide where the
// same finger takes it along, a hammer upwards, a pull downwards; empty where
// it needs a stroke, as it does when the hand moves for another finger.
func slur(n Struck, before *Struck) Stroke {
	switch {
	case before == nil || n.String != before.String || n.Fret == before.Fret:
		return ""
	case n.Finger == before.Finger && n.Finger > 0:
		return Slide
	case n.Moved:
		return ""
	case n.Fret > before.Fret:
		return Hammer
	}
	return Pull
}

// joins is how a note that is asked to follow without a stroke does so: a slide as it is asked for, a hammer upwards, a pull
// downwards; empty where nothing is asked, or another string or the same fret can't.
func joins(n Struck, before *Struck) Stroke {
	switch {
	case n.As == "" || before == nil || n.String != before.String || n.Fret == before.Fret:
		return ""
	case n.As == Slide:
		return Slide
	case n.Fret > before.Fret:
		return Hammer
	}
	return Pull
}

// byString gives the strings nearest to the floor a finger each, the ring finger
// too where there are more than three, and all others to the thumb.
func byString(s *sounding, i int) Sound {
	fingers := []Stroke{Thumb, IndexPluck, Middle, RingPluck}
	if s.strings <= 3 {
		fingers = fingers[:3]
	}
	return Sound{Stroke: fingers[max(s.run[i].Rank-max(s.strings-len(fingers), 0), 0)]}
}

// inTurn plucks with index and middle finger.
func inTurn(s *sounding, i int) Sound {
	if i > 0 && s.out[i-1].Stroke == IndexPluck {
		return Sound{Stroke: Middle}
	}
	return Sound{Stroke: IndexPluck}
}

// raking is in turn, but a finger that goes to the next string towards the
// ceiling falls through to it.
func raking(s *sounding, i int) Sound {
	if before := s.before(i); before != nil && s.run[i].Rank == before.Rank-1 {
		return Sound{Stroke: s.out[i-1].Stroke, Sweep: true}
	}
	return inTurn(s, i)
}

// bowed takes so many notes in a bow, counted from the first bar.
func bowed(notes int) func(*sounding, int) Sound {
	return func(s *sounding, i int) Sound {
		at := i - s.lead
		bow := at / notes
		if at < 0 {
			bow = -((notes - 1 - at) / notes)
		}
		sound := downOrUp(bow)
		sound.Slur = i > 0 && at != bow*notes
		return sound
	}
}
