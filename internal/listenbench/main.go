// Command listenbench measures how well takes are heard: runs of every instrument at
// several speeds, clean and spoilt, as the physical model plays them and as a sampled
// sound font does, from the application's own MIDI file. It prints the table of
// docs/listening.md.
package main

import (
	"bytes"
	"cmp"
	"flag"
	"fmt"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"time"

	"evenladder/core/lesson/take"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/format/smf"
	"evenladder/format/wav"
	"evenladder/listen"
	"evenladder/sound"
)

// works are what is played, in keys of their own.
var works = []struct{ instrument, brief string }{
	{"guitar", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "mixolydian"}, "layout": {"system": "three-per-string"}, "run": {"pattern": "groups", "size": 3, "direction": "up-down"}}`},
	{"bass", `{"instrument": {"id": "bass"}, "scale": {"tonic": "G", "name": "dorian"}, "layout": {"system": "seven-position"}, "run": {"pattern": "groups", "size": 4, "direction": "up-down"}}`},
	{"ukulele", `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Eb", "name": "major"}, "layout": {"system": "three-per-string"}, "run": {"pattern": "groups", "size": 4, "direction": "up-down"}}`},
	{"mandolin", `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "F", "name": "lydian"}, "layout": {"system": "four-per-string"}, "run": {"pattern": "intervals", "size": 3, "direction": "up-down"}}`},
}

var upright = struct{ instrument, brief string }{"upright-bass",
	`{"instrument": {"id": "upright-bass"}, "scale": {"tonic": "Bb", "name": "major"}, "run": {"pattern": "groups", "size": 3, "direction": "up-down"}}`}

// speeds are tempos of four notes to the beat: 4, 8 and 11 notes a second.
var speeds = []struct{ perSecond, tempo int }{{4, 60}, {8, 120}, {11, 165}}

const jitterMS, slips, noiseDB = 8, 3, 20

// score is how some takes were heard, counted by note.
type score struct {
	played, found, rightly    int // notes that were played, found, found with their own pitch
	right, calledWrong        int // right notes that were found, and called wrong
	wrong, wrongTold          int
	missed, missedTold        int
	extra, extraTold, extras  int // extra notes, told, and told where there are none
	offMS, evenness, truly    []float64
	soundSeconds, takenSecond float64
}

func main() {
	seeds := flag.Int("seeds", 4, "takes of each kind")
	first := flag.Int("first", 1000, "seed of the first of them; the constants were found on takes from 100 on")
	font := flag.String("font", "/usr/share/sounds/sf2/TimGM6mb.sf2", "sound font for fluidsynth")
	withUpright := flag.Bool("upright", false, "measure the upright bass too")
	only := flag.String("only", "", "measure this instrument alone")
	flag.Parse()
	all := works
	if *withUpright {
		all = append(all, upright)
	}
	fmt.Println("| instrument | notes a second | sound | take | notes found | found rightly | right called wrong | wrong told | missed told | extra told | false extras | onset error, median / 95 % (ms) | evenness read / true (ms) | times real time |")
	fmt.Println("|---|---|---|---|---|---|---|---|---|---|---|---|---|---|")
	for _, w := range all {
		if *only != "" && w.instrument != *only {
			continue
		}
		for _, s := range speeds {
			for _, source := range []string{"model", "font"} {
				for _, spoilt := range []bool{false, true} {
					measured, err := measure(w.brief, s.tempo, source, *font, spoilt, *first, *seeds)
					if err != nil {
						fmt.Fprintln(os.Stderr, err)
						os.Exit(1)
					}
					kind := map[bool]string{false: "clean", true: "spoilt"}[spoilt]
					fmt.Printf("| %s | %d | %s | %s | %s |\n", w.instrument, s.perSecond, source, kind, measured)
				}
			}
		}
	}
}

func measure(given string, tempo int, source, font string, spoilt bool, first, seeds int) (score, error) {
	var s score
	b, err := brief.Parse([]byte(given))
	if err != nil {
		return s, err
	}
	four := 4
	b.Rhythm.PerBeat, b.Rhythm.TempoBPM = &four, &tempo
	p, err := plan.Build(b)
	if err != nil {
		return s, err
	}
	for seed := range seeds {
		errors := take.Errors{Seed: first + seed, JitterMS: jitterMS}
		noise := 0.0
		if spoilt {
			errors.Wrong, errors.Missed, errors.Extra, noise = slips, slips, slips, noiseDB
		}
		if err := s.add(p.Piece(), errors, noise, source, font); err != nil {
			return s, err
		}
	}
	return s, nil
}

