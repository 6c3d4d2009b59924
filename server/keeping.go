package server

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"

	"evenladder/core/base/fault"
	"evenladder/server/api"
	"evenladder/store"
)

// maxBackupBytes bounds a backup or an export that is taken in over the wire.
const maxBackupBytes = 2 << 30

func (h handlers) GetReady(ctx context.Context, _ api.GetReadyRequestObject) (api.GetReadyResponseObject, error) {
	if err := h.ready(ctx); err != nil {
		return nil, err
	}
	return api.GetReady200JSONResponse{Status: "ok"}, nil
}

func (h handlers) GetKeeping(ctx context.Context, _ api.GetKeepingRequestObject) (api.GetKeepingResponseObject, error) {
	backups, err := h.store.ListBackups()
	if err != nil {
		return nil, err
	}
	stands, err := h.store.Stands().List(ctx)
	if err != nil {
		return nil, err
	}
	apart, err := h.store.Unreadable(ctx)
	return api.GetKeeping200JSONResponse{Folder: h.store.Backups(), EveryHours: h.backupEvery.Hours(),
		Network: h.guard != nil, Addresses: h.guard.addresses(ctx), Fingerprint: h.guard.fingerprint(), Stands: stands,
		Backups: backups, Unreadable: apart}, err
}

// MakeBackup backs everything up, or takes in the backup that the body is. It waits its turn: both
// are work.
func (h handlers) MakeBackup(ctx context.Context, r api.MakeBackupRequestObject) (api.MakeBackupResponseObject, error) {
	var made api.MakeBackup201JSONResponse
	// A slow client keeps nobody waiting: it has its turn once everything has come.
	body, err := h.store.SpoolFrom(r.Body)
	if err != nil {
		return nil, err
	}
	defer body.Close()
	stat, err := body.Stat()
	if err != nil {
		return nil, err
	}
	err = h.heavy.do(ctx, func() (err error) {
		if stat.Size() == 0 {
			made.Name, made.Info, err = h.store.BackUpNow(ctx, "by-hand", h.program)
			return err
		}
		made.Name, made.Info, err = h.store.TakeIn(ctx, body)
		return backupFault("body", err)
	})
	return made, err
}

func (h handlers) LookAtBackup(ctx context.Context, r api.LookAtBackupRequestObject) (api.LookAtBackupResponseObject,
	error) {
	file, err := h.store.BackupFile(r.Name)
	if err != nil {
		return nil, err
	}
	info, err := store.Look(ctx, file)
	return api.LookAtBackup200JSONResponse{Name: r.Name, Info: info}, backupFault("name", err)
}

func (h handlers) DeleteBackup(_ context.Context, r api.DeleteBackupRequestObject) (api.DeleteBackupResponseObject, error) {
	if err := h.store.DeleteBackup(r.Name); err != nil {
		return nil, err
	}
	return api.DeleteBackup204Response{}, nil
}

func (h handlers) GetBackupFile(_ context.Context, r api.GetBackupFileRequestObject) (api.GetBackupFileResponseObject,
	error) {
	file, err := h.store.BackupFile(r.Name)
	if err != nil {
		return nil, err
	}
	f, err := os.Open(file)
	if err != nil {
		return nil, err
	}
	stat, err := f.Stat()
	if err != nil {
		return nil, errors.Join(err, f.Close())
	}
	disposition := attachment(filepath.Base(file))
	return api.GetBackupFile200ApplicationoctetStreamResponse{Body: f, ContentLength: stat.Size(),
		Headers: api.GetBackupFile200ResponseHeaders{ContentDisposition: &disposition}}, nil
}

// RestoreBackup puts a backup in the place of everything. It waits its turn.
func (h handlers) RestoreBackup(ctx context.Context,
	r api.RestoreBackupRequestObject) (api.RestoreBackupResponseObject, error) {
	file, err := h.store.BackupFile(r.Name)
	if err != nil {
		return nil, err
	}
	var out api.RestoreBackup200JSONResponse
	err = h.heavy.do(ctx, func() (err error) {
		out.Undo, out.Restored, err = h.store.RestoreNow(ctx, file, h.program)
		return backupFault("name", err)
	})
	return out, err
}

// spooled is a file, and its size, that a piece of heavy work has written when its turn came: however large it is, it is
// not in memory while a client fetches it.
func (h handlers) spooled(ctx context.Context, write func(io.Writer) error) (*os.File, int64, error) {
	out, err := h.store.Spool()
	if err != nil {
		return nil, 0, err
	}
	err = h.heavy.do(ctx, func() error { return write(out) })
	size, end := out.Seek(0, io.SeekCurrent)
	_, start := out.Seek(0, io.SeekStart)
	if err = errors.Join(err, end, start); err != nil {
		return nil, 0, errors.Join(err, out.Close())
	}
	return out, size, nil
}

// ExportAll is everything as JSON. It waits its turn.
func (h handlers) ExportAll(ctx context.Context, _ api.ExportAllRequestObject) (api.ExportAllResponseObject, error) {
	out, size, err := h.spooled(ctx, func(to io.Writer) error { return h.store.ExportTo(ctx, to, h.program) })
	if err != nil {
		return nil, err
	}
	disposition := attachment("even-ladder.json")
	return api.ExportAll200ApplicationoctetStreamResponse{Body: out, ContentLength: size,
		Headers: api.ExportAll200ResponseHeaders{ContentDisposition: &disposition}}, nil
}

// ImportAll takes an export in, or looks at it. What was there is backed up first. It waits its turn.
func (h handlers) ImportAll(ctx context.Context, r api.ImportAllRequestObject) (api.ImportAllResponseObject, error) {
	var out api.ImportAll200JSONResponse
	look := string(valueOr(r.Params.Look, "")) == "true"
	body, err := h.store.SpoolFrom(r.Body)
	if err != nil {
		return nil, err
	}
	defer body.Close()
	err = h.heavy.do(ctx, func() (err error) {
		if !look {
			if _, _, err := h.store.BackUpNow(ctx, "before-import", h.program); err != nil {
				return err
			}
		}
		out.Changes, err = h.store.Import(ctx, body, look)
		return backupFault("body", err)
	})
	return out, err
}

// backupFault is a fault of a field where a file is no backup that can be restored.
func backupFault(field string, err error) error {
	var none store.NoBackup
	var newer store.Newer
	switch {
	case errors.As(err, &none):
		return fault.At(field, "%s", none.Why)
	case errors.As(err, &newer):
		return fault.At(field, "%s", fmt.Sprintf("a newer Even Ladder wrote it: its tables have version %d, this one knows up to %d", newer.Have, newer.Known))
	}
	return err
}
