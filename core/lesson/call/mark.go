package call

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/theory/pitch"
)

// Ids of the verdicts.
const (
	Right   = "right"
	TooHigh = "too-high"
	Far     = "far"
	Partly  = "partly"
	Wrong   = "wrong"
	Again   = "again"
)

// Verdicts are what an answer may come to.
var Verdicts = []table.Row{
	{ID: Right, Name: "right"},
	{ID: TooHigh, Name: "right note, too high"},
	{ID: Far, Name: "right note, but far away"},
	{ID: Partly, Name: "partly right"},
	{ID: Wrong, Name: "not that one"},
	{ID: Again, Name: "try again", Why: "not understood, and not counted"},
}

// Given is an answer: one of its fields, whichever way it came.
type Given struct {
	Place  *neck.Place  `json:"place,omitempty"`  // pressed on the neck
	Places []neck.Place `json:"places,omitempty"` // several of them
	MIDI   *int         `json:"midi,omitempty"`   // played, by microphone or MIDI
	Text   string       `json:"text,omitempty"`   // typed
	Right  *bool        `json:"right,omitempty"`  // said aloud, and judged by the teacher
	OffMS  *int         `json:"offMs,omitempty"`  // from the beat that it was due on, early below zero; where calls play on
}

// Answered asks for the verdict on an answer to one call.
type Answered struct {
	Request        // Said are the calls before it
	Given   Given  `json:"given"`
	Answers string `json:"answers"` // the ask that is answered
}

// Marked is the verdict on an answer.
type Marked struct {
	Verdict string          `json:"verdict"` // id of one of Verdicts
	Words   string          `json:"words"`   // for the player
	Time    string          `json:"time"`    // "early", "on" or "late" where it was due on a beat
	Call    Call            `json:"call"`    // with its right answer
	Facts   map[string]bool `json:"facts"`   // what it showed to be known or not
	Slips   []Slip          `json:"slips"`   // of what was spelled
	Missed  []neck.Place    `json:"missed"`  // places that were not found
	Extra   []neck.Place    `json:"extra"`   // places that are another note
	Anchors []piece.Note    `json:"anchors"` // the 1 and its 5, from which numbers are found
}

const (
	maxGiven    = 200 // characters typed
	mostPlaces  = 200
	mostMIDI    = 127
	mostOffMS   = 60_000
	onTimeShare = 4 // an answer is on time within this part of a beat
)

// Mark judges an answer. What cannot be an answer is a fault.List; what was not understood
// has the verdict Again.
func Mark(a Answered) (Marked, error) {
	var faults fault.List
	a.Given.check(&faults)
	if faults != nil {
		return Marked{}, faults
	}
	k, m, err := a.Request.open()
	if err != nil {
		return Marked{}, err
	}
	asks, err := readEach("answers", k, m, []string{a.Answers})
	if err != nil {
		return Marked{}, err
	}
	c, err := k.call(m, asks[0])
	if err != nil {
		return Marked{}, fault.At("answers", "%v", err)
	}
	c.N = len(a.Said) + 1
	out := Marked{Call: c, Facts: map[string]bool{}, Slips: []Slip{}, Missed: []neck.Place{}, Extra: []neck.Place{},
		Anchors: m.anchorNotes()}
	out.judge(k, m, a.Given)
	if out.Verdict != Again {
		for _, f := range c.Facts {
			if _, ok := out.Facts[f]; !ok {
				out.Facts[f] = out.Verdict == Right
			}
		}
	}
	if off := a.Given.OffMS; off != nil {
		out.Time = timing(*off, *m.Brief.Rhythm.TempoBPM)
	}
	return out, nil
}

func (g Given) check(faults *fault.List) {
	ways := 0
	for _, given := range []bool{g.Place != nil, g.Places != nil, g.MIDI != nil, g.Text != "", g.Right != nil} {
		if given {
			ways++
		}
	}
	if ways != 1 {
		faults.Addf("given", "%d ways were given: give one of place, places, midi, text and right", ways)
	}
	if len(g.Text) > maxGiven {
		faults.Addf("given.text", "%d characters were given: give %d at most", len(g.Text), maxGiven)
	}
	if len(g.Places) > mostPlaces {
		faults.Addf("given.places", "%d were given: give %d at most", len(g.Places), mostPlaces)
	}
	if g.MIDI != nil {
		faults.Between("given.midi", *g.MIDI, 0, mostMIDI)
	}
	if g.OffMS != nil {
		faults.Between("given.offMs", *g.OffMS, -mostOffMS, mostOffMS)
	}
}

