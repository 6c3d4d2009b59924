package musicxml

import "encoding/xml"

// The elements of MusicXML 4.0 that a run needs, in the order of its schema.

type score struct {
	XMLName        xml.Name       `xml:"score-partwise"`
	Version        string         `xml:"version,attr"`
	Work           string         `xml:"work>work-title"`
	Movement       string         `xml:"movement-title"`
	Identification identification `xml:"identification"`
	PartList       []scorePart    `xml:"part-list>score-part"`
	Parts          []part         `xml:"part"`
}

type identification struct {
	Software string `xml:"encoding>software"`
}

type scorePart struct {
	ID   string `xml:"id,attr"`
	Name string `xml:"part-name"`
}

type part struct {
	ID       string    `xml:"id,attr"`
	Measures []measure `xml:"measure"`
}

type measure struct {
	Number   int    `xml:"number,attr"`
	Implicit string `xml:"implicit,attr,omitempty"`
	Items    []any
}

type attributes struct {
	XMLName      xml.Name       `xml:"attributes"`
	Divisions    int            `xml:"divisions"`
	Fifths       int            `xml:"key>fifths"`
	Beats        int            `xml:"time>beats"`
	BeatType     int            `xml:"time>beat-type"`
	Staves       int            `xml:"staves"`
	Clefs        []clef         `xml:"clef"`
	StaffDetails []staffDetails `xml:"staff-details"`
}

type clef struct {
	Number       int    `xml:"number,attr"`
	Sign         string `xml:"sign"`
	Line         int    `xml:"line"`
	OctaveChange int    `xml:"clef-octave-change,omitempty"`
}

type staffDetails struct {
	Number int           `xml:"number,attr"`
	Lines  int           `xml:"staff-lines"`
	Tuning []staffTuning `xml:"staff-tuning"`
}

type staffTuning struct {
	Line   int    `xml:"line,attr"`
	Step   string `xml:"tuning-step"`
	Alter  int    `xml:"tuning-alter,omitempty"`
	Octave int    `xml:"tuning-octave"`
}

type direction struct {
	XMLName   xml.Name      `xml:"direction"`
	Placement string        `xml:"placement,attr"`
	Type      directionType `xml:"direction-type"`
	Sound     *sound
}

type directionType struct {
	Words     string     `xml:"words,omitempty"`
	Metronome *metronome `xml:"metronome"`
}

type metronome struct {
	BeatUnit  string    `xml:"beat-unit"`
	Dot       *struct{} `xml:"beat-unit-dot"`
	PerMinute int       `xml:"per-minute"`
}

type sound struct {
	XMLName xml.Name `xml:"sound"`
	Tempo   float64  `xml:"tempo,attr"`
}

type harmony struct {
	XMLName xml.Name `xml:"harmony"`
	Step    string   `xml:"root>root-step"`
	Alter   int      `xml:"root>root-alter,omitempty"`
	Kind    string   `xml:"kind"`
}

type backup struct {
	XMLName  xml.Name `xml:"backup"`
	Duration int      `xml:"duration"`
}

type note struct {
	XMLName          xml.Name          `xml:"note"`
	Pitch            *pitchOf          `xml:"pitch"`
	Rest             *struct{}         `xml:"rest"`
	Duration         int               `xml:"duration"`
	Ties             []tie             `xml:"tie"`
	Voice            int               `xml:"voice"`
	Type             string            `xml:"type"`
	Dots             []struct{}        `xml:"dot"`
	TimeModification *timeModification `xml:"time-modification"`
	Staff            int               `xml:"staff"`
	Notations        *notations        `xml:"notations"`
}

type pitchOf struct {
	Step   string `xml:"step"`
	Alter  int    `xml:"alter,omitempty"`
	Octave int    `xml:"octave"`
}

type tie struct {
	Type string `xml:"type,attr"`
}

type timeModification struct {
	Actual int `xml:"actual-notes"`
	Normal int `xml:"normal-notes"`
}

type notations struct {
	Tied          []tie          `xml:"tied"`
	Tuplet        *tie           `xml:"tuplet"`
	Slides        []slide        `xml:"slide"`
	Technical     *technical     `xml:"technical"`
	Articulations *articulations `xml:"articulations"`
}

type slide struct {
	Type   string `xml:"type,attr"`
	Number int    `xml:"number,attr"`
}

type articulations struct {
	Accent struct{} `xml:"accent"`
}

type technical struct {
	UpBow     *struct{} `xml:"up-bow"`
	DownBow   *struct{} `xml:"down-bow"`
	Fingering string    `xml:"fingering,omitempty"`
	Pluck     string    `xml:"pluck,omitempty"`
	Fret      *int      `xml:"fret"`
	String    int       `xml:"string,omitempty"`
	Slurs     []any
}

type hammerOn struct {
	XMLName xml.Name `xml:"hammer-on"`
	Type    string   `xml:"type,attr"`
	Number  int      `xml:"number,attr"`
	Text    string   `xml:",chardata"`
}

type pullOff struct {
	XMLName xml.Name `xml:"pull-off"`
	Type    string   `xml:"type,attr"`
	Number  int      `xml:"number,attr"`
	Text    string   `xml:",chardata"`
}
