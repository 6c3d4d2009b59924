package brief

import "strings"

// Part is a stretch of a sentence. Field names the part of the brief that the
// words stand for; it is empty for the words between.
type Part struct {
	Text  string `json:"text"`
	Field string `json:"field,omitempty"`
}

// Sentence says the brief in English. The words that stand for a field carry
// its path; settings at their usual value go unsaid.
func (r *Reading) Sentence() []Part {
	parts := make([]Part, 0, 32)
	for _, g := range r.table {
		if g.carried && !r.carried {
			continue
		}
		for _, f := range g.Fields {
			if f.say == nil {
				continue
			}
			if lead, words := f.say(r); words != "" {
				if ended(parts) {
					lead = strings.TrimPrefix(lead, ".")
				}
				parts = append(parts, Part{Text: lead}, Part{words, f.Path})
			}
		}
	}
	if ended(parts) {
		return parts
	}
	return append(parts, Part{Text: "."})
}

// ended reports whether a sentence ends already, with initials.
func ended(parts []Part) bool {
	return len(parts) > 0 && strings.HasSuffix(parts[len(parts)-1].Text, ".")
}

// TextOf is the words of a sentence in a row.
func TextOf(parts []Part) string {
	var b strings.Builder
	for _, p := range parts {
		b.WriteString(p.Text)
	}
	return b.String()
}
