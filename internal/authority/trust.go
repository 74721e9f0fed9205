package authority

import (
	_ "embed"
	"fmt"
	"html/template"
	"net"
	"net/http"
	"strings"

	"rsc.io/qr"
)

//go:embed trust.html
var trustPage string

var trust = template.Must(template.New("trust").Parse(trustPage))

// Trust answers whoever comes without TLS from another machine: it tells how the certificate is installed, and gives it. From this
// machine itself the program answers as it is.
func (a *Authority) Trust(here http.Handler) http.Handler {
	mux := http.NewServeMux()
	mux.HandleFunc("GET /authority.crt", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "application/x-x509-ca-cert")
		w.Header().Set("Content-Disposition", `attachment; filename="ardent-gusset.crt"`)
		_, _ = w.Write(a.Certificate()) // who has gone gets nothing
	})
	mux.HandleFunc("GET /trust", func(w http.ResponseWriter, r *http.Request) {
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.Header().Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'")
		_ = trust.Execute(w, struct{ Fingerprint, Address string }{a.Fingerprint(), "https://" + local(r) + "/"}) // as above
	})
	mux.HandleFunc("/", func(w http.ResponseWriter, r *http.Request) { http.Redirect(w, r, "/trust", http.StatusSeeOther) })
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		host, _, _ := net.SplitHostPort(r.RemoteAddr)
		if ip := net.ParseIP(host); ip != nil && ip.IsLoopback() && r.URL.Path != "/authority.crt" && r.URL.Path != "/trust" {
			here.ServeHTTP(w, r)
			return
		}
		mux.ServeHTTP(w, r)
	})
}

// local is the address a request came in at.
func local(r *http.Request) string {
	if at, ok := r.Context().Value(http.LocalAddrContextKey).(net.Addr); ok {
		return at.String()
	}
	return r.Host
}

// Code is a QR code of an address as one SVG path in a square of so many modules, a quiet zone of four round it (ISO/IEC 18004).
func Code(address string) (path string, modules int, err error) {
	c, err := qr.Encode(address, qr.M)
	if err != nil {
		return "", 0, fmt.Errorf("%s is too long for a code: %w", address, err)
	}
	const quiet = 4
	var b strings.Builder
	for y := range c.Size {
		for x := 0; x < c.Size; x++ {
			from := x
			for x < c.Size && c.Black(x, y) {
				x++
			}
			if x > from {
				fmt.Fprintf(&b, "M%d %dh%dv1h-%dz", from+quiet, y+quiet, x-from, x-from)
			}
		}
	}
	return b.String(), c.Size + 2*quiet, nil
}
