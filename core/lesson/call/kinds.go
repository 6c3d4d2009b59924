package call

import "evenladder/core/base/table"

// By is the way in which a kind of call is answered.
type By string

// The ways to answer.
const (
	ByPlace  By = "place"  // one place of the neck
	ByPlaces By = "places" // all of some places
	ByName   By = "name"   // one word: a note, a degree, a finger
	ByNames  By = "names"  // several notes in their order
	ByYes    By = "yes"    // yes or no
	ByNotes  By = "notes"  // several notes in their order, played back
)

// Kind is one kind of call.
type Kind struct {
	table.Row
	Group  string // id of one of Groups
	By     By
	Neck   bool     // a neck is shown
	Beats  bool     // it may go on beat by beat
	Takes  []string // fields of a request that it alone is asked with
	Levels []Level
	usual  int  // level that is asked at where none is said
	inTurn bool // what may be asked is asked in its order, not at random
	// ready finds what the kind needs of the setting, or says what is wrong; nil for nothing.
	ready func(*setting) error
	// asks are all that may be asked, in a fixed order.
	asks func(*setting) []string
	// read takes what was asked for by hand.
	read func(*setting, string) (string, error)
	// answer answers what is asked; what was answered before may matter.
	answer func(*setting, string) (Call, error)
	// grade gives the verdict on an answer.
	grade func(*grading)
	// facts are what a right answer shows to be known; nil for the ask itself.
	facts func(*setting, string) []string
}

// Groups are what kinds of call are about, in picker order.
var Groups = []table.Row{
	{ID: onNeck, Name: "on the neck"}, {ID: inNames, Name: "names"}, {ID: inSpelling, Name: "spelling"},
	{ID: inKeys, Name: "keys"}, {ID: byEar, Name: "by ear"},
}

const (
	onNeck     = "neck"
	inNames    = "names"
	inSpelling = "spelling"
	inKeys     = "keys"
	byEar      = "ear"
)

