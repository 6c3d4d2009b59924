package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"strings"

	"github.com/spf13/cobra"

	"evenladder/core/fault"
	"evenladder/core/plan"
	"evenladder/core/take"
	"evenladder/format/smf"
)

func takeCommand() *cobra.Command {
	var of string
	c := &cobra.Command{
		Use:   "take --brief brief.json FILE.mid",
		Short: "Judge what was played against the plan of a brief, as JSON",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			p, err := planOf(of)
			if err != nil {
				return err
			}
			if kind := strings.ToLower(filepath.Ext(args[0])); kind != ".mid" && kind != ".midi" {
				return fault.At("take", "%q was given: give a MIDI file, .mid", kind)
			}
			data, err := os.ReadFile(args[0])
			if err != nil {
				return err
			}
			heard, err := smf.Read(bytes.NewReader(data))
			if err != nil {
				return fault.At("take", "%v", err)
			}
			made, err := take.Judge(p.Piece(), heard, take.MIDIFloorMS)
			if err != nil {
				return err
			}
			return json.NewEncoder(cmd.OutOrStdout()).Encode(made)
		},
	}
	c.Flags().StringVar(&of, "brief", "", "file with the brief")
	_ = c.MarkFlagRequired("brief")
	return c
}

func playerCommand() *cobra.Command {
	var of string
	var errors take.Errors
	c := &cobra.Command{
		Use:   "player --brief brief.json > take.mid",
		Short: "Play the plan of a brief as a simulated player does, with the errors asked for, as MIDI",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			p, err := planOf(of)
			if err != nil {
				return err
			}
			heard, err := take.Play(p.Piece(), errors)
			if err != nil {
				return err
			}
			return smf.WriteHeard(cmd.OutOrStdout(), heard, p.Run.Rhythm.TempoBPM)
		},
	}
	f := c.Flags()
	f.StringVar(&of, "brief", "", "file with the brief")
	f.IntVar(&errors.Seed, "seed", 1, "the same number plays the same take")
	f.Float64Var(&errors.JitterMS, "jitter", 0, "spread of the onsets in ms")
	f.Float64Var(&errors.DriftPercent, "drift", 0, "percent faster from the beginning to the end")
	f.Float64Var(&errors.PauseMS, "pause", 0, "ms that the player waits at each shift")
	f.IntVar(&errors.Wrong, "wrong", 0, "notes a fret beside")
	f.IntVar(&errors.Missed, "missed", 0, "notes that are left out")
	f.IntVar(&errors.Extra, "extra", 0, "notes too many")
	_ = c.MarkFlagRequired("brief")
	return c
}

// planOf is the plan of the brief in a file.
func planOf(name string) (plan.Plan, error) {
	file, err := os.Open(name)
	if err != nil {
		return plan.Plan{}, fmt.Errorf("--brief: %w", err)
	}
	defer file.Close()
	return readPlan(file)
}
