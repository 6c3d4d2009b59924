package run

import "evenladder/core/base/table"

// Direction is a way through a pattern.
type Direction string

// The directions.
const (
	Up        Direction = "up"
	Down      Direction = "down"
	UpDown    Direction = "up-down"
	Alternate Direction = "alternate" // one cell up, the next down
)

// Directions are all directions in picker order.
var Directions = []table.Row{
	{ID: string(UpDown), Phrase: "up and down"}, {ID: string(Up), Phrase: "up"}, {ID: string(Down), Phrase: "down"},
	{ID: string(Alternate), Phrase: "one up, the next down"},
}

// Finish is a way to end a run.
type Finish string

// The ways to end.
const (
	AsWritten Finish = "as-written"
	OnRoot    Finish = "root"       // goes on to the nearest root
	OnChord   Finish = "chord-tone" // goes on to the nearest note of a chord
)

// Finishes are all ways to end in picker order.
var Finishes = []table.Row{
	{ID: string(AsWritten), Phrase: "ending where it ends"}, {ID: string(OnRoot), Phrase: "ending on the root"},
	{ID: string(OnChord), Phrase: "ending on a note of the chord"},
}

// Fit is a way to fill the last bar.
type Fit string

// The ways to fill the last bar.
const (
	AsIs     Fit = "as-is"
	Rests    Fit = "rests"
	LongLast Fit = "long-last"
	Repeat   Fit = "repeat"
)

// Fits are all ways to fill the last bar in picker order.
var Fits = []table.Row{
	{ID: string(AsIs), Phrase: "stopping on the last note"}, {ID: string(Rests),
		Phrase: "with rests to the bar line"},
	{ID: string(LongLast), Phrase: "holding the last note to the bar line"}, {ID: string(Repeat),
		Phrase: "repeated until it fills whole bars"},
}

// Picking is a way to sound a run.
type Picking struct {
	table.Row
	Bow   bool                           // it strokes with a bow
	sound func(s *sounding, i int) Sound // of a note, when those before it are sounded
}

// Ids of pickings that are the usual one somewhere.
const (
	AlternatePicking = "alternate"
	ThumbIndexMiddle = "thumb-index-middle"
	IndexAndMiddle   = "index-middle"
	FreeStroke       = "free-stroke"
)

// Pickings are all ways to sound a run in picker order.
var Pickings = []Picking{
	{table.Row{ID: AlternatePicking, Phrase: "alternate picking", Why: "down and up in turn, whatever the string"},
		false, alternate},
	{table.Row{ID: "down", Phrase: "all downstrokes", Why: "an even, heavy tone, but slower"}, false, downstrokes},
	{table.Row{ID: "economy", Phrase: "economy picking",
		Why: "crosses strings in one stroke when the pick already moves that way"}, false, economy},
	{table.Row{ID: "legato", Phrase: "one stroke a string, then hammer-ons or pull-offs",
		Why: "smooth; the fretting hand sounds every note it can reach without moving"}, false, legato},
	{table.Row{ID: ThumbIndexMiddle, Phrase: "a finger for each string",
		Why: "each string can keep ringing while the next is plucked"}, false, byString},
	{table.Row{ID: IndexAndMiddle, Phrase: "index and middle finger in turn",
		Why: "even and quick; a finger can fall through to the next lower string"}, false, raking},
	{table.Row{ID: FreeStroke, Phrase: "free strokes of index and middle finger",
		Why: "in turn, whatever the string; the finger misses the next string, which keeps ringing"}, false,
		inTurn},
	{table.Row{ID: "rest-stroke", Phrase: "rest strokes of index and middle finger",
		Why: "in turn, whatever the string; the finger comes to rest on the next string, for a full tone in single lines"}, false, inTurn},
	{table.Row{ID: "bowed", Phrase: "one bow stroke a note", Why: "down-bow and up-bow in turn"}, true, bowed(1)},
	{table.Row{ID: "bowed-2", Phrase: "two notes to a bow",
		Why: "slurred in pairs: only the left hand changes the note"}, true, bowed(2)},
	{table.Row{ID: "bowed-4", Phrase: "four notes to a bow", Why: "slurred in fours: even left hand, slow bow"}, true,
		bowed(4)},
}
