package intake

import (
	"bytes"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/take"
	"evenladder/core/music/piece"
	"evenladder/format/smf"
	"evenladder/format/wav"
	"evenladder/sound"
)

// Performed is a file of notes as a simulated player played them, "mid" or "wav"; "mid"
// where nothing is said. Noise and seed are those of sound.Perform, and for sound alone.
func Performed(kind string, p piece.Piece, played []take.Heard, noise float64, seed int) ([]byte, error) {
	var out bytes.Buffer
	switch kind {
	case "", "mid":
		err := smf.WriteHeard(&out, p.Instrument, played, p.Rhythm.TempoBPM)
		return out.Bytes(), err
	case "wav":
		samples, err := sound.Perform(p.Instrument, played, noise, seed)
		if err != nil {
			return nil, fault.At("noise", "%v", err)
		}
		err = wav.Write(&out, samples, sound.Rate)
		return out.Bytes(), err
	}
	return nil, fault.At("format", "%v", fault.Word(kind, "mid, wav"))
}