// Kinds are all kinds in picker order, those of a group together.
var Kinds = []Kind{
	{
		Row: table.Row{ID: "numbers", Name: "numbers",
			Why: "A degree is called, as in a band. Play the low one near your hand."},
		Group: onNeck, By: ByPlace, Neck: true, Beats: true,
		Takes:  []string{"progression", "minor", "anchor", "octave", "nextFour"},
		Levels: numberLevels, usual: 2, ready: (*setting).anchors,
		asks: numbersOf, read: readDegree, answer: answerNumber, grade: gradePlace,
	},
	{
		Row:   table.Row{ID: "run", Name: "the run, note by note", Why: "Play the run. Each note waits for you."},
		Group: onNeck, By: ByPlace, Neck: true, Beats: true, Levels: runLevels, usual: 1, inTurn: true,
		ready: (*setting).runOf, asks: runNotesOf, read: readRunNote, answer: answerRunNote, grade: gradePlace,
		facts: factOfRunNote,
	},
	{
		Row:   table.Row{ID: "from-degree", Name: "from a degree", Why: "Start the scale on the degree that is called."},
		Group: onNeck, By: ByPlace, Neck: true, Beats: true, Levels: fromLevels, usual: 3,
		asks: startsOf, read: readStart, answer: answerStart, grade: gradePlace,
	},
	{
		Row:   table.Row{ID: "find", Name: "find the note", Why: "Find every place of a note."},
		Group: onNeck, By: ByPlaces, Neck: true, Levels: neckLevels, usual: 3,
		asks: namesOf, read: readName, answer: answerFind, grade: gradePlaces, facts: factsToFind,
	},
	{
		Row: table.Row{ID: "next-key", Name: "the next key",
			Why: "The chord changes. Play the nearest octave of the new key."},
		Group: onNeck, By: ByPlace, Neck: true, Beats: true, Levels: nextLevels, usual: 2,
		asks: nextKeysOf, read: readTonic, answer: answerNextKey, grade: gradePlace,
	},
	{
		Row: table.Row{ID: "name", Name: "name the note",
			Why: "A place is marked. Say or type its note, degree or interval."},
		Group: inNames, By: ByName, Neck: true, Takes: []string{"as"}, Levels: neckLevels, usual: 3,
		asks: placesOf, read: readPlace, answer: answerName, grade: typed(gradeName), facts: factOfPlace,
	},
	{
		Row:   table.Row{ID: "fingers", Name: "fingers", Why: "A place is marked. Which finger plays it?"},
		Group: inNames, By: ByName, Neck: true, Levels: boxLevels, usual: 2, ready: (*setting).plan,
		asks: boxPlacesOf, read: readPlace, answer: answerFinger, grade: typed(gradeFinger), facts: factOfFinger,
	},
	{
		Row:   table.Row{ID: "landing", Name: "landing", Why: "Can the run end on this note of the chord?"},
		Group: inNames, By: ByYes, Beats: true, Levels: chordLevels, usual: 3,
		asks: landingsOf, read: readLanding, answer: answerLanding, grade: typed(gradeYes),
	},
	{
		Row:   table.Row{ID: "spell", Name: "spell the scale", Why: "Letters first, then accidentals."},
		Group: inSpelling, By: ByNames, Levels: keyLevels, usual: 3,
		asks: tonicsOf, read: readTonic, answer: answerSpell, grade: typed(gradeScale), facts: factOfKey,
	},
	{
		Row:   table.Row{ID: "chord", Name: "spell the chord", Why: "Name the notes of a chord of the key."},
		Group: inSpelling, By: ByNames, Levels: chordLevels, usual: 3,
		asks: chordsOf, read: readChord, answer: answerChord, grade: typed(gradeNames),
	},
	{
		Row:   table.Row{ID: "signature", Name: "key signatures", Why: "How many sharps or flats, and which?"},
		Group: inKeys, By: ByNames, Levels: keyLevels, usual: 3, ready: (*setting).signed,
		asks: tonicsOf, read: readTonic, answer: answerSignature, grade: typed(gradeSigns), facts: factOfKey,
	},
	{
		Row:   table.Row{ID: "key", Name: "name the key", Why: "Which key has this many sharps or flats?"},
		Group: inKeys, By: ByName, Levels: keyLevels, usual: 3, ready: (*setting).signed,
		asks: signaturesOf, read: readSignature, answer: answerKey, grade: typed(gradeKey), facts: factOfKey,
	},
	{
		Row:   table.Row{ID: "order", Name: "order of sharps and flats", Why: "The first sharps or flats, in order."},
		Group: inKeys, By: ByNames, Levels: orderLevels, usual: 2,
		asks: ordersOf, read: readOrder, answer: answerOrder, grade: typed(gradeNames),
	},
	{
		Row:   table.Row{ID: "relative", Name: "relatives", Why: "The minor of a major key, and back."},
		Group: inKeys, By: ByName, Levels: keyLevels, usual: 3, ready: (*setting).signed,
		asks: relativesOf, read: readTonic, answer: answerRelative, grade: typed(gradeRelative), facts: factOfKey,
	},
	{
		Row:   table.Row{ID: "ear-note", Name: "find what sounds", Why: "A note sounds in the key. Play it on the neck."},
		Group: byEar, By: ByPlace, Neck: true, Takes: []string{"over"}, Levels: heardLevels, usual: 2, ready: (*setting).hears,
		asks: heardOf, read: readHeard, answer: answerHeard, grade: gradeHeard, facts: factOfHeard,
	},
	{
		Row:   table.Row{ID: "ear-degree", Name: "name what sounds", Why: "A note sounds in the key. Which degree is it?"},
		Group: byEar, By: ByName, Neck: true, Takes: []string{"over"}, Levels: heardLevels, usual: 2, ready: (*setting).hears,
		asks: heardOf, read: readHeard, answer: answerDegreeHeard, grade: typed(gradeDegree), facts: factOfHeard,
	},
	{
		Row:   table.Row{ID: "ear-pattern", Name: "play it back", Why: "A short pattern sounds. Play it, note by note."},
		Group: byEar, By: ByNotes, Neck: true, Takes: []string{"over"}, Levels: patternLevels, usual: 1, ready: (*setting).hears,
		asks: patternsOf, read: readPattern, answer: answerPattern, grade: gradePattern, facts: factsOfPattern,
	},
	{
		Row:   table.Row{ID: "ear-scale", Name: "which scale", Why: "A scale sounds over a drone. Which one is it?"},
		Group: byEar, By: ByName, Levels: scaleLevels, usual: 3, ready: (*setting).hears,
		asks: scalesOf, read: readScale, answer: answerScale, grade: typed(gradeScaleHeard), facts: factOfScale,
	},
}

// Find returns the kind with this id.
func Find(id string) (Kind, bool) { return table.Find(Kinds, id) }
