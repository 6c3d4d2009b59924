// Package diskfault lets the disk fail under SQLite for tests: a write that is counted out fails, alone
// or with all that follow. It works through the system calls that SQLite lets tests replace.
package diskfault

import (
	"fmt"
	"sync"
	"sync/atomic"
	"syscall"
	"unsafe"

	"modernc.org/libc"
	sqlite3 "modernc.org/sqlite/lib"
)

// Fault is which write fails, and how.
type Fault struct {
	At    int64         // from 1
	Errno syscall.Errno // such as ENOSPC
	Short bool          // half of it is written before
	Stays bool          // those that follow fail too
}

var (
	once    sync.Once
	now     atomic.Pointer[Fault]
	counted atomic.Int64

	write    func(*libc.TLS, int32, uintptr, uint64, int64) int64 = failingWrite
	truncate func(*libc.TLS, int32, int64) int32                  = failingTruncate
	trueSite struct{ write, truncate uintptr }
)

// Inject lets the disk fail from now on, and counts writes anew. It is for one test at a time.
func Inject(f Fault) {
	once.Do(replace)
	counted.Store(0)
	now.Store(&f)
}

// Mend ends the fault, and gives how many writes there were.
func Mend() int64 {
	now.Store(nil)
	return counted.Load()
}

func replace() {
	tls := libc.NewTLS()
	defer tls.Close()
	vfs := sqlite3.Xsqlite3_vfs_find(tls, 0)
	trueSite.write = exchange(tls, vfs, pointer(write), "pwrite64", "pwrite")
	trueSite.truncate = exchange(tls, vfs, pointer(truncate), "ftruncate")
}

// exchange puts a function in the place of a system call, under the first of the names that this
// SQLite has for it, and gives that call.
func exchange(tls *libc.TLS, vfs uintptr, with uintptr, names ...string) uintptr {
	of := at[sqlite3.Tsqlite3_vfs](vfs)
	for _, name := range names {
		c, err := libc.CString(name)
		if err != nil {
			panic(err)
		}
		was := call[func(*libc.TLS, uintptr, uintptr) uintptr](of.FxGetSystemCall)(tls, vfs, c)
		rc := int32(sqlite3.SQLITE_NOTFOUND)
		if was != 0 {
			rc = call[func(*libc.TLS, uintptr, uintptr, uintptr) int32](of.FxSetSystemCall)(tls, vfs, c, with)
		}
		libc.Xfree(tls, c)
		if rc == sqlite3.SQLITE_OK {
			return was
		}
	}
	panic(fmt.Sprintf("SQLite has none of %v to be replaced", names))
}

// at is what an address of the library holds.
func at[T any](p uintptr) *T { return *(**T)(unsafe.Pointer(&p)) }

func setErrno(tls *libc.TLS, to syscall.Errno) { *at[int32](libc.X__errno_location(tls)) = int32(to) }

// pointer is a function as the library keeps one; call is one that it keeps.
func pointer[F any](f F) uintptr { return *(*uintptr)(unsafe.Pointer(&f)) }

func call[F any](p uintptr) F {
	held := struct{ uintptr }{p}
	return *(*F)(unsafe.Pointer(&held))
}

// fails counts a write and reports whether it fails.
func fails() *Fault {
	f := now.Load()
	if f == nil {
		return nil
	}
	n := counted.Add(1)
	if n == f.At || f.Stays && n > f.At {
		return f
	}
	return nil
}

func failingWrite(tls *libc.TLS, fd int32, from uintptr, n uint64, offset int64) int64 {
	as := call[func(*libc.TLS, int32, uintptr, uint64, int64) int64](trueSite.write)
	f := fails()
	switch {
	case f == nil:
		return as(tls, fd, from, n, offset)
	case f.Short && n > 1 && counted.Load() == f.At:
		return as(tls, fd, from, n/2, offset) // the rest of it comes as a write of its own
	}
	setErrno(tls, f.Errno)
	return -1
}

func failingTruncate(tls *libc.TLS, fd int32, size int64) int32 {
	if f := fails(); f != nil {
		setErrno(tls, f.Errno)
		return -1
	}
	return call[func(*libc.TLS, int32, int64) int32](trueSite.truncate)(tls, fd, size)
}
