package main

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"strings"

	"github.com/spf13/cobra"

	"evenladder/core/lesson/take"
	"evenladder/core/planning/plan"
	"evenladder/intake"
)

func takeCommand() *cobra.Command {
	var of string
	c := &cobra.Command{
		Use:   "take --brief brief.json FILE",
		Short: "Judge what was played, a WAV or MIDI file, against the plan of a brief, as JSON",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			p, err := planOf(of)
			if err != nil {
				return err
			}
			file, err := os.Open(args[0])
			if err != nil {
				return err
			}
			defer file.Close()
			made, err := intake.File("take", file, p.Piece())
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

// performance is what the simulated player is asked for.
type performance struct {
	brief, kind, out string
	noise            float64
	errors           take.Errors
}

func playerCommand() *cobra.Command {
	var asked performance
	c := &cobra.Command{
		Use:   "player --brief brief.json [--out take.wav]",
		Short: "Play the plan of a brief as a simulated player, with chosen mistakes, as MIDI or WAV",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			data, err := asked.perform()
			if err != nil {
				return err
			}
			if asked.out != "" {
				return os.WriteFile(asked.out, data, 0o644)
			}
			_, err = cmd.OutOrStdout().Write(data)
			return err
		},
	}
	f := c.Flags()
	f.StringVar(&asked.brief, "brief", "", "file with the brief")
	f.StringVar(&asked.out, "out", "", "file to write, .mid or .wav (default: standard output)")
	f.StringVar(&asked.kind, "format", "", "mid or wav (default: from --out, or mid)")
	f.Float64Var(&asked.noise, "noise", 0, "signal-to-noise ratio of a WAV in decibels, 0 for no noise")
	f.IntVar(&asked.errors.Seed, "seed", 1, "the same number gives the same take")
	f.Float64Var(&asked.errors.JitterMS, "jitter", 0, "spread of the onsets in ms")
	f.Float64Var(&asked.errors.DriftPercent, "drift", 0, "percent faster from the beginning to the end")
	f.Float64Var(&asked.errors.PauseMS, "pause", 0, "pause in ms at each shift")
	f.IntVar(&asked.errors.Wrong, "wrong", 0, "notes played a fret off")
	f.IntVar(&asked.errors.Missed, "missed", 0, "notes left out")
	f.IntVar(&asked.errors.Extra, "extra", 0, "extra notes")
	_ = c.MarkFlagRequired("brief")
	return c
}

// perform plays, and gives the bytes of the file.
func (a performance) perform() ([]byte, error) {
	p, err := planOf(a.brief)
	if err != nil {
		return nil, err
	}
	played, err := take.Play(p.Piece(), a.errors)
	if err != nil {
		return nil, err
	}
	kind := a.kind
	if kind == "" {
		kind = strings.TrimPrefix(filepath.Ext(a.out), ".")
	}
	return intake.Performed(kind, p.Piece(), played, a.noise, a.errors.Seed)
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
