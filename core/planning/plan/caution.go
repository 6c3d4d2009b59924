package plan

import (
	"fmt"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/hand"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Caution codes.
const (
	CautionByHand     = "by-hand"    // what the fingers set by hand ask for
	CautionUnused     = "unused"     // what the brief names changes nothing here
	CautionSpan       = "span"       // the chosen box opens the hand past its comfortable limit
	CautionRefit      = "refit"      // the chosen box was changed to keep within the hand's greatest opening
	CautionIncomplete = "incomplete" // the chosen box lacks notes
	CautionCore       = "core"       // the five forms are those of a pentatonic with altered notes
	CautionShared     = "shared"     // neighbours of a campanella share a string
	CautionJump       = "jump"       // the hand jumps in the chosen box
	CautionCare       = "care"       // goes with a span
	CautionEnding     = "ending"     // the run stops on a note outside the chord
	CautionUneven     = "uneven"     // the run does not come to fill whole bars
	CautionSpelling   = "spelling"   // the key has an easier spelling
	CautionRespelled  = "respelled"  // notes past double accidentals have the name of their sound

	CautionPrefer = "prefer" // reaching or shifting rather than the other changes nothing here
	CautionThumb  = "thumb"  // the thumb position begins

	CautionPhraseWay    = "phrase-way"    // the phrase does not lie as it was asked to
	CautionPhraseOctave = "phrase-octave" // it is played in another octave than it is written in
)

// quiet are the cautions that only tell: nothing is to be done about them.
var quiet = map[string]bool{
	CautionIncomplete: true, CautionCore: true, CautionEnding: true, CautionUneven: true, CautionUnused: true,
	CautionSpelling: true, CautionRespelled: true, CautionCare: true, CautionPhraseOctave: true, CautionPrefer: true,
	CautionThumb: true,
}

func (m *maker) cautions(p Plan, chosen fingered, seq sequence) []Caution {
	out := m.allCautions(p, chosen, seq)
	for i := range out {
		out[i].Quiet = quiet[out[i].Code]
	}
	return out
}

func (m *maker) allCautions(p Plan, chosen fingered, seq sequence) []Caution {
	out := []Caution{}
	if m.Pattern.Uses.Phrase {
		out = append(out, m.phraseCautions(seq.phrase)...)
		if w := m.phraseOpening(seq); w.Over() > 0 {
			out = append(out, wide("The phrase", w, "another place for it, or a higher position")...)
		}
	} else {
		out = append(out, m.boxCautions(p, chosen)...)
	}
	if !p.Run.EndsOn.InChord && m.Finish == run.AsWritten {
		out = append(out, Caution{Code: CautionEnding, Message: m.endingWords(&p.Run)})
	}
	if seq.uneven {
		out = append(out, said(CautionUneven,
			"Repeating these %d notes doesn't fill whole bars within %d notes, so they're played once. Fill the bar with rests or a long last note.",
			len(seq.steps), maxRepeated))
	}
	if titles := m.Unused(); len(titles) > 0 {
		out = append(out, Caution{Code: CautionUnused, Message: "These settings have no effect here: " +
			strings.Join(titles, ", ") + "."})
	}
	if len(m.Scale.Respelled) > 0 {
		out = append(out, Caution{Code: CautionRespelled, Message: m.respelledWords()})
	}
	if t, ok := m.Scale.Simpler(); ok {
		out = append(out, said(CautionSpelling,
			"%s needs double accidentals%s. %s sounds the same and is easier to read.",
			m.Title(m.Scale.Tonic, m.Scale.Name), inSignature(m.Scale), m.Title(t.Tonic, t.Name)))
	}
	return out
}

// said is a caution in words.
func said(code, format string, args ...any) Caution {
	return Caution{Code: code, Message: fmt.Sprintf(format, args...)}
}

// wide says that fingers open past their comfortable limit, what would be easier, and to take care.
func wide(what string, w hand.Opening, easier string) []Caution {
	opens, limit := apart(w.MM, w.LimitMM)
	return []Caution{
		said(CautionSpan, "%s opens the %s and %s fingers %s mm, frets %d to %d. This hand is comfortable up to %s mm. Easier: %s.",
			what, fingerNames[w.Low], fingerNames[w.High], opens, w.LowFret, w.HighFret, limit, easier),
		said(CautionCare, "Warm up first, keep it short, take breaks, and stop if it hurts. "+
			"If pain, numbness or tingling lasts, see a doctor or physiotherapist."),
	}
}

// apart writes two lengths in whole millimetres, or with as many decimals as tell
// them apart.
func apart(a, b float64) (first, second string) {
	for decimals := 0; ; decimals++ {
		first, second = strconv.FormatFloat(a, 'f', decimals, 64), strconv.FormatFloat(b, 'f', decimals, 64)
		if first != second || decimals == 2 {
			return first, second
		}
	}
}

// boxCautions are about the boxes, of the chosen one first.
func (m *maker) boxCautions(p Plan, chosen fingered) (out []Caution) {
	box := p.Boxes[p.Box]
	if box.Refit != "" {
		out = append(out, Caution{Code: CautionRefit, Message: box.Refit})
	}
	if len(chosen.held) > 0 {
		out = append(out, Caution{Code: CautionByHand, Message: "The fingers you set need " +
			m.asks(m.finger(chosen.Box), chosen, -1) + "."})
	}
	if w := chosen.Report.Comfortable; w.Over() > 0 {
		out = append(out, wide("Box "+box.ID, w, m.easier(p))...)
	}
	if words := m.preferenceWords(chosen); words != "" {
		out = append(out, Caution{Code: CautionPrefer, Message: words})
	}
	if words := m.thumbWords(box); words != "" {
		out = append(out, Caution{Code: CautionThumb, Message: words})
	}
	if !box.Complete {
		out = append(out, Caution{Code: CautionIncomplete, Message: "Box " + box.ID + " is incomplete. " +
			box.LackWords})
	}
	if m.System.Uses.Rings {
		out = append(out, m.sharedStrings(chosen)...)
	} else {
		out = append(out, m.jumps(box.ID, chosen)...)
	}
	if words := m.alteredCore(); words != "" {
		out = append(out, Caution{Code: CautionCore, Message: words})
	}
	return out
}

// endWords say a last note: "G, degree 6", or its degree alone where notes are said
// so.
func endWords(end EndsOn) string {
	degree := pitch.Pretty(end.Degree)
	if end.Label == degree {
		return "degree " + degree
	}
	return end.Label + ", degree " + degree
}

// inSignature says where the double accidentals of a scale stand.
func inSignature(s scale.Scale) string {
	if len(s.KeySignature().Accidentals) > 0 {
		return " in its signature"
	}
	return ""
}

// jumpFrets is the way from which the hand jumps, if the notes are as far apart.
const jumpFrets = 5

// jumps says where the hand cannot go on stepwise.
func (m *maker) jumps(box string, f fingered) (out []Caution) {
	why := "the layout puts the next note there"
	if m.System.Uses.AnyString {
		why = "these frets have no stepwise path"
	}
	last := -1 // note that was stopped last
	for i, t := range f.Touches {
		to := f.Notes[i]
		if to.Fret == 0 {
			continue
		}
		from := f.Notes[max(last, 0)]
		last = i
		if way := max(to.Fret-from.Fret, from.Fret-to.Fret); min(way, max(t.Shift, -t.Shift)) >= jumpFrets {
			out = append(out, said(CautionJump,
				"Box %s jumps %d frets, from string %d, fret %d to string %d, fret %d: %s.",
				box, way, from.String, from.Fret, to.String, to.Fret, why))
		}
	}
	return out
}

// alteredCore says which pentatonic the five forms come from where the scale has
// none; empty elsewhere.
func (m *maker) alteredCore() string {
	if _, plain := scale.CoreOf(m.Scale.Formula); plain || m.System.ID != fiveForm {
		return ""
	}
	_, pentatonic, altered, _ := scale.NearestCore(m.Scale.Formula)
	named, _ := scale.Named(pentatonic)
	words := make([]string, len(altered))
	for i, a := range altered {
		words[i] = a.Has.Pretty() + " for " + a.For.Pretty()
	}
	return fmt.Sprintf("This scale contains no plain pentatonic. Its forms are those of the %s with %s.", named.Name,
		english.And(words))
}

const fiveForm = "five-form"

// sharedStrings says which neighbours of a box that rings lie on one string.
func (m *maker) sharedStrings(f fingered) (out []Caution) {
	for _, i := range hand.Shared(f.places()) {
		first, second := m.Say(m.Scale.Notes[f.Notes[i].Degree]), m.Say(m.Scale.Notes[f.Notes[i+1].Degree])
		out = append(out, said(CautionShared,
			"%s and %s share string %d, so %s stops when %s sounds. No order of these notes avoids it.",
			first, second, f.Notes[i].String, first, second))
	}
	return out
}

// respelledWords says which degrees have another letter than their own.
func (m *maker) respelledWords() string {
	words := make([]string, len(m.Scale.Respelled))
	for k, i := range m.Scale.Respelled {
		words[k] = fmt.Sprintf("degree %s is written %s", m.Scale.Formula[i].Pretty(), m.Say(m.Scale.Notes[i]))
	}
	return fmt.Sprintf("%s would need triple accidentals, so it's written %s, as it sounds.", m.Title(m.Scale.Tonic, m.Scale.Name),
		english.And(words))
}

// easier names ways to play the same with less stretch: a box of this layout
// within the limit, and fewer notes per string.
func (m *maker) easier(p Plan) string {
	var ways []string
	for _, b := range p.Boxes {
		if !b.OverLimit && b.Complete {
			ways = append(ways, "box "+b.ID)
			break
		}
	}
	if p.Comfort != nil && p.Comfort.Fret > 0 {
		ways = append(ways, "the same shape "+english.Count(p.Comfort.Frets, "fret", "frets")+" higher")
	}
	ways = append(ways, "a shift of the hand", "fewer notes on each string")
	return strings.Join(ways, ", ")
}
