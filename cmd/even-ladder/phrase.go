package main

import (
	"encoding/json"
	"fmt"
	"os"

	"github.com/spf13/cobra"

	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
	"evenladder/intake"
)

func phraseCommand() *cobra.Command {
	var of string
	c := &cobra.Command{
		Use:   "phrase [--brief brief.json] FILE",
		Short: "Read a phrase (MusicXML, MIDI, ABC, tab, CSV or typed notes) and print its degrees, the scales that fit, remarks and ways to play it, as JSON",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			request := phrase.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "guitar"}}}
			if of != "" {
				data, err := os.ReadFile(of)
				if err != nil {
					return err
				}
				if request.Brief, err = brief.Parse(data); err != nil {
					return err
				}
				request.Keep = request.Brief.Scale != (brief.Scale{})
			}
			file, err := os.Open(args[0])
			if err != nil {
				return err
			}
			defer file.Close()
			data, err := readAtMost(file, "phrase", intake.MaxPhraseBytes)
			if err != nil {
				return err
			}
			if request.Line, err = intake.Phrase("phrase", args[0], data, request.Brief); err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			made, err := phrase.Build(request)
			if err != nil {
				return err
			}
			return json.NewEncoder(cmd.OutOrStdout()).Encode(made)
		},
	}
	c.Flags().StringVar(&of, "brief", "", "file with the instrument, hand and note names, and the key if known")
	return c
}
