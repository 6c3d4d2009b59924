package main

import (
	"encoding/json"

	"github.com/spf13/cobra"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/call"
	"evenladder/server"
)

func callsCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "calls < request.json",
		Short: "Write calls with their answers as JSON: numbers, notes to find, places to name, scales to spell, signatures",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			data, err := readAtMost(cmd.InOrStdin(), "request", server.MaxBodyBytes)
			if err != nil {
				return err
			}
			var request call.Request
			if err := fault.Decode(data, "request", &request); err != nil {
				return err
			}
			made, err := call.Build(request)
			if err != nil {
				return err
			}
			return json.NewEncoder(cmd.OutOrStdout()).Encode(made)
		},
	}
}
