package store

// OwnScale is a scale of the teacher's own.
type OwnScale struct {
	Name    string `json:"name"`
	Formula string `json:"formula"` // degrees against the major scale
}

func (s OwnScale) searchText() string { return s.Name + "\n" + s.Formula }
