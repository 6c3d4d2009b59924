package store

import (
	"context"
	"database/sql"
	"encoding/base64"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
)

// MaxListed is the most rows of a page.
const MaxListed = 500

// NoPage says that no page begins there.
type NoPage struct{ After string }

func (e NoPage) Error() string { return fmt.Sprintf("no page begins at %q", e.After) }

// order is by which columns a list goes, all of them up or all of them down; together they tell rows
// apart.
type order struct {
	columns []string
	down    bool
}

// asked is a page that is asked for.
type asked struct {
	columns, table, where string
	args                  []any
	order                 order
	after                 string // where the page begins, as the page before said; empty for the first
	limit                 int
}

// cursor is where a row stands in its list: the values of the columns that it goes by, so that the next
// page begins there although the row itself has been changed or deleted.
type cursor string

func (c *cursor) values() (values []any, err error) {
	data, err := base64.RawURLEncoding.DecodeString(string(*c))
	if err == nil {
		err = json.Unmarshal(data, &values)
	}
	for i, v := range values {
		if n, whole := v.(float64); whole {
			values[i] = int64(n) // milliseconds
		}
	}
	return values, err
}

// placed reads a row together with its place in the list.
type placed struct {
	scanner
	at *string
}

func (p placed) Scan(into ...any) error { return p.scanner.Scan(append(into, p.at)...) }

// page reads the rows that are asked for, and where the next page begins; empty where nothing follows.
// Rows that cannot be read are passed over. NoPage where after is no such place.
func page[T any](ctx context.Context, db reads, a asked, read func(scanner) (T, error)) (list []T, next string,
	err error) {
	by, than, direction := strings.Join(a.order.columns, ", "), " > ", ""
	if a.order.down {
		than, direction = " < ", " DESC"
	}
	if a.after != "" {
		after := cursor(a.after)
		values, err := after.values()
		if err != nil || len(values) != len(a.order.columns) {
			return nil, "", NoPage{a.after}
		}
		a.where += " AND (" + by + ")" + than + "(?" + strings.Repeat(", ?", len(values)-1) + ")"
		a.args = append(a.args, values...)
	}
	rows, err := db.QueryContext(ctx, "SELECT "+a.columns+", json_array("+by+") FROM "+a.table+" WHERE "+a.where+
		" ORDER BY "+strings.Join(a.order.columns, direction+", ")+direction+" LIMIT ?", append(a.args, a.limit+1)...)
	if err != nil {
		return nil, "", err
	}
	defer rows.Close()
	list = []T{}
	at := ""
	for n := 1; rows.Next(); n++ {
		if n > a.limit {
			return list, base64.RawURLEncoding.EncodeToString([]byte(at)), rows.Err()
		}
		one, err := read(placed{rows, &at})
		switch {
		case errors.As(err, new(Unreadable)):
		case err != nil:
			return nil, "", err
		default:
			list = append(list, one)
		}
	}
	return list, "", rows.Err()
}

// orNotFound says of a row that is not there that it was not found.
func orNotFound(err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNotFound
	}
	return err
}
