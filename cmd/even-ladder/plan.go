package main

import (
	"encoding/json"
	"fmt"
	"io"

	"github.com/spf13/cobra"

	"evenladder/core/plan"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/server"
)

func planCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "plan < brief.json",
		Short: "Write the plan of a brief as JSON",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			p, err := readPlan(cmd.InOrStdin())
			if err != nil {
				return err
			}
			return json.NewEncoder(cmd.OutOrStdout()).Encode(p)
		},
	}
}

func documentCommand() *cobra.Command {
	var format, paper string
	c := &cobra.Command{
		Use:   "document --format F < brief.json",
		Short: "Write the plan of a brief as a file",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			f, err := document.Find(format)
			if err != nil {
				return plan.Errors{{Field: "format", Message: err.Error()}}
			}
			size, err := draw.FindPaper(paper)
			if err != nil {
				return plan.Errors{{Field: "paper", Message: err.Error()}}
			}
			p, err := readPlan(cmd.InOrStdin())
			if err != nil {
				return err
			}
			data, err := f.Write(document.OfPlan(p), size)
			if err != nil {
				return err
			}
			_, err = cmd.OutOrStdout().Write(data)
			return err
		},
	}
	c.Flags().StringVar(&format, "format", "", "kind of file")
	c.Flags().StringVar(&paper, "paper", draw.A4.ID, "a4 or letter")
	return c
}

// readPlan reads a brief no larger than the server would.
func readPlan(r io.Reader) (plan.Plan, error) {
	data, err := io.ReadAll(io.LimitReader(r, server.MaxBodyBytes+1))
	if err != nil {
		return plan.Plan{}, err
	}
	if len(data) > server.MaxBodyBytes {
		return plan.Plan{}, plan.Errors{{Field: "brief", Message: fmt.Sprintf("more than %d kB were given: give at most that", server.MaxBodyBytes>>10)}}
	}
	b, err := plan.ParseBrief(data)
	if err != nil {
		return plan.Plan{}, err
	}
	return plan.Build(b)
}
