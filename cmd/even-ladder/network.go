package main

import (
	"bufio"
	"crypto/tls"
	"errors"
	"fmt"
	"io"
	"net"
	"net/netip"
	"os"
	"strings"
	"time"

	"github.com/spf13/cobra"
	"golang.org/x/term"

	"evenladder/access"
	"evenladder/server"
	"evenladder/store"
)

func passphraseCommand() *cobra.Command {
	return onFolder(&cobra.Command{
		Use:   "passphrase",
		Short: "Set the passphrase for signing in from other devices; everyone signed in is signed out",
		Args:  cobra.NoArgs,
	}, func(cmd *cobra.Command, _ []string, folder string) error {
		said, err := readPassphrase(cmd.InOrStdin(), cmd.OutOrStdout())
		if err != nil {
			return err
		}
		if err := access.Keep(folder, said); err != nil {
			return err
		}
		fmt.Fprintln(cmd.OutOrStdout(), "Passphrase set. If Even Ladder is running, restart it to use it.")
		return nil
	})
}

// readPassphrase reads a passphrase: twice and unseen at a terminal, else the first line.
func readPassphrase(in io.Reader, out io.Writer) (string, error) {
	f, ok := in.(*os.File)
	if !ok || !term.IsTerminal(int(f.Fd())) {
		line, err := bufio.NewReader(in).ReadString('\n')
		if err != nil && !errors.Is(err, io.EOF) {
			return "", err
		}
		return strings.TrimRight(line, "\r\n"), nil
	}
	var said [2]string
	for i, ask := range []string{"Passphrase: ", "Again: "} {
		fmt.Fprint(out, ask)
		line, err := term.ReadPassword(int(f.Fd()))
		fmt.Fprintln(out)
		if err != nil {
			return "", err
		}
		said[i] = string(line)
	}
	if said[0] != said[1] {
		return "", errors.New("the two don't match: nothing was set")
	}
	return said[0], nil
}

// networked is a listener that other devices reach, and what is said about it.
type networked struct {
	net.Listener
	network *server.Network // nil where this machine alone reaches it
	words   string          // printed once it answers
}

// networksOf reads addresses and networks.
func networksOf(given []string) (out []*net.IPNet, err error) {
	for _, text := range given {
		prefix, err := netip.ParsePrefix(text)
		if at, wrong := netip.ParseAddr(text); wrong == nil {
			prefix, err = netip.PrefixFrom(at, at.BitLen()), nil
		}
		if err != nil {
			return nil, fmt.Errorf("--trusted-proxy %s was given: give an address such as 127.0.0.1, or a network such as 192.0.2.0/24",
				text)
		}
		prefix = prefix.Masked()
		out = append(out, &net.IPNet{IP: prefix.Addr().AsSlice(), Mask: net.CIDRMask(prefix.Bits(), prefix.Addr().BitLen())})
	}
	return out, nil
}

// toNetwork makes a listener safe where other devices reach it: signed in, by TLS. Without a
// passphrase it is refused. Rooms of teachers are signed in to from this machine too, where a proxy
// of one's own may stand before them.
func (o serving) toNetwork(l net.Listener, dir string, st *store.Store, teachers *teacherList) (networked, error) {
	at, ok := l.Addr().(*net.TCPAddr)
	local := !ok || at.IP.IsLoopback()
	if local && teachers == nil {
		return networked{Listener: l, words: "listening on http://" + l.Addr().String()}, nil
	}
	proxies, err := networksOf(o.proxies)
	if err != nil {
		return networked{}, err
	}
	n := server.Network{Hosts: access.Hosts(l.Addr(), o.hosts), Sessions: st.Sessions(), Proxies: proxies}
	if teachers != nil {
		n.Teachers, n.Named = teachers.now, true
	} else {
		hash, err := access.Kept(dir)
		if err != nil {
			return networked{}, err
		}
		if hash == "" {
			return networked{}, fmt.Errorf("other devices could reach %s without a passphrase: set one with even-ladder passphrase --data %s", l.Addr(), dir)
		}
		one := access.Teachers{{Hash: hash}}
		n.Teachers = func() access.Teachers { return one }
	}
	if local {
		return networked{Listener: l, network: &n, words: "listening on http://" + l.Addr().String()}, nil
	}
	given := o.cert != "" || o.key != ""
	config := &tls.Config{MinVersion: tls.VersionTLS12, NextProtos: []string{"h2", "http/1.1"}}
	var c tls.Certificate
	if given {
		c, err = tls.LoadX509KeyPair(o.cert, o.key)
		config.Certificates = []tls.Certificate{c}
	} else if c, err = access.Certificate(dir, n.Hosts, time.Now()); err == nil {
		config.GetCertificate, err = access.Renewing(dir, n.Hosts, time.Now, func(err error) {
			fmt.Fprintln(os.Stderr,
				"the certificate couldn't be renewed:", err)
		})
		n.Fingerprint = func() string {
			now, _ := config.GetCertificate(nil) // it fails never
			return access.Fingerprint(*now)
		}
	}
	if err != nil {
		return networked{}, fmt.Errorf("certificate: %w", err)
	}
	n.HSTS, n.Reached = given, access.Addresses(n.Hosts, at.Port)
	words := fmt.Sprintf("listening on https://%s\nreached as %s\ncertificate %s", l.Addr(), strings.Join(n.Hosts,
		", "), access.Fingerprint(c))
	if !given {
		words += "\nEven Ladder made this certificate itself: the browser asks once and shows this fingerprint."
	}
	return networked{
		Listener: tls.NewListener(l, config),
		network:  &n,
		words:    words,
	}, nil
}
