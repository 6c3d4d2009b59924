package run

import "evenladder/core/table"

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
	{ID: string(AsWritten), Phrase: "ending where it ends"}, {ID: string(OnRoot), Phrase: "ending on the root"}, {ID: string(OnChord), Phrase: "ending on a chord note"},
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
	{ID: string(AsIs), Phrase: "stopping with the last note"}, {ID: string(Rests), Phrase: "with rests to the bar line"},
	{ID: string(LongLast), Phrase: "holding the last note to the bar line"}, {ID: string(Repeat), Phrase: "repeated until it fills whole bars"},
}

// Picking is a way to sound a run.
type Picking string

// The ways to sound a run.
const (
	AlternatePicking Picking = "alternate"
	Downstrokes      Picking = "down"
	Economy          Picking = "economy"            // crosses strings in one stroke where the pick goes that way
	Legato           Picking = "legato"             // one stroke a string, then slurs
	ThumbIndexMiddle Picking = "thumb-index-middle" // a finger for each string
)

// Pickings are all ways to sound a run in picker order.
var Pickings = []table.Row{
	{ID: string(AlternatePicking), Phrase: "alternate picking"}, {ID: string(Downstrokes), Phrase: "all downstrokes"}, {ID: string(Economy), Phrase: "economy picking"},
	{ID: string(Legato), Phrase: "one stroke a string, then hammer or pull"}, {ID: string(ThumbIndexMiddle), Phrase: "a finger for each string"},
}
