package call

import (
	"cmp"
	"regexp"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/neck"
)

// What people type as an answer, in the words that they use.

// modeWords may follow the name of a key, with the mode that they say, if any.
var modeWords = map[string]string{"major": "major", "maj": "major", "dur": "major", "minor": "minor", "min": "minor",
	"moll": "minor", "m": "minor", "natural": "", "key": ""}

// withoutMode is the name of a key without the words that say its mode, and that mode, empty where nothing says it. Am, F#m
// and Bbmin are minor keys.
func withoutMode(text string) (name, mode string) {
	words := strings.Fields(text)
	for len(words) > 1 {
		of, known := modeWords[strings.ToLower(words[len(words)-1])]
		if !known {
			break
		}
		words, mode = words[:len(words)-1], cmp.Or(mode, of)
	}
	if len(words) == 1 {
		for _, end := range []string{"min", "maj", "m"} {
			if rest, cut := strings.CutSuffix(words[0], end); cut && len(rest) > 0 {
				return rest, modeWords[end]
			}
		}
	}
	return strings.Join(words, " "), mode
}

// yesWords are the ways to say yes and no.
var yesWords = map[string]string{"yes": "yes", "y": "yes", "ja": "yes", "no": "no", "n": "no", "nein": "no"}

// fingersTyped are the ways to say a finger.
var fingersTyped = map[string]string{
	"1": "1", "2": "2", "3": "3", "4": "4", "i": "1", "m": "2", "r": "3", "a": "3", "index": "1", "middle": "2",
	"ring": "3", "little": "4", "pinky": "4",
	"first": "1", "second": "2", "third": "3", "fourth": "4", "one": "1", "two": "2", "three": "3", "four": "4",
}

// TypedFinger reads a finger as a number 1 to 4; ok is false for what is none.
func TypedFinger(text string) (finger string, ok bool) {
	finger, ok = fingersTyped[strings.TrimSuffix(strings.ToLower(strings.TrimSpace(text)), " finger")]
	return finger, ok
}

// signsTyped is a number of sharps or flats: 5#, 5 sharps, five flats.
var signsTyped = regexp.MustCompile(`^([1-7]|[a-z]+?)\s*(#|♯|sharps?|b|♭|flats?)$`)

// typedSigns reads a number of sharps, flats below 0; ok is false for anything else.
func typedSigns(text string) (fifths int, ok bool) {
	parts := signsTyped.FindStringSubmatch(strings.ToLower(strings.TrimSpace(text)))
	if parts == nil {
		return 0, false
	}
	for n := 1; n <= 7; n++ {
		if parts[1] == strconv.Itoa(n) || parts[1] == english.Number(n) {
			fifths = n
		}
	}
	if parts[2][0] == 'b' || parts[2][0] == 'f' || parts[2] == "♭" {
		fifths = -fifths
	}
	return fifths, fifths != 0
}

// TypedPlace reads a string and a fret: "3/5", "string 3 fret 5", "3 5".
func TypedPlace(text string) (p neck.Place, ok bool) {
	numbers := strings.FieldsFunc(text, func(r rune) bool { return r < '0' || r > '9' })
	if len(numbers) != 2 || len(numbers[0]) > 2 || len(numbers[1]) > 2 {
		if len(numbers) == 1 && strings.Contains(strings.ToLower(text), "open") && len(numbers[0]) <= 2 {
			p.String, _ = strconv.Atoi(numbers[0])
			return p, true
		}
		return p, false
	}
	p.String, _ = strconv.Atoi(numbers[0])
	p.Fret, _ = strconv.Atoi(numbers[1])
	return p, true
}
