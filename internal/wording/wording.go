// Package wording gathers the English that people read, from the source: the texts of the Go packages and the words of
// each screen. Its test keeps them as a golden file, to be read through in one sitting, and refuses turns of phrase
// that have to be read twice.
package wording

import (
	"cmp"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// Text is a text in the source.
type Text struct {
	File string // from the top of the tree
	Text string
}

// Rooms of the tree whose Go texts people read.
var rooms = []string{"cmd", "core", "document", "draw", "format", "home", "intake", "listen", "server", "sound", "store"}

var (
	word = regexp.MustCompile(`[A-Za-z]{2,}`)
	// code is what is no English: SQL, media types, header values, schemas, regular expressions.
	code = regexp.MustCompile(`^(SELECT|INSERT|UPDATE|DELETE|PRAGMA|DROP|CREATE|GET|POST)\b|\b(IS NULL|NOT NULL|ORDER BY|COLLATE|LIMIT \?|AND \w+ [=<]|` +
		`SET deleted|FROM \w+|WHERE)\b|deleted_at|'self'|'none'|charset=|schemas/|type: |\(\?[:!P]|\(\w+\|\w+\)|^<|obj<<|/Type`)
)

// OfGo are the texts of at least two words in the Go packages under top, file by file, each once.
func OfGo(top string) ([]Text, error) {
	var out []Text
	for _, room := range rooms {
		err := filepath.WalkDir(filepath.Join(top, room), func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") ||
				strings.HasSuffix(path, ".gen.go") {
				return err
			}
			file, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
			if err != nil {
				return err
			}
			name, err := filepath.Rel(top, path)
			out = append(out, textsOf(filepath.ToSlash(name), file)...)
			return err
		})
		if err != nil {
			return nil, err
		}
	}
	slices.SortStableFunc(out, func(a, b Text) int { return cmp.Compare(a.File, b.File) })
	return slices.Compact(out), nil
}

func textsOf(name string, file *ast.File) (out []Text) {
	ast.Inspect(file, func(n ast.Node) bool {
		switch n := n.(type) {
		case *ast.ImportSpec:
			return false
		case *ast.Field:
			n.Tag = nil
		case *ast.BasicLit:
			text, err := strconv.Unquote(n.Value)
			if err == nil && n.Kind == token.STRING && strings.Contains(text, " ") && len(word.FindAllString(text, 2)) == 2 &&
				!code.MatchString(text) {
				out = append(out, Text{name, strings.ReplaceAll(text, "\n", "⏎")})
			}
		}
		return true
	})
	return out
}

var said = regexp.MustCompile("'((?:[^'\\\\\n]|\\\\.)+)'|\"((?:[^\"\\\\\n]|\\\\.)+)\"|`([^`\n]+)`")

// OfScreens are the texts in the words.ts files of the front end.
func OfScreens(top string) ([]Text, error) {
	files, err := filepath.Glob(filepath.Join(top, "ui/src/*/words.ts"))
	if err != nil {
		return nil, err
	}
	var out []Text
	for _, path := range append(files, filepath.Join(top, "ui/home/words.ts")) {
		data, err := os.ReadFile(path)
		if err != nil {
			return nil, err
		}
		name, err := filepath.Rel(top, path)
		if err != nil {
			return nil, err
		}
		for line := range strings.Lines(string(data)) {
			if strings.HasPrefix(line, "import ") {
				continue
			}
			for _, m := range said.FindAllStringSubmatch(line, -1) {
				out = append(out, Text{filepath.ToSlash(name), m[1] + m[2] + m[3]})
			}
		}
	}
	return out, nil
}

// Turn is a turn of phrase that has to be read twice, and what to write.
type Turn struct {
	Pattern *regexp.Regexp
	Instead string
}

// Turns are refused, in any text.
var Turns = []Turn{
	{regexp.MustCompile(`(?i)\bis (said|told|taken (in|back))\b`), "active voice: save, import, withdraw"},
	{regexp.MustCompile(`(?i)(^|[^e]) (is|are) no (note|place|degree|chord|key|finger|file|scale|backup|export|step|pitch)\b`), "isn't a …"},
	{regexp.MustCompile(`(?i)\b(lies|stands) (on|in|at|under|above|beside|outside|there)\b`), "is on …"},
	{regexp.MustCompile(`(?i)\bone's own\b`), "your own"},
	{regexp.MustCompile(`(?i)\btwice running\b`), "twice in a row"},
	{regexp.MustCompile(`(?i)\bset aside\b`), "archived, deleted, not used"},
	{regexp.MustCompile(`(?i)\bgive it again\b|\banew\b`), "again"},
	{regexp.MustCompile(`(?i)\bleave it\b`), "cancel, stop, discard"},
	{regexp.MustCompile(`(?i)\bnobody is\b|\bnothing is (set|proposed|kept|called)\b`), "no … yet"},
	{regexp.MustCompile(`(?i)^what (was|may|came|can)\b`), "a noun"},
	{regexp.MustCompile(`(?i)\bsitting\b`), "session"},
	{regexp.MustCompile(`(?i)\bnot whole\b|\bis whole\b`), "incomplete, complete"},
	{regexp.MustCompile(`(?i)\bsigns?\b(?: (too|of a|in order)| and )`), "accidentals, sharps or flats"},
	{regexp.MustCompile(`(?i)\bits key\b|with the keys\b`), "answers: a key is a musical key"},
	{regexp.MustCompile(`(?i)\btoo many\b(?:\.|$)`), "extra"},
	{regexp.MustCompile(`!`), "no exclamation marks"},
}