// timing says how an answer came beside its beat.
func timing(offMS, tempoBPM int) string {
	allowed := 60_000 / tempoBPM / onTimeShare
	switch {
	case offMS < -allowed:
		return "early"
	case offMS > allowed:
		return "late"
	}
	return "on"
}

func (out *Marked) say(verdict, words string) { out.Verdict, out.Words = verdict, words }

func (out *Marked) judge(k Kind, m *setting, g Given) {
	switch {
	case g.Right != nil && *g.Right:
		out.say(Right, out.Call.Why)
	case g.Right != nil:
		out.say(Wrong, out.Call.Why)
	case g.MIDI != nil:
		out.heard(m, *g.MIDI)
	case k.By == ByPlace:
		out.place(m, g)
	case k.By == ByPlaces:
		out.places(m, g)
	default:
		out.text(k, m, g)
	}
}

// heard judges a note that was played: its pitch tells the octave and not the string.
func (out *Marked) heard(m *setting, midi int) {
	a := out.Call.Answer
	switch {
	case a.Note == nil && len(a.Notes) == 0:
		out.say(Again, "You can't answer this by playing. Type it, or say it aloud.")
	case a.Note == nil && slices.ContainsFunc(a.Notes, func(n piece.Note) bool { return n.MIDI == midi }):
		out.say(Right, out.Call.Why)
	case slices.ContainsFunc(out.Call.Also, func(o Other) bool { return o.MIDI == midi && o.How == Right }):
		out.say(Right, out.Call.Why)
	case a.Note == nil || (midi-a.MIDI)%octave != 0:
		out.say(Wrong, "You played "+m.Say(m.nameOf(midi))+". "+out.rightAnswer(m))
	case midi == a.MIDI:
		out.say(Right, out.Call.Why)
	case midi > a.MIDI:
		out.say(TooHigh, out.rightAnswer(m))
	default:
		out.say(Far, out.rightAnswer(m))
	}
}

// place judges one place that was pressed or typed.
func (out *Marked) place(m *setting, g Given) {
	p := g.Place
	if p == nil {
		typed, ok := TypedPlace(g.Text)
		if !ok {
			out.placeByName(m, g.Text)
			return
		}
		p = &typed
	}
	a := out.Call.Answer.Note
	if !m.onNeck(*p) {
		out.say(Again, fmt.Sprintf("This neck has strings 1 to %d and frets up to %d.", m.Neck.Strings(), m.Neck.Frets))
		return
	}
	midi := m.Neck.MIDI(*p)
	switch {
	case *p == a.Place || slices.ContainsFunc(out.Call.Also, func(o Other) bool { return o.Place == *p && o.How == Right }):
		out.say(Right, out.Call.Why)
	case (midi-a.MIDI)%octave != 0:
		out.say(Wrong, "That is "+m.Say(m.nameOf(midi))+". "+out.rightAnswer(m))
	case midi > a.MIDI:
		out.say(TooHigh, out.rightAnswer(m))
	default:
		out.say(Far, out.rightAnswer(m))
	}
}

// placeByName judges the name of the note in place of its place.
func (out *Marked) placeByName(m *setting, text string) {
	a := out.Call.Answer
	name, ok := m.Naming.Typed(text, m.Scale.Tonic)
	switch {
	case !ok:
		out.say(Again, "Press the place on the neck, or type string and fret, such as 3/5, or the name of the note.")
	case name.Class() == a.MIDI%octave:
		out.say(Right, out.rightAnswer(m))
	default:
		out.say(Wrong, "Not "+m.Say(name)+". "+out.rightAnswer(m))
	}
}

func (m *setting) onNeck(p neck.Place) bool {
	return p.String >= 1 && p.String <= m.Neck.Strings() && p.Fret >= 0 && p.Fret <= m.Neck.Frets
}

