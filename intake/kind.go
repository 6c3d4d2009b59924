package intake

import (
	"bytes"
	"net/http"
	"strings"
)

// otherKinds are kinds of files that hold no phrase, by the beginning of their media type, and how they are said.
var otherKinds = []struct{ media, name string }{
	{"application/pdf", "a PDF"}, {"image/", "a picture"}, {"video/", "a video"}, {"audio/mpeg", "an MP3 file"}, {"audio/aiff", "an AIFF file"},
	{"application/ogg", "an Ogg file"}, {"application/x-gzip", "a compressed file"}, {"application/x-rar", "an archive"},
	{"application/postscript", "a PostScript file"}, {"font/", "a font"}, {"text/html", "a web page"}, {"application/wasm", "a program"},
}

// otherMagics are those that the standard library doesn't know.
var otherMagics = []struct{ magic, name string }{
	{"MZ", "a program"}, {"\x7fELF", "a program"}, {"fLaC", "a FLAC file"}, {"BEGIN:VCALENDAR", "a calendar"}, {"{\\rtf", "a text with formatting"},
	{"\xd0\xcf\x11\xe0", "an office document"}, {"SQLite format 3", "a data file"}, {"7z\xbc\xaf", "an archive"}, {"ADIF", "an AAC file"},
}

// looksLike says of a file that holds no phrase what it looks like, empty where it may hold one.
func looksLike(data []byte) string {
	for _, m := range otherMagics {
		if bytes.HasPrefix(data, []byte(m.magic)) {
			return m.name
		}
	}
	media := http.DetectContentType(data)
	for _, k := range otherKinds {
		if strings.HasPrefix(media, k.media) {
			return k.name
		}
	}
	return ""
}