// add plays a take and listens to it.
func (s *score) add(p piece.Piece, e take.Errors, noise float64, source, font string) error {
	played, err := take.Play(p, e)
	if err != nil {
		return err
	}
	var file bytes.Buffer
	if source == "model" {
		samples, err := sound.Perform(p.Instrument, played, noise, e.Seed)
		if err != nil {
			return err
		}
		if err := wav.Write(&file, samples, sound.Rate); err != nil {
			return err
		}
	} else if played, err = fromFont(&file, p, played, font); err != nil {
		return err
	}
	truth, err := take.Judge(p, played, take.MIDIFloorMS)
	if err != nil {
		return err
	}
	begun := time.Now()
	samples, rate, err := wav.Read(&file)
	if err != nil {
		return err
	}
	expect := listen.Expected(p)
	heard, err := listen.Notes(listen.Sound{Samples: samples, Rate: rate}, expect)
	if err != nil {
		return err
	}
	got, err := take.Judge(p, heard, listen.FloorMS(expect))
	if err != nil {
		return err
	}
	s.takenSecond += time.Since(begun).Seconds()
	s.soundSeconds += float64(len(samples)) / float64(rate)
	s.compare(truth, got)
	return nil
}

// fromFont writes a take as MIDI, lets fluidsynth play it, and tells the notes as the
// file has them.
func fromFont(out *bytes.Buffer, p piece.Piece, played []take.Heard, font string) ([]take.Heard, error) {
	dir, err := os.MkdirTemp("", "listen")
	if err != nil {
		return nil, err
	}
	defer os.RemoveAll(dir)
	var midi bytes.Buffer
	if err := smf.WriteHeard(&midi, p.Instrument, played, p.Rhythm.TempoBPM); err != nil {
		return nil, err
	}
	from, to := filepath.Join(dir, "take.mid"), filepath.Join(dir, "take.wav")
	if err := os.WriteFile(from, midi.Bytes(), 0o600); err != nil {
		return nil, err
	}
	if text, err := exec.Command("fluidsynth", "-ni", "-q", "-g", "0.8", "-r", "44100", "-F", to, font,
		from).CombinedOutput(); err != nil {
		return nil, fmt.Errorf("fluidsynth: %w: %s", err, text)
	}
	data, err := os.ReadFile(to)
	if err != nil {
		return nil, err
	}
	out.Write(data)
	return smf.Read(&midi)
}

func (s *score) compare(truth, got take.Take) {
	var offs []float64
	for i, want := range truth.Events {
		have := got.Events[i]
		if want.Verdict == take.Missed {
			s.missed++
			if have.Verdict == take.Missed {
				s.missedTold++
			}
			continue
		}
		s.played++
		if have.Verdict != take.Missed {
			s.found++
			if *have.HeardMIDI == *want.HeardMIDI {
				s.rightly++
			}
			offs = append(offs, (*have.OnsetSec-*want.OnsetSec)*1000)
		}
		if want.Verdict == take.Wrong {
			s.wrong++
			if have.Verdict == take.Wrong {
				s.wrongTold++
			}
			continue
		}
		s.right++
		if have.Verdict == take.Wrong {
			s.calledWrong++
		}
	}
	// A lag that is the same for all is no error: the judgement takes it off.
	middle := quantile(offs, 0.5)
	for _, o := range offs {
		s.offMS = append(s.offMS, math.Abs(o-middle))
	}
	s.extra += truth.Extra
	for _, x := range got.Extras {
		if slices.ContainsFunc(truth.Extras, func(t take.Heard) bool { return math.Abs(t.OnsetSec-x.OnsetSec) < 0.05 }) {
			s.extraTold++
		} else {
			s.extras++
		}
	}
	s.evenness, s.truly = append(s.evenness, got.EvennessMS), append(s.truly, truth.EvennessMS)
}

// String is the score as cells of a table.
func (s score) String() string {
	return fmt.Sprintf("%s | %s | %s | %s | %s | %s | %d | %.1f / %.1f | %.1f / %.1f | %.0f",
		share(s.found, s.played), share(s.rightly, s.found), share(s.calledWrong, s.right), share(s.wrongTold,
			s.wrong), share(s.missedTold, s.missed), share(s.extraTold, s.extra), s.extras,
		quantile(s.offMS, 0.5), quantile(s.offMS, 0.95), quantile(s.evenness, 0.5), quantile(s.truly, 0.5),
		s.soundSeconds/s.takenSecond)
}

func share(n, of int) string {
	if of == 0 {
		return "–"
	}
	return fmt.Sprintf("%.1f %%", 100*float64(n)/float64(of))
}

func quantile[T cmp.Ordered](values []T, q float64) (out T) {
	if len(values) == 0 {
		return out
	}
	sorted := slices.Sorted(slices.Values(values))
	return sorted[int(q*float64(len(sorted)-1)+0.5)]
}
