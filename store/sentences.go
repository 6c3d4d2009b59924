package store

import (
	"context"
	"database/sql"
	"encoding/json"

	"github.com/pressly/goose/v3"

	"evenladder/core/base/table"
)

// firstSentences says in words what each thing is that was kept before its
// sentence stood with it. What cannot be met any more is kept without one.
var firstSentences = goose.NewGoMigration(3, &goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error {
	rows, err := tx.QueryContext(ctx, "SELECT kind, id, title, notes, body FROM saved WHERE kind IN ('briefs', 'rounds', 'instruments', 'scales')")
	if err != nil {
		return err
	}
	defer rows.Close()
	type row struct{ kind, id, title, notes, body string }
	var all []row
	for rows.Next() {
		var r row
		if err := rows.Scan(&r.kind, &r.id, &r.title, &r.notes, &r.body); err != nil {
			return err
		}
		all = append(all, r)
	}
	if err := rows.Err(); err != nil {
		return err
	}
	for _, r := range all {
		kind, _ := table.Find(Kinds, r.kind)
		d := Draft{Title: r.title, Notes: r.notes, Body: json.RawMessage(r.body)}
		if t, err := kind.Thing(d); err == nil {
			if made, err := kind.Draft(r.title, r.notes, t); err == nil {
				d = made
			}
		}
		if _, err := tx.ExecContext(ctx, "UPDATE saved SET body = ?, sentence = ?, search = ? WHERE kind = ? AND id = ?", string(d.Body), d.Sentence, searchText(d), r.kind, r.id); err != nil {
			return err
		}
	}
	return nil
}}, nil)
