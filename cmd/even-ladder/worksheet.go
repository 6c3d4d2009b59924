package main

import (
	"github.com/spf13/cobra"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/worksheet"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/server"
)

func worksheetCommand() *cobra.Command {
	var format, paper string
	var answers bool
	var page int
	c := &cobra.Command{
		Use:   "worksheet < request.json",
		Short: "Write worksheets to fill in by hand, and their answers",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			data, err := readAtMost(cmd.InOrStdin(), "request", server.MaxBodyBytes)
			if err != nil {
				return err
			}
			var request worksheet.Request
			if err := fault.Decode(data, "request", &request); err != nil {
				return err
			}
			f, err := document.FindPages(format)
			if err != nil {
				return fault.At("format", "%v", err)
			}
			size, err := draw.FindPaper(paper)
			if err != nil {
				return fault.At("paper", "%v", err)
			}
			if page < 0 {
				return fault.At("page", "%d was given: give a page from 1", page)
			}
			made, err := worksheet.Build(request)
			if err != nil {
				return err
			}
			file, err := f.Write(document.OfWorksheet(made, answers), document.Options{Form: draw.Form{Paper: size,
				Page: page}})
			if err != nil {
				return err
			}
			_, err = cmd.OutOrStdout().Write(file.Data)
			return err
		},
	}
	c.Flags().StringVar(&format, "format", "json",
		"pdf, svg, png or json; several svg or png pages come as an archive")
	c.Flags().BoolVar(&answers, "answers", false, "add an answer page to each page")
	c.Flags().StringVar(&paper, "paper", draw.A4.ID, "a4 or letter")
	c.Flags().IntVar(&page, "page", 0, "only this page, from 1")
	return c
}
