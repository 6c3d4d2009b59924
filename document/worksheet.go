package document

import (
	"slices"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/lesson/worksheet"
	"evenladder/draw"
)

// onPages are the formats that take a sheet and no more.
var onPages = []string{"pdf", "svg", "png", "json"}

// PageFormats are the formats that worksheets have.
var PageFormats = slices.DeleteFunc(slices.Clone(Formats), func(f Format) bool {
	return !slices.Contains(onPages,
		f.ID)
})

// FindPages returns the format of worksheets with this id, or an error that says which there
// are.
func FindPages(id string) (Format, error) {
	f, ok := table.Find(PageFormats, id)
	if !ok {
		return Format{}, fault.Word(id, table.IDs(PageFormats))
	}
	return f, nil
}

// OfWorksheet is worksheets to be written, each page with its key where answers are wanted.
func OfWorksheet(w worksheet.Worksheet, answers bool) Source {
	return Source{Value: w, Sheet: draw.WorksheetSheet(w, answers), Name: "worksheet-" + w.Kind}
}

// OfItem is one item of a worksheet as a picture, by the numbers of its sheet and of the item,
// from 1.
func OfItem(w worksheet.Worksheet, sheet, item int) (Source, error) {
	var faults fault.List
	if faults.Between("sheet", sheet, 1, len(w.Sheets)); len(faults) > 0 {
		return Source{}, faults
	}
	items := w.Sheets[sheet-1].Items
	if faults.Between("item", item, 1, len(items)); len(faults) > 0 {
		return Source{}, faults
	}
	return Source{Value: w, Sheet: draw.ItemSheet(w, items[item-1]), Name: "item"}, nil
}
