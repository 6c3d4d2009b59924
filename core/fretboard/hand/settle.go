package hand

import "evenladder/core/fretboard/neck"

// briefly is how many notes a hand may open by a fret, and close again, before
// that is a shift. Common practice calls the fret beside a position a reach as
// long as the hand comes back.
const briefly = 4

// settle says where the hand stands at each note of a fingered path, and where it
// moves. A hand that opens by a fret and comes back within a few notes has stayed:
// what it took there was a reach. So has one whose fingers have two frets each
// and that goes between the two. A hand that goes further, or remains there, has
// shifted. A hand that would rather shift, or cannot open as far, always shifts.
func (h *Hand) settle(places []neck.Place, touches []Touch, a Ask) {
	stands, opens := 0, !a.Strict && h.opens
	for i := range touches {
		t := &touches[i]
		at := int(t.grip.position)
		switch {
		case at == 0: // open strings before any finger is down
		case stands == 0 && a.Home > 0 && opens && h.stays(places, touches, i, a.Home):
			stands = a.Home
		case stands == 0:
			stands = at
		case at != stands && !(opens && h.stays(places, touches, i, stands)):
			t.Shift = at - stands
			stands = at
		}
		t.Position = stands
		t.Reach = h.reachFrom(*t)
	}
}

// stays reports whether a hand that opens at a note is soon back where it stands.
func (h *Hand) stays(places []neck.Place, touches []Touch, first, stands int) bool {
	opened := 0
	for i := first; i < len(touches); i++ {
		t := touches[i]
		away := int(t.grip.position) - stands
		switch {
		case h.slides(places, touches, i):
			return false
		case away == 0:
			return true
		case away != 1 && away != -1, h.leaves(t, away):
			return false
		case t.grip.stance != noStance:
			opened++
		}
		if opened > briefly && !h.glides {
			return false
		}
	}
	return h.glides
}

// slides reports whether the hand has to be moved along a string for a note: by the
// finger of the note before, or by one on its other side.
func (h *Hand) slides(places []neck.Place, touches []Touch, i int) bool {
	if i == 0 {
		return false
	}
	a, b := touches[i-1], touches[i]
	stopped := a.grip.stance != noStance && b.grip.stance != noStance
	if !stopped || places[i-1].String != places[i].String || a.grip.position == b.grip.position {
		return false
	}
	up := places[i].Fret - places[i-1].Fret
	return up*(b.Finger-a.Finger) < 0 || up != 0 && a.Finger == b.Finger
}

// leaves reports whether a finger goes past the frets under a hand that opens by a
// fret to take it.
func (h *Hand) leaves(t Touch, away int) bool {
	reach := Forward
	if away < 0 {
		reach = Back
	}
	if !h.glides && !h.reaches[reach] {
		return true
	}
	if t.grip.stance == noStance {
		return false
	}
	s := h.stances[t.grip.stance]
	if h.glides && t.Finger == Index { // it has two frets: the other pair has one of them
		return away < 0 && s.Offset < 0 || away > 0 && s.Offset == 0
	}
	return s.Reach == reach
}

// reachFrom is the reach of a finger that takes a note from where the hand stands,
// which may be a fret beside the grip that it was priced with.
func (h *Hand) reachFrom(t Touch) Reach {
	if t.grip.stance == noStance {
		return Home
	}
	opened := int(t.grip.position) - t.Position
	switch reach := h.stances[t.grip.stance].Reach; {
	case opened == 0 || h.glides:
		return reach
	case opened < 0 && t.Finger == Index:
		return Back
	case opened > 0 && t.Finger == Little:
		return Forward
	}
	return Home
}

// Join is one path played after another: the hand moves from the end of the
// first to where the second begins.
func Join(first, second []Touch) []Touch {
	if len(first) == 0 || len(second) == 0 {
		return append(first, second...)
	}
	if from := first[len(first)-1].Position; from > 0 {
		second[0].Shift = second[0].Position - from
	}
	return append(first, second...)
}
