package draw

import (
	"bytes"
	"compress/zlib"
	"encoding/binary"
	"errors"
	"fmt"
	"io"
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
	creationDate = regexp.MustCompile(`/CreationDate\(D:[^)]*\)`)
	pageRefs     = regexp.MustCompile(`/Kids\[([^\]]*)\]`)
	reference    = regexp.MustCompile(`\d+ 0 R`)
	tableStart   = regexp.MustCompile(`startxref\s*(\d+)\s*%%EOF\s*$`)
	packedStream = regexp.MustCompile(`(?s)^(\d+ 0 obj\s*<<[^>]*/Filter/FlateDecode/Length )(\d+)(>>stream\r?\n)`)
)

// errShape says that a PDF file is not as the renderer wrote it so far.
var errShape = errors.New("the PDF file has another shape than it should")

// finished writes a PDF file of the renderer anew (ISO 32000-1): with the language,
// the title in the window and the bookmarks, and without the times of its making, so
// that one brief gives one file.
func finished(data []byte, marks []mark) ([]byte, error) {
	objects, head, err := objectsOf(data)
	if err != nil {
		return nil, err
	}
	for i, o := range objects {
		o = creationDate.ReplaceAll(o, nil)
		if objects[i], err = timeless(o); err != nil {
			return nil, err
		}
	}
	pages := pageRefs.FindSubmatch(data)
	if pages == nil {
		return nil, errShape
	}
	refs := reference.FindAllString(string(pages[1]), -1)
	outline := len(objects) + 1
	catalogue := "<</Type/Catalog/Lang(en)/Pages 3 0 R/ViewerPreferences<</DisplayDocTitle true>>"
	if len(marks) > 0 {
		catalogue += fmt.Sprintf("/Outlines %d 0 R", outline)
		objects = append(objects, object(outline, fmt.Sprintf("<</Type/Outlines/First %d 0 R/Last %d 0 R/Count %d>>",
			outline+1, outline+len(marks), len(marks))))
	}
	objects[0] = object(1, catalogue+">>")
	for i, m := range marks {
		item := fmt.Sprintf("<</Title%s/Parent %d 0 R/Dest[%s/Fit]", hexText(m.title), outline, refs[m.page])
		if i > 0 {
			item += fmt.Sprintf("/Prev %d 0 R", outline+i)
		}
		if i+1 < len(marks) {
			item += fmt.Sprintf("/Next %d 0 R", outline+i+2)
		}
		objects = append(objects, object(outline+1+i, item+">>"))
	}
	return assembled(head, objects), nil
}

func object(number int, content string) []byte {
	return fmt.Appendf(nil, "%d 0 obj\n%s\nendobj\n", number, content)
}

// objectsOf are the objects of a file by their numbers from 1, and what stands
// before the first.
func objectsOf(data []byte) (objects [][]byte, head []byte, err error) {
	start := tableStart.FindSubmatch(data)
	if start == nil {
		return nil, nil, errShape
	}
	at, _ := strconv.Atoi(string(start[1]))
	lines := bytes.Split(data[min(at, len(data)):], []byte("\n"))
	if len(lines) < 3 || !bytes.HasPrefix(lines[1], []byte("0 ")) {
		return nil, nil, errShape
	}
	count, _ := strconv.Atoi(strings.TrimSpace(string(lines[1][2:])))
	first := at
	for i := 1; i < count && 2+i < len(lines); i++ {
		from, err := strconv.Atoi(string(bytes.TrimSpace(lines[2+i][:min(10, len(lines[2+i]))])))
		if err != nil || from >= at {
			return nil, nil, errShape
		}
		first = min(first, from)
		end := bytes.Index(data[from:at], []byte("endobj\n"))
		if length := packedLength(data[from:at]); length > 0 { // what is packed may hold the word
			end = length + bytes.Index(data[from+length:at], []byte("endobj\n"))
		}
		if end < 0 {
			return nil, nil, errShape
		}
		objects = append(objects, data[from:from+end+len("endobj\n")])
	}
	return objects, data[:first], nil
}

