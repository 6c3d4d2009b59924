package main

import (
	"encoding/json"
	"io"

	"github.com/spf13/cobra"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/ladder"
	"evenladder/core/music/rhythm"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
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
	var layout string
	var file fileFlags
	c := &cobra.Command{
		Use:   "round < brief.json",
		Short: "Take a brief through the keys of its round: JSON, or a file with --format",
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
			if file.format == "" {
				return json.NewEncoder(cmd.OutOrStdout()).Encode(r)
			}
			return file.write(cmd.OutOrStdout(), document.OfRound(r, layout))
		},
	}
	file.of(c, "file format (default: JSON)")
	c.Flags().StringVar(&layout, "layout", draw.FourToAPage, "pages, staff or summary")
	return c
}

func ladderCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "ladder < request.json",
		Short: "Write the rungs from a start to a goal, and the next one, as JSON",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			data, err := readAtMost(cmd.InOrStdin(), "request", server.MaxExportBytes)
			if err != nil {
				return err
			}
			var request ladder.Request
			if err := fault.Decode(data, "request", &request); err != nil {
				return err
			}
			l, err := ladder.Build(request)
			if err != nil {
				return err
			}
			return json.NewEncoder(cmd.OutOrStdout()).Encode(l)
		},
	}
}

// readAtMost reads no more than the server would.
func readAtMost(r io.Reader, what string, bytes int) ([]byte, error) {
	data, err := io.ReadAll(io.LimitReader(r, int64(bytes)+1))
	if err == nil && len(data) > bytes {
		err = fault.At(what, "more than %d kB were given: give at most that", bytes>>10)
	}
	return data, err
}

func documentCommand() *cobra.Command {
	var file fileFlags
	c := &cobra.Command{
		Use:   "document --format F < brief.json",
		Short: "Write the plan of a brief as a file",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			p, err := readPlan(cmd.InOrStdin())
			if err != nil {
				return err
			}
			return file.write(cmd.OutOrStdout(), document.OfPlan(p))
		},
	}
	file.of(c, "file format")
	return c
}

// fileFlags say what file is written and how.
type fileFlags struct {
	format, paper string
	guide         rhythm.Guide
	tabAlone      bool
	page          int
	tempos        string
}

func (f *fileFlags) of(c *cobra.Command, about string) {
	c.Flags().StringVar(&f.format, "format", "", about)
	c.Flags().StringVar(&f.paper, "paper", draw.A4.ID, "a4 or letter")
	c.Flags().BoolVar(&f.tabAlone, "tab-alone", false, "leave out the staff above the tab")
	c.Flags().IntVar(&f.page, "page", 0, "one page of svg or png, from 1 (default: all)")
	c.Flags().BoolVar(&f.guide.CountIn, "count-in", false, "count-in, in audio and MIDI")
	c.Flags().IntVar(&f.guide.CountBars, "count-bars", rhythm.CountedBars, "bars that are counted in, 1 or 2")
	c.Flags().BoolVar(&f.guide.Divided, "divided", false, "count in what the beat is divided into, too")
	c.Flags().
		StringVar(&f.tempos, "tempos", "", "three, or up to three tempos in bpm with commas between them: MIDI or audio at each")
	c.Flags().
		StringVar((*string)(&f.guide.Backing), "backing", "", "with (the run over its backing) or alone (the backing), in audio and MIDI")
	c.Flags().IntVar(&f.guide.Choruses, "choruses", 1, "times that the backing goes round, 1 to 20")
	c.Flags().BoolVar(&f.guide.Click, "click", false, "click throughout, in audio and MIDI")
}

func (f *fileFlags) write(w io.Writer, source document.Source) error {
	kind, err := document.Find(f.format)
	if err != nil {
		return fault.At("format", "%v", err)
	}
	if field, err := f.guide.Check(); err != nil {
		return fault.At(field, "%v", err)
	}
	paper, err := draw.FindPaper(f.paper)
	if err != nil {
		return fault.At("paper", "%v", err)
	}
	file, err := kind.Write(source, document.Options{Form: draw.Form{Paper: paper, NoStaff: f.tabAlone,
		Page: max(f.page, 0)}, Guide: f.guide, Tempos: f.tempos})
	if err != nil {
		return err
	}
	_, err = w.Write(file.Data)
	return err
}

func readPlan(r io.Reader) (plan.Plan, error) {
	b, err := readBrief(r)
	if err != nil {
		return plan.Plan{}, err
	}
	return plan.Build(b)
}

// readBrief reads a brief, or takes that of an exported plan or round, no larger
// than the server would.
func readBrief(r io.Reader) (brief.Brief, error) {
	data, err := io.ReadAll(io.LimitReader(r, server.MaxExportBytes+1))
	if err != nil {
		return brief.Brief{}, err
	}
	if within, export := brief.Exported(data); export {
		data = within
	}
	if len(data) > server.MaxBodyBytes {
		return brief.Brief{}, fault.At("brief", "more than %d kB were given: give at most that",
			server.MaxBodyBytes>>10)
	}
	return brief.Parse(data)
}
