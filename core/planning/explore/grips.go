package explore

import (
	"slices"

	"evenladder/core/fretboard/grip"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/chord"
)

// Grips are how a hand holds the triads and the seventh chords of a plan's key, and the chords that sound or are run through,
// within the chosen box or as near to it as can be. A chord that no hand holds on this neck is left out. Errors are those of
// the brief.
func Grips(p plan.Plan) ([]grip.Grip, error) {
	r, err := brief.Read(p.Brief)
	if err != nil {
		return nil, err
	}
	box := p.Boxes[p.Box]
	in, _ := neck.FindInstrument(p.Brief.Instrument.ID)
	asked := grip.Request{Neck: r.Neck, Limits: r.Style.Limits, LowFret: box.LowFret, HighFret: box.HighFret,
		Bass: in.Family == neck.Basses || in.Family == neck.Uprights, Wide: in.Family == neck.Mandolins}
	out := []grip.Grip{}
	for _, symbol := range symbolsOf(p) {
		c, err := chord.Parse(symbol)
		if err != nil {
			continue
		}
		if g, ok := grip.Find(asked, c); ok {
			out = append(out, g)
		}
	}
	return out, nil
}

// symbolsOf are the chords of a plan, each once.
func symbolsOf(p plan.Plan) (out []string) {
	add := func(c *piece.Chord) {
		if c != nil && !slices.Contains(out, c.Symbol) {
			out = append(out, c.Symbol)
		}
	}
	for _, row := range [][]piece.Chord{p.Scale.Triads, p.Scale.Sevenths} {
		for i := range row {
			add(&row[i])
		}
	}
	for i := range p.Run.Events {
		add(p.Run.Events[i].Chord)
	}
	return out
}
