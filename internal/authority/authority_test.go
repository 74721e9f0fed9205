package authority

import (
	"context"
	"crypto/tls"
	"crypto/x509"
	"io"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// served is a listener on this machine with one page behind it, over TLS and to this machine plain; it ends with the test.
func served(t *testing.T, a *Authority) string {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	page := http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) { _, _ = io.WriteString(w, r.Proto) })
	secure, plain := Split(l)
	over := &http.Server{Handler: page, TLSConfig: a.Config()}
	bare := &http.Server{Handler: a.Trust(page)}
	go func() { _ = over.ServeTLS(secure, "", "") }()
	go func() { _ = bare.Serve(plain) }()
	t.Cleanup(func() {
		require.NoError(t, over.Shutdown(context.Background()))
		require.NoError(t, bare.Shutdown(context.Background()))
		_, err := l.Accept()
		assert.ErrorIs(t, err, net.ErrClosed)
	})
	return l.Addr().String()
}

// trusting is a device that trusts an authority and nothing else.
func trusting(a *Authority) *http.Client {
	roots := x509.NewCertPool()
	roots.AddCert(a.cert)
	return &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: roots}, ForceAttemptHTTP2: true, DisableKeepAlives: true}}
}

func got(t *testing.T, c *http.Client, address string) (int, string, *http.Response) {
	r, err := c.Get(address)
	require.NoError(t, err)
	defer func() { require.NoError(t, r.Body.Close()) }()
	b, err := io.ReadAll(r.Body)
	require.NoError(t, err)
	return r.StatusCode, string(b), r
}

// One port answers both: a device that trusts the authority gets the page over TLS, one that does not is refused by itself, and
// plain requests are told how to trust.
func TestOnePortForBoth(t *testing.T) {
	a, err := Beside("", time.Now)
	require.NoError(t, err)
	at := served(t, a)
	status, body, r := got(t, trusting(a), "https://"+at+"/")
	assert.Equal(t, 200, status)
	assert.Equal(t, "HTTP/2.0", body)
	leaf := r.TLS.PeerCertificates[0]
	assert.Less(t, leaf.NotAfter.Sub(leaf.NotBefore), 398*24*time.Hour, "phones take none that lasts longer")

	stranger, err := Beside("", time.Now)
	require.NoError(t, err)
	_, err = trusting(stranger).Get("https://" + at + "/")
	require.ErrorContains(t, err, "unknown authority")

	status, body, _ = got(t, http.DefaultClient, "http://"+at+"/anything")
	assert.Equal(t, 200, status, "this machine itself")
	assert.Equal(t, "HTTP/1.1", body)
	_, body, _ = got(t, http.DefaultClient, "http://"+at+"/trust")
	assert.Contains(t, body, a.Fingerprint())
	assert.Contains(t, body, "https://"+at+"/")
	_, body, r = got(t, http.DefaultClient, "http://"+at+"/authority.crt")
	assert.Equal(t, "application/x-x509-ca-cert", r.Header.Get("Content-Type"))
	loaded, err := x509.ParseCertificate([]byte(body))
	require.NoError(t, err)
	assert.True(t, loaded.IsCA)
}

// A caller that says nothing, and one that talks nonsense, hold nobody up.
func TestSilentCallersHoldNobodyUp(t *testing.T) {
	a, err := Beside("", time.Now)
	require.NoError(t, err)
	at := served(t, a)
	for range 20 {
		c, err := net.Dial("tcp", at)
		require.NoError(t, err)
		defer func() { _ = c.Close() }()
	}
	c, err := net.Dial("tcp", at)
	require.NoError(t, err)
	_, err = c.Write([]byte{0x16, 0xff, 0, 1, 2})
	require.NoError(t, err)
	require.NoError(t, c.Close())
	status, _, _ := got(t, trusting(a), "https://"+at+"/")
	assert.Equal(t, 200, status)
}

