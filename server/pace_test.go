package server_test

import (
	"fmt"
	"io"
	"net"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A client that sends a take slowly keeps nobody waiting: drawings are made meanwhile.
func TestASlowUploadKeepsNobodyWaiting(t *testing.T) {
	c := start(t)
	at := strings.TrimPrefix(c.base, "http://")
	for range 12 { // more than may wait their turn
		slow, err := net.Dial("tcp", at)
		require.NoError(t, err)
		defer slow.Close()
		_, err = fmt.Fprintf(slow, "POST /api/v1/keeping/backups HTTP/1.1\r\nHost: %s\r\nContent-Type: application/octet-stream\r\nContent-Length: 90000\r\n\r\nhalf", at)
		require.NoError(t, err)
	}
	client := http.Client{Timeout: 15 * time.Second}
	res, err := client.Post("http://"+at+"/api/v1/plan/document?format=pdf", "application/json", strings.NewReader(dorianOn("bass")))
	require.NoError(t, err)
	defer res.Body.Close()
	assert.Equal(t, 200, res.StatusCode)
	_, err = io.Copy(io.Discard, res.Body)
	require.NoError(t, err)
}

// A body may take the longer, the larger it is: what stands still does not stay, what goes on goes through.
func TestABodyThatComesSlowly(t *testing.T) {
	c := start(t)
	r, w := io.Pipe()
	go func() {
		for range 30 {
			if _, err := w.Write(make([]byte, 64<<10)); err != nil {
				return
			}
			time.Sleep(20 * time.Millisecond)
		}
		_ = w.Close()
	}()
	res, err := http.Post(c.base+"/api/v1/keeping/backups", "application/octet-stream", r)
	require.NoError(t, err)
	defer res.Body.Close()
	assert.Equal(t, 422, res.StatusCode, "it came whole, and is no backup")
}
