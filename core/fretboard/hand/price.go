package hand

import "math"

// price is two measures in one integer, so that both add up and compare in one
// step: the cost, and where costs are equal how late the hand moves. The cost is
// in the high bits, in thousandths. The low bits hold the earliness: for each
// shift the number of notes that are still to come, so that of two ways the one
// that moves later has less. They hold paths of some 5000 notes.
type price int64

const earlyBits = 24

// Prices past every fingering. Paths of some 5000 notes can add up the first two.
const (
	givenUp    price = 1 << 46 // a hold that is given up: dearer than any fingers
	never      price = 1 << 50 // what cannot be done
	outOfReach price = 1 << 61 // dearer than any path
)

// costing is the price of a cost in thousandths.
func costing(thousandths int64) price { return price(thousandths << earlyBits) }

// cost is the first measure alone, in thousandths.
func (p price) cost() int64 { return int64(p >> earlyBits) }

func thousandths(cost float64) int64 { return int64(math.Round(cost * 1000)) }

// toll is the price of going from one grip to another as the last step of a
// path. A toll that is odd moves the hand, which is the dearer the more notes
// follow.
type toll price

const moving toll = 1

// before is the toll where so many notes follow.
func (t toll) before(notes price) price { return price(t) + price(t&moving)*notes }
