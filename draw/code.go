package draw

import (
	"fmt"

	"github.com/boombuler/barcode/qr"
)

// code draws a text as a QR code (ISO/IEC 18004) with its top left corner at x, y.
func (p *pen) code(text string, x, y, side float64) error {
	made, err := qr.Encode(text, qr.M, qr.Auto)
	if err != nil {
		return fmt.Errorf("the address as a code: %w", err)
	}
	size := made.Bounds().Dx()
	dot := side / float64(size)
	for row := range size {
		for from := 0; from < size; {
			to := from
			for to < size && dark(made.At(to, row).RGBA()) {
				to++
			}
			if to > from {
				p.rect(x+float64(from)*dot, y+float64(row)*dot, float64(to-from)*dot, dot, 0, ink, none, 0)
			}
			from = max(to, from+1)
		}
	}
	return nil
}

func dark(r, _, _, _ uint32) bool { return r < 0x8000 }
