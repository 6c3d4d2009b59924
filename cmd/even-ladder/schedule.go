package main

import (
	"encoding/json"

	"github.com/spf13/cobra"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/schedule"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/server"
)

func scheduleCommand() *cobra.Command {
	var format, paper string
	c := &cobra.Command{
		Use:   "schedule < request.json",
		Short: "Write a practice plan, day by day: JSON, or with --format a calendar or a page",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			data, err := readAtMost(cmd.InOrStdin(), "request", server.MaxBodyBytes)
			if err != nil {
				return err
			}
			var request schedule.Request
			if err := fault.Decode(data, "request", &request); err != nil {
				return err
			}
			size, err := draw.FindPaper(paper)
			if err != nil {
				return fault.At("paper", "%v", err)
			}
			weeks, err := schedule.Build(request, nil)
			if err != nil {
				return err
			}
			name, err := json.Marshal(request.Brief)
			if err != nil {
				return err
			}
			file, err := document.WriteCalendar(format, document.Calendar{Weeks: weeks, Name: string(name),
				Title: "Practice plan"}, draw.Form{Paper: size})
			if err != nil {
				return err
			}
			_, err = cmd.OutOrStdout().Write(file.Data)
			return err
		},
	}
	c.Flags().StringVar(&format, "format", "json", "json, ics or pdf")
	c.Flags().StringVar(&paper, "paper", draw.A4.ID, "a4 or letter")
	return c
}