// Other machines get nothing of the program without TLS, whatever they ask for.
func TestOthersAreSentToTrust(t *testing.T) {
	a, err := Beside("", time.Now)
	require.NoError(t, err)
	reached := false
	h := a.Trust(http.HandlerFunc(func(http.ResponseWriter, *http.Request) { reached = true }))
	for _, path := range []string{"/", "/ensembles/1", "/backup", "/enter"} {
		w := &recorder{head: http.Header{}}
		r, err := http.NewRequest("GET", path, nil)
		require.NoError(t, err)
		r.RemoteAddr = "192.168.1.30:4000"
		h.ServeHTTP(w, r)
		assert.Equal(t, http.StatusSeeOther, w.status)
		assert.Equal(t, "/trust", w.head.Get("Location"))
	}
	assert.False(t, reached)
}

type recorder struct {
	head   http.Header
	status int
}

func (r *recorder) Header() http.Header         { return r.head }
func (r *recorder) Write(b []byte) (int, error) { return len(b), nil }
func (r *recorder) WriteHeader(status int)      { r.status = status }

// It signs for addresses of home networks alone: what its key signs for another is refused by whoever trusts it.
func TestItIsGoodForHomeNetworksAlone(t *testing.T) {
	a, err := Beside("", time.Now)
	require.NoError(t, err)
	for at, home := range map[string]bool{"192.168.1.20": true, "10.1.2.3": true, "172.31.0.1": true, "fe80::1": true, "fd00::7": true, "127.0.0.1": true,
		"192.0.2.7": false, "8.8.8.8": false, "172.32.0.1": false, "2001:db8::1": false} {
		assert.Equal(t, home, Home(net.ParseIP(at)), at)
		leaf, err := a.leaf(at)
		if !home {
			require.Error(t, err, at)
			continue
		}
		require.NoError(t, err, at)
		roots := x509.NewCertPool()
		roots.AddCert(a.cert)
		_, err = leaf.Leaf.Verify(x509.VerifyOptions{Roots: roots})
		require.NoError(t, err, at)
		again, err := a.leaf(at)
		require.NoError(t, err)
		assert.Same(t, leaf, again)
	}
	assert.Len(t, homes(), len(home))
}

// It is made once, readable by its owner alone, and made anew where the file is spoilt or it has run out.
func TestItIsKeptBesideTheData(t *testing.T) {
	data := filepath.Join(t.TempDir(), "a.db")
	now := time.Now()
	clock := func() time.Time { return now }
	a, err := Beside(data, clock)
	require.NoError(t, err)
	info, err := os.Stat(data + ".authority")
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), info.Mode().Perm())
	b, err := Beside(data, clock)
	require.NoError(t, err)
	assert.Equal(t, a.Fingerprint(), b.Fingerprint())
	now = now.Add(9*365*24*time.Hour + 20*24*time.Hour)
	c, err := Beside(data, clock)
	require.NoError(t, err)
	assert.NotEqual(t, a.Fingerprint(), c.Fingerprint())
	text, err := os.ReadFile(data + ".authority")
	require.NoError(t, err)
	for _, spoilt := range []string{"", "nonsense", string(text[:len(text)/2]), strings.Replace(string(text), "BEGIN EC", "BEGIN IC", 1)} {
		require.NoError(t, os.WriteFile(data+".authority", []byte(spoilt), 0o600))
		d, err := Beside(data, clock)
		require.NoError(t, err)
		assert.NotEqual(t, c.Fingerprint(), d.Fingerprint())
	}
	entries, err := os.ReadDir(filepath.Dir(data))
	require.NoError(t, err)
	assert.Len(t, entries, 1, "nothing half written is left")
}

func TestCodesAreDrawn(t *testing.T) {
	path, modules, err := Code("http://192.168.100.200:8160/trust")
	require.NoError(t, err)
	assert.Greater(t, modules, 25+8-1)
	assert.True(t, strings.HasPrefix(path, "M4 4h7v1h-7z"), "the first corner’s mark: %.20s", path)
	_, _, err = Code(strings.Repeat("x", 5000))
	require.Error(t, err)
}
