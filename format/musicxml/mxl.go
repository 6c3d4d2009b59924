package musicxml

import (
	"archive/zip"
	"encoding/xml"
	"io"

	"evenladder/core/music/score"
)

const container = xml.Header + `<container>
 <rootfiles>
  <rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/>
 </rootfiles>
</container>
`

// WriteCompressed writes a score as a compressed MusicXML file: a zip archive
// with the score and a container that names it.
func WriteCompressed(w io.Writer, s score.Score) error {
	return compressed(w, func(w io.Writer) error { return Write(w, s) })
}

// WritePartsCompressed writes the parts of several players so.
func WritePartsCompressed(w io.Writer, parts []Part) error {
	return compressed(w, func(w io.Writer) error { return WriteParts(w, parts) })
}

func compressed(w io.Writer, write func(io.Writer) error) error {
	z := zip.NewWriter(w)
	for _, f := range []struct {
		name   string
		method uint16
		write  func(io.Writer) error
	}{
		{"mimetype", zip.Store, func(w io.Writer) error {
			_, err := io.WriteString(w,
				"application/vnd.recordare.musicxml")
			return err
		}},
		{"META-INF/container.xml", zip.Deflate, func(w io.Writer) error {
			_, err := io.WriteString(w,
				container)
			return err
		}},
		{"score.musicxml", zip.Deflate, write},
	} {
		file, err := z.CreateHeader(&zip.FileHeader{Name: f.name, Method: f.method}) // without a time: the same bytes each time
		if err != nil {
			return err
		}
		if err := f.write(file); err != nil {
			return err
		}
	}
	return z.Close()
}
