// Package english has the few turns of English that every sentence of the core
// is made with: counts, lists, capitals, signs in words.
package english

import (
	"fmt"
	"strings"
	"unicode/utf8"
)

// Count is a number with its noun: "1 fret", "3 frets".
func Count(n int, one, many string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %s", n, many)
}

// CountInWords is Count with a single thing in words: "one fret", "3 frets".
func CountInWords(n int, one, many string) string {
	if n == 1 {
		return "one " + one
	}
	return Count(n, one, many)
}

// AlongNeck says how far and which way something moves: "one fret towards the nut".
func AlongNeck(frets int) string {
	if frets < 0 {
		return CountInWords(-frets, "fret", "frets") + " towards the nut"
	}
	return CountInWords(frets, "fret", "frets") + " towards the bridge"
}

// Number says a small number in a word, a larger one in digits.
func Number(n int) string {
	if n >= 0 && n < len(numbers) {
		return numbers[n]
	}
	return fmt.Sprint(n)
}

// And joins words as a list is said: "6, 4 and 2".
func And(words []string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	return strings.Join(words[:len(words)-1], ", ") + " and " + words[len(words)-1]
}

// Or joins words as a choice is said: "6, 4 or 2".
func Or(words []string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	return strings.Join(words[:len(words)-1], ", ") + " or " + words[len(words)-1]
}

// Numbers writes whole numbers apart by spaces.
func Numbers(list []int) string { return strings.Trim(fmt.Sprint(list), "[]") }

// Capital begins a sentence.
func Capital(s string) string {
	_, first := utf8.DecodeRuneInString(s)
	return strings.ToUpper(s[:first]) + s[first:]
}

var ordinals = [...]string{"", "single", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth",
	"tenth", "eleventh", "twelfth"}

// Every is the word after "on every": 1 "single", 2 "second", up to 12.
func Every(n int) string { return ordinals[n] }

var spokenSigns = strings.NewReplacer("♭", " flat ", "♯", " sharp ", "𝄫", " double flat ", "𝄪", " double sharp ", "♮",
	" natural ", "1-3-4", "one three four")

// Spoken is a sentence with its signs in words, for those who hear it.
func Spoken(s string) string {
	return closeUp.Replace(strings.Join(strings.Fields(spokenSigns.Replace(s)), " "))
}

// closeUp takes out the space that a sign in words leaves before a stop.
var closeUp = strings.NewReplacer(" ,", ",", " .", ".", " ;", ";", " :", ":", " )", ")")

// Times is how often: "once", "twice", "three times".
func Times(n int) string {
	switch n {
	case 1:
		return "once"
	case 2:
		return "twice"
	}
	return Number(n) + " times"
}

var numbers = [...]string{"no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten",
	"eleven", "twelve"}

// Range is a stretch of numbers with its noun: "frets 5 to 9", "fret 5".
func Range(one, many string, low, high int) string {
	if low == high {
		return fmt.Sprintf("%s %d", one, low)
	}
	return fmt.Sprintf("%s %d to %d", many, low, high)
}

// Lines breaks a text at its spaces into lines of no more than so many
// characters. A longer word stands on a line of its own.
func Lines(text string, characters int) (out []string) {
	line := ""
	for _, word := range strings.Fields(text) {
		if line != "" && utf8.RuneCountInString(line+" "+word) > characters {
			out, line = append(out, line), ""
		}
		if line != "" {
			line += " "
		}
		line += word
	}
	if line != "" {
		out = append(out, line)
	}
	return out
}
