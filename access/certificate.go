package access

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"errors"
	"fmt"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"
)

// A certificate of the application's own lasts so long, and is made again so long before its end.
const (
	certificateLasts = 397 * 24 * time.Hour
	renewedBefore    = 30 * 24 * time.Hour
)

// Certificate is that of a data folder for some hosts, made where there is none, where it ends soon
// and where it does not name them.
func Certificate(dir string, hosts []string, now time.Time) (tls.Certificate, error) {
	certFile, keyFile := filepath.Join(dir, "certificate.pem"), filepath.Join(dir, "certificate-key.pem")
	if c, err := tls.LoadX509KeyPair(certFile, keyFile); err == nil && good(c, hosts, now) {
		return c, nil
	}
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return tls.Certificate{}, err
	}
	serial, err := rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 120))
	if err != nil {
		return tls.Certificate{}, err
	}
	template := x509.Certificate{
		SerialNumber: serial, Subject: pkix.Name{CommonName: "Even Ladder"}, NotBefore: now.Add(-time.Hour),
		NotAfter: now.Add(certificateLasts),
		KeyUsage: x509.KeyUsageDigitalSignature, ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth},
		BasicConstraintsValid: true,
	}
	for _, h := range hosts {
		if ip := net.ParseIP(h); ip != nil {
			template.IPAddresses = append(template.IPAddresses, ip)
		} else {
			template.DNSNames = append(template.DNSNames, h)
		}
	}
	der, err := x509.CreateCertificate(rand.Reader, &template, &template, &key.PublicKey, key)
	if err != nil {
		return tls.Certificate{}, err
	}
	private, err := x509.MarshalPKCS8PrivateKey(key)
	if err != nil {
		return tls.Certificate{}, err
	}
	err = errors.Join(
		replace(keyFile, pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: private})),
		replace(certFile, pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der})),
	)
	if err != nil {
		return tls.Certificate{}, err
	}
	return tls.LoadX509KeyPair(certFile, keyFile)
}

// Renewing gives the certificate of a data folder to who asks for it while the application runs, and
// looks once a day whether it is to be made again. told says what went wrong then: the old one stays.
func Renewing(dir string, hosts []string, now func() time.Time,
	told func(error)) (func(*tls.ClientHelloInfo) (*tls.Certificate, error), error) {
	current, err := Certificate(dir, hosts, now())
	if err != nil {
		return nil, err
	}
	var lock sync.Mutex
	looked := now()
	return func(*tls.ClientHelloInfo) (*tls.Certificate, error) {
		lock.Lock()
		defer lock.Unlock()
		if at := now(); at.Sub(looked) >= 24*time.Hour {
			looked = at
			if c, err := Certificate(dir, hosts, at); err != nil {
				told(err)
			} else {
				current = c
			}
		}
		given := current
		return &given, nil
	}, nil
}

// good reports whether a certificate lasts for some time yet, and names all hosts.
func good(c tls.Certificate, hosts []string, now time.Time) bool {
	leaf, err := x509.ParseCertificate(c.Certificate[0])
	return err == nil && now.After(leaf.NotBefore) && now.Before(leaf.NotAfter.Add(-renewedBefore)) &&
		!slices.ContainsFunc(hosts, func(h string) bool { return leaf.VerifyHostname(h) != nil })
}

// Fingerprint is the SHA-256 of a certificate as browsers show it.
func Fingerprint(c tls.Certificate) string {
	sum := sha256.Sum256(c.Certificate[0])
	words := make([]string, len(sum))
	for i, b := range sum {
		words[i] = fmt.Sprintf("%02X", b)
	}
	return strings.Join(words, ":")
}

// Hosts are the names and addresses that a listener is reached by: those that are given, the name of
// the machine, its addresses where it listens on all, and this machine itself.
func Hosts(listen net.Addr, given []string) []string {
	out := append(slices.Clone(given), "localhost", "127.0.0.1", "::1")
	if name, err := os.Hostname(); err == nil && name != "" {
		out = append(out, strings.ToLower(name))
	}
	at, ok := listen.(*net.TCPAddr)
	if ok && !at.IP.IsUnspecified() {
		out = append(out, at.IP.String())
	} else if all, err := net.InterfaceAddrs(); err == nil {
		for _, a := range all {
			if n, ok := a.(*net.IPNet); ok && !n.IP.IsLinkLocalUnicast() {
				out = append(out, n.IP.String())
			}
		}
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// Addresses are those that other devices open: by every host that is not this machine alone.
func Addresses(hosts []string, port int) []string {
	out := []string{}
	for _, h := range hosts {
		ip := net.ParseIP(h)
		if h == "localhost" || ip != nil && (ip.IsLoopback() || ip.To4() == nil) {
			continue
		}
		out = append(out, "https://"+net.JoinHostPort(h, strconv.Itoa(port)))
	}
	return out
}