// rightAnswer shows where the answer lies, and why.
func (out *Marked) rightAnswer(m *setting) string {
	a := out.Call.Answer
	if a.Note == nil {
		return out.Call.Why
	}
	return english.Capital(placeWords(a.Place)) + ", " + m.Say(pitch.MustParseName(a.Name)) + ": " +
		lowered(out.Call.Why)
}

// lowered begins a sentence after a colon, where its first word is no name.
func lowered(s string) string {
	if len(s) > 1 && s[1] >= 'a' && s[1] <= 'z' {
		return strings.ToLower(s[:1]) + s[1:]
	}
	return s
}

// places judges the places that were found, each for itself.
func (out *Marked) places(m *setting, g Given) {
	given := g.Places
	if g.Place != nil {
		given = []neck.Place{*g.Place}
	}
	for part := range strings.FieldsFuncSeq(g.Text, func(r rune) bool {
		return r == ',' || r == ';' || r == ' ' &&
			strings.Contains(g.Text, "/")
	}) {
		p, ok := TypedPlace(part)
		if !ok || !m.onNeck(p) {
			out.say(Again, fmt.Sprintf("%q isn't a place. Type string and fret, such as 3/5.", fault.Clip(part)))
			return
		}
		given = append(given, p)
	}
	if len(given) == 0 {
		out.say(Again, "Press every place on the neck, then Check.")
		return
	}
	found := 0
	wanted := out.Call.Answer.Notes
	for _, n := range wanted {
		hit := slices.Contains(given, n.Place)
		out.Facts[m.placeFact(n.Place)] = hit
		if hit {
			found++
		} else {
			out.Missed = append(out.Missed, n.Place)
		}
	}
	class := wanted[0].MIDI % octave
	for _, p := range given {
		if m.onNeck(p) && m.Neck.MIDI(p)%octave != class && !slices.Contains(out.Extra, p) {
			out.Extra = append(out.Extra, p)
			out.Facts[m.placeFact(p)] = false
		}
	}
	switch {
	case found == len(wanted) && len(out.Extra) == 0:
		out.say(Right, out.Call.Why)
	case found == 0:
		out.say(Wrong, out.Call.Why)
	default:
		out.say(Partly, foundWords(found, len(wanted), len(out.Extra)))
	}
}

func foundWords(found, of, extra int) string {
	words := fmt.Sprintf("%d of %s found", found, english.Count(of, "place", "places"))
	if extra > 0 {
		words += fmt.Sprintf(", and %s that %s another note", english.CountInWords(extra, "place", "places"),
			isAre(extra))
	}
	return words + "."
}

func isAre(n int) string {
	if n == 1 {
		return "is"
	}
	return "are"
}

// text judges a word or words that were typed. Nonsense is asked again.
func (out *Marked) text(k Kind, m *setting, g Given) {
	words := out.Call.Answer.Words
	switch {
	case g.Place != nil:
		out.byPlace(m, *g.Place)
	case g.Text == "":
		out.say(Again, "Type the answer, or say it aloud.")
	case k.By == ByYes:
		out.yes(g.Text)
	case k.ID == "fingers":
		out.finger(g.Text)
	case k.ID == "name" && m.saying() != "note":
		out.degree(m, g.Text)
	case k.By == ByNames:
		out.names(k, m, g.Text)
	default:
		text, mode := g.Text, ""
		if k.ID != "name" {
			text, mode = withoutMode(g.Text)
		}
		name, ok := m.Naming.Typed(text, m.Scale.Tonic)
		if !ok {
			out.say(Again, fmt.Sprintf("%q isn't a note. Type a name such as F♯, f sharp or fis.", fault.Clip(g.Text)))
			return
		}
		want := pitch.MustParseName(words[0])
		switch {
		case mode != "" && mode != m.modeOf(k):
			out.say(Wrong, fmt.Sprintf("It is %s. %s", m.Say(want), out.Call.Why))
		case name == want:
			out.say(Right, out.Call.Why)
		case name.Class() == want.Class() && k.ID == "name":
			out.say(Right, fmt.Sprintf("%s sounds the same, but this key uses %s.", m.Say(name), m.Say(want)))
		default:
			out.say(Wrong, fmt.Sprintf("It is %s. %s", m.Say(want), out.Call.Why))
		}
	}
}

