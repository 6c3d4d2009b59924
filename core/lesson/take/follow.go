package take

import "evenladder/core/music/piece"

// ahead is by how many notes a player may go on while one is not heard.
const ahead = 3

// Follow tells how many notes of a piece have been played, when so many were before and
// more are heard since. It is for the mark that follows the playing, and forgiving: a
// note that fits nothing near is passed over.
func Follow(p piece.Piece, before int, heard []Heard) int {
	at := min(max(before, 0), len(p.Events))
	for _, h := range heard {
		if h.Doubt >= flutter {
			continue
		}
		for i := at; i < min(at+ahead, len(p.Events)); i++ {
			if h.Is(p.Events[i].MIDI) {
				at = i + 1
				break
			}
		}
	}
	return at
}
