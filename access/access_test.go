package access_test

import (
	"crypto/tls"
	"crypto/x509"
	"net"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/access"
)

func TestPassphrase(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "new")
	none, err := access.Kept(dir)
	require.NoError(t, err)
	assert.Empty(t, none)
	require.NoError(t, access.Keep(dir, "gate porch kettle moth"))
	hash, err := access.Kept(dir)
	require.NoError(t, err)
	assert.True(t, strings.HasPrefix(hash, "$argon2id$v=19$m=65536,t=3,p=2$"), hash)
	assert.NotContains(t, hash, "gate")
	assert.True(t, access.Matches(hash, "gate porch kettle moth"))
	for _, wrong := range []string{"", "gate porch kettle mot", "Gate porch kettle moth", strings.Repeat("x", 300)} {
		assert.False(t, access.Matches(hash, wrong), wrong)
	}
	again, err := access.Hash("gate porch kettle moth")
	require.NoError(t, err)
	assert.NotEqual(t, hash, again, "its own salt each time")
	stat, err := os.Stat(filepath.Join(dir, "passphrase"))
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), stat.Mode().Perm())
	assert.ErrorContains(t, access.Keep(dir, "short"), "give 12 to 200")
	for _, broken := range []string{"", "$argon2id$", "$argon2id$v=19$m=0,t=0,p=0$AA$AA",
		"$argon2id$v=19$m=99999999,t=3,p=2$AA$AA", "plain"} {
		assert.False(t, access.Matches(broken, "gate porch kettle moth"), broken)
	}
}

// The certificate names the hosts, is kept, and is made again before it ends or for another host.
func TestCertificate(t *testing.T) {
	dir, now := t.TempDir(), time.Now()
	hosts := access.Hosts(&net.TCPAddr{IP: net.ParseIP("192.0.2.7")}, []string{"porch.lan"})
	assert.Subset(t, hosts, []string{"127.0.0.1", "192.0.2.7", "localhost", "porch.lan"})
	c, err := access.Certificate(dir, hosts, now)
	require.NoError(t, err)
	leaf, err := x509.ParseCertificate(c.Certificate[0])
	require.NoError(t, err)
	for _, h := range hosts {
		assert.NoError(t, leaf.VerifyHostname(h))
	}
	assert.Error(t, leaf.VerifyHostname("elsewhere.lan"))
	same, err := access.Certificate(dir, hosts, now.Add(300*24*time.Hour))
	require.NoError(t, err)
	assert.Equal(t, access.Fingerprint(c), access.Fingerprint(same))
	for what, change := range map[string]func() (tls.Certificate, error){
		"it ends soon": func() (tls.Certificate, error) {
			return access.Certificate(dir, hosts,
				now.Add(380*24*time.Hour))
		},
		"another host": func() (tls.Certificate, error) {
			return access.Certificate(dir, append(hosts, "shed.lan"),
				now)
		},
	} {
		before, err := access.Certificate(dir, hosts, now)
		require.NoError(t, err)
		other, err := change()
		require.NoError(t, err)
		assert.NotEqual(t, access.Fingerprint(before), access.Fingerprint(other), what)
	}
	stat, err := os.Stat(filepath.Join(dir, "certificate-key.pem"))
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), stat.Mode().Perm())
	assert.Len(t, access.Fingerprint(c), 95)
}

// While the application runs its certificate is made again before it ends; what cannot be made is told.
func TestRenewing(t *testing.T) {
	dir, now := t.TempDir(), time.Now()
	var told []error
	give, err := access.Renewing(dir, []string{"porch.lan"}, func() time.Time { return now },
		func(err error) { told = append(told, err) })
	require.NoError(t, err)
	print := func() string {
		c, err := give(nil)
		require.NoError(t, err)
		return access.Fingerprint(*c)
	}
	first := print()
	now = now.Add(300 * 24 * time.Hour)
	assert.Equal(t, first, print())
	now = now.Add(80 * 24 * time.Hour)
	second := print()
	assert.NotEqual(t, first, second)
	require.NoError(t, os.RemoveAll(dir))
	now = now.Add(25 * time.Hour)
	assert.Equal(t, second, print(), "the old one stays")
	assert.Len(t, told, 1)
}
