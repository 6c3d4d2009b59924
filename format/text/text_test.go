package text

import (
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"
)

func TestPlain(t *testing.T) {
	const want = "K:B♭\né\n"
	encoded := func(of interface{ Bytes([]byte) ([]byte, error) }, s string) []byte {
		out, err := of.Bytes([]byte(s))
		require.NoError(t, err)
		return out
	}
	for name, data := range map[string][]byte{
		"as it is": []byte(want), "with a mark": []byte("\ufeff" + want), "CRLF": []byte("K:B♭\r\né\r\n"), "CR": []byte("K:B♭\ré\r"),
		"UTF-16 little": encoded(unicode.UTF16(unicode.LittleEndian, unicode.UseBOM).NewEncoder(), want),
		"UTF-16 big":    encoded(unicode.UTF16(unicode.BigEndian, unicode.UseBOM).NewEncoder(), want),
		"no mark":       encoded(unicode.UTF16(unicode.LittleEndian, unicode.IgnoreBOM).NewEncoder(), want),
	} {
		got, guessed := Plain(data)
		assert.Equal(t, want, string(got), name)
		assert.False(t, guessed, name)
	}
	got, guessed := Plain(encoded(charmap.Windows1252.NewEncoder(), "café – “one”\r\n"))
	assert.Equal(t, "café – “one”\n", string(got))
	assert.True(t, guessed)
}

func FuzzPlain(f *testing.F) {
	for _, s := range []string{"", "\xff\xfe", "\xff\xfea", "a\x00b\x00", "\xef\xbb\xbf\r\r\n", "\xe9"} {
		f.Add([]byte(s))
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		got, _ := Plain(data)
		if !utf8.Valid(got) {
			t.Fatalf("%q", got)
		}
		again, guessed := Plain(append([]byte("\ufeff"), got...))
		if guessed || string(again) != string(got) && got[0] != 0xef {
			t.Fatalf("%q, then %q", got, again)
		}
	})
}
