package draw

import (
	"bytes"
	"errors"
	"fmt"
	"regexp"
	"strconv"
	"strings"
	"unicode/utf16"
)

// mark is a place in the pages of a sheet: a bookmark.
type mark struct {
	title string
	page  int // from 0
}

var (
	creationDate = regexp.MustCompile(`/CreationDate\(D:\d{14}`)
	pageRefs     = regexp.MustCompile(`/Kids\[([^\]]*)\]`)
	objectCount  = regexp.MustCompile(`/Size (\d+)>>\s*startxref\s*(\d+)\s*%%EOF\s*$`)
)

// finished completes a PDF file by an update as the format has it (ISO 32000-1,
// 7.5.6): a catalogue with the language, the title in the window and the bookmarks.
// The time of making is struck out, so that one brief gives one file.
func finished(data []byte, marks []mark) ([]byte, error) {
	data = creationDate.ReplaceAll(data, []byte("/CreationDate(D:20000101000000"))
	pages, end := pageRefs.FindSubmatch(data), objectCount.FindSubmatch(data)
	if pages == nil || end == nil {
		return nil, errors.New("the PDF file has another shape than it should")
	}
	refs := regexp.MustCompile(`\d+ 0 R`).FindAllString(string(pages[1]), -1)
	first, _ := strconv.Atoi(string(end[1]))
	u := update{Buffer: bytes.NewBuffer(data)}
	catalogue := "<</Type/Catalog/Lang(en)/Pages 3 0 R/ViewerPreferences<</DisplayDocTitle true>>"
	if len(marks) > 0 {
		catalogue += fmt.Sprintf("/Outlines %d 0 R", first)
	}
	u.object(1, catalogue+">>")
	if len(marks) > 0 {
		u.object(first, fmt.Sprintf("<</Type/Outlines/First %d 0 R/Last %d 0 R/Count %d>>", first+1, first+len(marks), len(marks)))
	}
	for i, m := range marks {
		item := fmt.Sprintf("<</Title%s/Parent %d 0 R/Dest[%s/Fit]", hexText(m.title), first, refs[m.page])
		if i > 0 {
			item += fmt.Sprintf("/Prev %d 0 R", first+i)
		}
		if i+1 < len(marks) {
			item += fmt.Sprintf("/Next %d 0 R", first+i+2)
		}
		u.object(first+1+i, item+">>")
	}
	u.close(first, string(end[2]))
	return u.Bytes(), nil
}

// update is what is added to a PDF file.
type update struct {
	*bytes.Buffer
	table strings.Builder // where each object begins
	last  int
}

func (u *update) object(number int, content string) {
	fmt.Fprintf(&u.table, "%d 1\n%010d 00000 n \n", number, u.Len())
	fmt.Fprintf(u, "%d 0 obj\n%s\nendobj\n", number, content)
	u.last = max(u.last, number)
}

func (u *update) close(count int, before string) {
	at := u.Len()
	fmt.Fprintf(u, "xref\n%strailer\n<</Info 2 0 R/Root 1 0 R/Size %d/Prev %s>>\nstartxref\n%d\n%%%%EOF\n", u.table.String(), max(count, u.last+1), before, at)
}

// hexText is a text as PDF has it: UTF-16 in hexadecimal.
func hexText(s string) string {
	out := "<FEFF"
	for _, u := range utf16.Encode([]rune(s)) {
		out += fmt.Sprintf("%04X", u)
	}
	return out + ">"
}