// modeOf is the mode of the key that is asked for.
func (m *setting) modeOf(k Kind) string {
	if m.Scale.MinorType() != (k.ID == "relative") {
		return "minor"
	}
	return "major"
}

// byPlace judges a note that is asked for by name and was pressed on the neck.
func (out *Marked) byPlace(m *setting, p neck.Place) {
	a := out.Call.Answer.Note
	if a == nil || !m.onNeck(p) {
		out.say(Again, "You can't answer this on the neck. Type it, or say it aloud.")
		return
	}
	if m.Neck.MIDI(p)%octave == a.MIDI%octave && p != a.Place {
		out.say(Right, out.Call.Why)
		return
	}
	out.say(Again, "Name the marked place, or press the same note somewhere else.")
}

func (out *Marked) yes(text string) {
	word, ok := yesWords[strings.ToLower(strings.TrimSpace(text))]
	switch {
	case !ok:
		out.say(Again, "Answer yes or no.")
	case word == out.Call.Answer.Words[0]:
		out.say(Right, out.Call.Why)
	default:
		out.say(Wrong, out.Call.Why)
	}
}

func (out *Marked) finger(text string) {
	finger, ok := TypedFinger(text)
	switch {
	case !ok:
		out.say(Again, fmt.Sprintf("%q isn't a finger. Type 1 to 4, or index, middle, ring or little.", fault.Clip(text)))
	case finger == out.Call.Answer.Words[0]:
		out.say(Right, out.Call.Why)
	default:
		out.say(Wrong, out.Call.Why)
	}
}

// degree judges a number or an interval; what sounds the same is the same here.
func (out *Marked) degree(m *setting, text string) {
	d, ok := pitch.TypedDegree(text)
	want, _ := m.Scale.Tonic.DegreeOf(pitch.MustParseName(out.Call.Answer.Name))
	switch {
	case !ok:
		out.say(Again, fmt.Sprintf("%q isn't a degree. Type 5, b3, flat three or minor third.", fault.Clip(text)))
	case d == want:
		out.say(Right, out.Call.Why)
	case (d.Semitones()-want.Semitones())%octave == 0:
		out.say(Right, fmt.Sprintf("%s sounds the same, but this key uses %s.", d.Pretty(), want.Pretty()))
	default:
		out.say(Wrong, fmt.Sprintf("It is the %s: %s", want.Pretty(), out.Call.Why))
	}
}

// names judges what was spelled.
func (out *Marked) names(k Kind, m *setting, text string) {
	want := out.Call.Answer.Words
	if len(want) == 0 && slices.Contains([]string{"none", "no", "nothing", "0", "-"},
		strings.ToLower(strings.TrimSpace(text))) {
		out.say(Right, out.Call.Why)
		return
	}
	if fifths, ok := typedSigns(text); ok && k.ID == "signature" {
		if fifths == m.inKey(out.Call.Ask).KeySignature().Fifths {
			out.say(Right, out.Call.Why)
		} else {
			out.say(Wrong, out.Call.Why)
		}
		return
	}
	names, wrong, ok := m.Naming.TypedList(text, m.Scale.Tonic)
	if !ok {
		out.say(Again, fmt.Sprintf("%q isn't a note. Type the names in order, such as F♯, f sharp or fis, or type none.", wrong))
		return
	}
	given := make([]string, len(names))
	for i, n := range names {
		given[i] = n.String()
	}
	closed := k.ID == "spell" && len(given) == len(want)-1 // the tonic at the end may go unsaid
	if closed {
		want = want[:len(want)-1]
	}
	out.Slips = Slips(want, given, BothSteps, m.Say)
	if len(out.Slips) == 0 {
		out.say(Right, out.Call.Why)
		return
	}
	right := make([]string, len(want))
	for i, w := range want {
		right[i] = m.Say(pitch.MustParseName(w))
	}
	words := out.Slips[0].Words
	if len(right) > 0 {
		words += " " + strings.Join(right, " ") + "."
	}
	out.say(Wrong, words)
}
