package pitch

import "fmt"

// Degree is a place in the octave said against the major scale of the tonic:
// 1 to 7, raised (#) or lowered (b).
type Degree struct {
	number int8 // 1 to 7; 0 in the invalid zero value
	alter  int8 // semitones against the major scale's degree
}

var majorSemitones = [7]int{0, 2, 4, 5, 7, 9, 11}

// ParseDegree reads up to two # or b and a number 1 to 7, such as "b3".
func ParseDegree(s string) (Degree, error) {
	alter, rest := scanAccidental(s)
	if len(rest) != 1 || rest[0] < '1' || rest[0] > '7' || alter < -MaxAccidental || alter > MaxAccidental {
		return Degree{}, fmt.Errorf("%q is not a degree: give a number 1 to 7 with up to two # or b before it, such as b3 or #4", clip(s))
	}
	return Degree{int8(rest[0] - '0'), int8(alter)}, nil
}

// MustParseDegree is ParseDegree for constants; it panics on bad input.
func MustParseDegree(s string) Degree {
	d, err := ParseDegree(s)
	if err != nil {
		panic(err)
	}
	return d
}

// IsValid reports whether d is a degree and not the zero value.
func (d Degree) IsValid() bool { return d.number != 0 }

// Number is the degree's number, 1 to 7.
func (d Degree) Number() int { return int(d.number) }

// Alter counts semitones against the major scale's degree, flats negative.
func (d Degree) Alter() int { return int(d.alter) }

// Semitones above the tonic. Negative for b1, over 11 for #7.
func (d Degree) Semitones() int { return majorSemitones[d.number-1] + int(d.alter) }

// String writes the degree as data: "b3".
func (d Degree) String() string {
	if !d.IsValid() {
		return "?"
	}
	return accidental(d.alter, "#", "b") + string('0'+byte(d.number))
}

// Pretty writes the degree for readers: "♭3".
func (d Degree) Pretty() string { return Pretty(d.String()) }

// Above is the degree of e's note when it is counted from d instead of from
// the tonic: the ♭7 counted from the 5 is a ♭3.
func (e Degree) Above(d Degree) Degree {
	number := (int(e.number)-int(d.number)+7)%7 + 1
	alter := mod12(e.Semitones()-d.Semitones()-majorSemitones[number-1]+6) - 6
	return Degree{int8(number), int8(alter)}
}

// degreeWords say the numbers of degrees.
var degreeWords = [8]string{"", "root", "second", "third", "fourth", "fifth", "sixth", "seventh"}

// Words says the degree: "flat third", "root".
func (d Degree) Words() string {
	signs := Spoken(accidental(d.alter, "#", "b"))
	if signs == "" {
		return degreeWords[d.number]
	}
	return signs + " " + degreeWords[d.number]
}

// qualities of intervals by how far they are from the perfect or the major one, from two
// semitones below to two above.
var (
	perfectQualities = [5]string{"doubly diminished", "diminished", "perfect", "augmented", "doubly augmented"}
	majorQualities   = [5]string{"diminished", "minor", "major", "augmented", "doubly augmented"}
)

// Interval is the degree as an interval above the root: "minor third", "perfect fifth".
func (d Degree) Interval() string {
	switch {
	case d == Degree{1, 0}:
		return "unison"
	case d.number == 1 || d.number == 4 || d.number == 5:
		return perfectQualities[d.alter+2] + " " + intervalWords[d.number]
	}
	return majorQualities[d.alter+2] + " " + intervalWords[d.number]
}

var intervalWords = [8]string{"", "unison", "second", "third", "fourth", "fifth", "sixth", "seventh"}

// DegreeOf is the degree of a name over a tonic. ok is false where it would be altered by
// more than MaxAccidental.
func (n Name) DegreeOf(other Name) (d Degree, ok bool) {
	number := (int(other.letter)-int(n.letter)+7)%7 + 1
	alter := mod12(other.Class()-n.Class()-majorSemitones[number-1]+6) - 6
	return Degree{int8(number), int8(alter)}, alter >= -MaxAccidental && alter <= MaxAccidental
}
