// Package authority serves a home network over TLS by a small authority of its own: its certificate is installed once on a phone,
// which from then on trusts what this program shows, keeps its pages and opens them without a connection.
package authority

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
	"io/fs"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"time"
)

// Authority signs the certificates of the addresses the program is reached at. It can sign for addresses of home networks and for
// nothing else: who came by its key could pass for no other site.
type Authority struct {
	cert   *x509.Certificate
	key    *ecdsa.PrivateKey
	now    func() time.Time
	mu     sync.Mutex
	leaves map[string]*tls.Certificate // by address
}

// lasts is how long the authority is trusted; a leaf lasts leafLasts, as long as phones take one, and is made anew when less than
// renewed of it is left.
const lasts, leafLasts, renewed = 10 * 365 * 24 * time.Hour, 390 * 24 * time.Hour, 30 * 24 * time.Hour

// home are the networks that nobody reaches from outside (RFC 1918, 3927, 4193, 4291, 6598).
var home = [...]string{"10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "100.64.0.0/10", "127.0.0.0/8", "fc00::/7",
	"fe80::/10", "::1/128"}

func homes() []*net.IPNet {
	out := make([]*net.IPNet, len(home))
	for i, h := range home {
		_, out[i], _ = net.ParseCIDR(h) // they are constants, and a test reads them
	}
	return out
}

// Home tells whether an address lies in a home network, and can be signed for.
func Home(ip net.IP) bool {
	for _, n := range homes() {
		if n.Contains(ip) {
			return true
		}
	}
	return false
}

// Beside is the authority whose certificate and key lie beside a data file, in FILE.authority, readable by nobody else; a new one
// where there is none, or none that lasts.
func Beside(data string, now func() time.Time) (*Authority, error) {
	a := &Authority{now: now, leaves: map[string]*tls.Certificate{}}
	file := ""
	if data != "" && data != ":memory:" {
		file = data + ".authority"
		text, err := os.ReadFile(file)
		if err != nil && !errors.Is(err, fs.ErrNotExist) {
			return nil, fmt.Errorf("the authority beside the data can’t be read: %w", err)
		}
		if err == nil && a.read(text) == nil && a.cert.NotAfter.After(now().Add(leafLasts)) {
			return a, nil
		}
	}
	if err := a.make(); err != nil {
		return nil, fmt.Errorf("no authority can be made: %w", err)
	}
	if file == "" {
		return a, nil
	}
	return a, a.keep(file)
}

// read takes a certificate and its key from a file's text.
func (a *Authority) read(text []byte) error {
	for block, rest := pem.Decode(text); block != nil; block, rest = pem.Decode(rest) {
		var err error
		switch block.Type {
		case "CERTIFICATE":
			a.cert, err = x509.ParseCertificate(block.Bytes)
		case "EC PRIVATE KEY":
			a.key, err = x509.ParseECPrivateKey(block.Bytes)
		}
		if err != nil {
			return err
		}
	}
	if a.cert == nil || a.key == nil || !a.key.PublicKey.Equal(a.cert.PublicKey) {
		return errors.New("certificate and key do not belong together")
	}
	return nil
}

// keep writes it down whole: under another name first, so that the file is never half written.
func (a *Authority) keep(file string) error {
	key, err := x509.MarshalECPrivateKey(a.key)
	if err != nil {
		return err
	}
	text := append(pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: a.cert.Raw}),
		pem.EncodeToMemory(&pem.Block{Type: "EC PRIVATE KEY", Bytes: key})...)
	half, err := os.CreateTemp(filepath.Dir(file), filepath.Base(file)+"-*") // readable by its owner alone
	if err != nil {
		return err
	}
	_, err = half.Write(text)
	if err = errors.Join(err, half.Sync(), half.Close()); err == nil {
		err = os.Rename(half.Name(), file)
	}
	if err != nil {
		return errors.Join(fmt.Errorf("the authority can’t be kept beside the data: %w", err), os.Remove(half.Name()))
	}
	return nil
}

func serial() (*big.Int, error) { return rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 120)) }

func (a *Authority) make() error {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return err
	}
	number, err := serial()
	if err != nil {
		return err
	}
	now := a.now()
	t := &x509.Certificate{SerialNumber: number, Subject: pkix.Name{CommonName: "Ardent Gusset, this workroom"},
		NotBefore: now.Add(-time.Hour), NotAfter: now.Add(lasts), IsCA: true, BasicConstraintsValid: true, MaxPathLenZero: true,
		KeyUsage: x509.KeyUsageCertSign, PermittedDNSDomainsCritical: true, PermittedIPRanges: homes(),
		PermittedDNSDomains: []string{"local"}, PermittedEmailAddresses: []string{"local"}, PermittedURIDomains: []string{"local"}}
	der, err := x509.CreateCertificate(rand.Reader, t, t, &key.PublicKey, key)
	if err != nil {
		return err
	}
	a.cert, err = x509.ParseCertificate(der)
	a.key = key
	return err
}

// Certificate is the authority's own, as a phone installs it (DER).
func (a *Authority) Certificate() []byte { return a.cert.Raw }

// Fingerprint is the SHA-256 of it, in pairs, for comparing by eye.
func (a *Authority) Fingerprint() string {
	sum := sha256.Sum256(a.cert.Raw)
	pairs := make([]string, len(sum))
	for i, b := range sum {
		pairs[i] = fmt.Sprintf("%02X", b)
	}
	return strings.Join(pairs, " ")
}

// Config is how TLS is spoken: every connection gets a certificate for the address it came in at.
func (a *Authority) Config() *tls.Config {
	return &tls.Config{MinVersion: tls.VersionTLS12, NextProtos: []string{"h2", "http/1.1"},
		GetCertificate: func(hello *tls.ClientHelloInfo) (*tls.Certificate, error) {
			host, _, err := net.SplitHostPort(hello.Conn.LocalAddr().String())
			if err != nil {
				return nil, err
			}
			return a.leaf(host)
		}}
}

// leaf is the certificate of one address.
func (a *Authority) leaf(host string) (*tls.Certificate, error) {
	host, _, _ = strings.Cut(host, "%") // without its zone
	ip := net.ParseIP(host)
	if ip == nil || !Home(ip) {
		return nil, fmt.Errorf("%s is no address of a home network", host)
	}
	a.mu.Lock()
	defer a.mu.Unlock()
	now := a.now()
	if known, ok := a.leaves[host]; ok && known.Leaf.NotAfter.After(now.Add(renewed)) {
		return known, nil
	}
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, err
	}
	number, err := serial()
	if err != nil {
		return nil, err
	}
	t := &x509.Certificate{SerialNumber: number, Subject: pkix.Name{CommonName: host}, NotBefore: now.Add(-time.Hour),
		NotAfter: now.Add(leafLasts), IPAddresses: []net.IP{ip}, KeyUsage: x509.KeyUsageDigitalSignature,
		ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}}
	der, err := x509.CreateCertificate(rand.Reader, t, a.cert, &key.PublicKey, a.key)
	if err != nil {
		return nil, err
	}
	leaf, err := x509.ParseCertificate(der)
	if err != nil {
		return nil, err
	}
	made := &tls.Certificate{Certificate: [][]byte{der, a.cert.Raw}, PrivateKey: key, Leaf: leaf}
	a.leaves[host] = made
	return made, nil
}