// packedLength is where the packed stream of an object ends; 0 where it has none.
func packedLength(o []byte) int {
	m := packedStream.FindSubmatch(o)
	if m == nil {
		return 0
	}
	length, _ := strconv.Atoi(string(m[2]))
	return min(len(m[0])+length, len(o))
}

// timeless takes the time of its making out of an embedded font.
func timeless(o []byte) ([]byte, error) {
	m := packedStream.FindSubmatch(o)
	if m == nil {
		return o, nil
	}
	end := packedLength(o)
	unpacked, err := unpack(o[len(m[0]):end])
	if err != nil {
		return nil, err
	}
	if !clearTimes(unpacked) {
		return o, nil
	}
	packed := pack(unpacked)
	return bytes.Join([][]byte{m[1], []byte(strconv.Itoa(len(packed))), m[3], packed, o[end:]}, nil), nil
}

func unpack(data []byte) ([]byte, error) {
	r, err := zlib.NewReader(bytes.NewReader(data))
	if err != nil {
		return nil, err
	}
	return io.ReadAll(r)
}

func pack(data []byte) []byte {
	var b bytes.Buffer
	w := zlib.NewWriter(&b)
	_, _ = w.Write(data) // to memory: cannot fail
	_ = w.Close()
	return b.Bytes()
}

// clearTimes sets the time of making of an OpenType font to none, with the sums that
// go with it; it reports whether the data are such a font.
func clearTimes(font []byte) bool {
	const (
		directory, entry    = 12, 16 // bytes
		adjustment, created = 8, 20  // in the table "head"
		modified            = 28
		wholeSum            = 0xB1B0AFBA
	)
	if len(font) < directory || !bytes.HasPrefix(font, []byte("OTTO")) && !bytes.HasPrefix(font, []byte{0, 1, 0, 0}) {
		return false
	}
	tables := int(binary.BigEndian.Uint16(font[4:]))
	for i := range tables {
		e := directory + i*entry
		if e+entry > len(font) {
			return false
		}
		at, length := binary.BigEndian.Uint32(font[e+8:]), binary.BigEndian.Uint32(font[e+12:])
		if string(font[e:e+4]) != "head" || int(at)+int(length) > len(font) || length < modified+8 {
			continue
		}
		head := font[at : at+length]
		copy(head[created:modified+8], make([]byte, 16))
		binary.BigEndian.PutUint32(head[adjustment:], 0)
		binary.BigEndian.PutUint32(font[e+4:], sumOf(head))
		binary.BigEndian.PutUint32(head[adjustment:], wholeSum-sumOf(font))
		return true
	}
	return false
}

// sumOf adds up data by four bytes, as fonts have it.
func sumOf(data []byte) (sum uint32) {
	for len(data) > 0 {
		var four [4]byte
		data = data[copy(four[:], data):]
		sum += binary.BigEndian.Uint32(four[:])
	}
	return sum
}

// assembled writes objects with the table of where they begin.
func assembled(head []byte, objects [][]byte) []byte {
	out := bytes.NewBuffer(bytes.Clone(head))
	table := "0000000000 65535 f \n"
	for _, o := range objects {
		table += fmt.Sprintf("%010d 00000 n \n", out.Len())
		out.Write(o)
	}
	at := out.Len()
	fmt.Fprintf(out, "xref\n0 %d\n%strailer\n<</Info 2 0 R/Root 1 0 R/Size %d>>\nstartxref\n%d\n%%%%EOF\n",
		len(objects)+1, table, len(objects)+1, at)
	return out.Bytes()
}

// hexText is a text as PDF has it: UTF-16 in hexadecimal.
func hexText(s string) string {
	out := "<FEFF"
	for _, u := range utf16.Encode([]rune(s)) {
		out += fmt.Sprintf("%04X", u)
	}
	return out + ">"
}
