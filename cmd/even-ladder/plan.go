package main

import (
	"encoding/json"
	"io"

	"github.com/spf13/cobra"

	"evenladder/core/brief"
	"evenladder/core/fault"
	"evenladder/core/plan"
	"evenladder/core/round"
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

func roundCommand() *cobra.Command {
	var format, paper, layout string
	c := &cobra.Command{
		Use:   "round < brief.json",
		Short: "Carry a brief through every key, as its round says: JSON, or a file with --format",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			b, err := readBrief(cmd.InOrStdin())
			if err != nil {
				return err
			}
			if err := draw.FindRoundLayout(layout); err != nil {
				return fault.At("layout", "%v", err)
			}
			r, err := round.Build(b)
			if err != nil {
				return err
			}
			if format == "" {
				return json.NewEncoder(cmd.OutOrStdout()).Encode(r)
			}
			return writeDocument(cmd.OutOrStdout(), format, paper, document.OfRound(r, layout))
		},
	}
	c.Flags().StringVar(&format, "format", "", "kind of file; JSON without it")
	c.Flags().StringVar(&paper, "paper", draw.A4.ID, "a4 or letter")
	c.Flags().StringVar(&layout, "layout", draw.FourToAPage, "pages or summary")
	return c
}

func documentCommand() *cobra.Command {
	var format, paper string
	c := &cobra.Command{
		Use:   "document --format F < brief.json",
		Short: "Write the plan of a brief as a file",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			p, err := readPlan(cmd.InOrStdin())
			if err != nil {
				return err
			}
			return writeDocument(cmd.OutOrStdout(), format, paper, document.OfPlan(p))
		},
	}
	c.Flags().StringVar(&format, "format", "", "kind of file")
	c.Flags().StringVar(&paper, "paper", draw.A4.ID, "a4 or letter")
	return c
}

func writeDocument(w io.Writer, format, paper string, source document.Source) error {
	f, err := document.Find(format)
	if err != nil {
		return fault.At("format", "%v", err)
	}
	size, err := draw.FindPaper(paper)
	if err != nil {
		return fault.At("paper", "%v", err)
	}
	data, err := f.Write(source, size)
	if err != nil {
		return err
	}
	_, err = w.Write(data)
	return err
}

func readPlan(r io.Reader) (plan.Plan, error) {
	b, err := readBrief(r)
	if err != nil {
		return plan.Plan{}, err
	}
	return plan.Build(b)
}

// readBrief reads a brief no larger than the server would.
func readBrief(r io.Reader) (brief.Brief, error) {
	data, err := io.ReadAll(io.LimitReader(r, server.MaxBodyBytes+1))
	if err != nil {
		return brief.Brief{}, err
	}
	if len(data) > server.MaxBodyBytes {
		return brief.Brief{}, fault.At("brief", "more than %d kB were given: give at most that", server.MaxBodyBytes>>10)
	}
	return brief.Parse(data)
}
