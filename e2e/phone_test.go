package e2e

import (
	"context"
	"crypto/sha256"
	"crypto/x509"
	"encoding/base64"
	"fmt"
	"net"
	"os"
	"path/filepath"
	"testing"
	"time"

	"ardentgusset/internal/authority"
	"ardentgusset/internal/demo/demotest"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// trusted is the authority that the browser trusts, as a phone that has installed its certificate.
var trusted = func() *authority.Authority {
	a, err := authority.Beside("", time.Now)
	if err != nil {
		panic(err)
	}
	return a
}()

// pinned are the signs of the authority's key as the browser is told them.
func pinned() string {
	c, err := x509.ParseCertificate(trusted.Certificate())
	if err != nil {
		panic(err)
	}
	sum := sha256.Sum256(c.RawSubjectPublicKeyInfo)
	return base64.StdEncoding.EncodeToString(sum[:])
}

// homeAddress is an address of this machine in a network of its own; this machine’s own where it has none.
func homeAddress(t *testing.T) string {
	all, err := net.InterfaceAddrs()
	require.NoError(t, err)
	for _, a := range all {
		if n, ok := a.(*net.IPNet); ok && !n.IP.IsLoopback() && !n.IP.IsLinkLocalUnicast() && authority.Home(n.IP) {
			return n.IP.String()
		}
	}
	return "127.0.0.1"
}

// On a phone in the home network: told how to trust, let in over TLS, and the bench kept for when there is no connection.
func TestThePhoneInTheHomeNetwork(t *testing.T) {
	t.Parallel()
	beside.Store(t, true)
	path := demotest.File(t, today)
	st, err := store.Open(path)
	require.NoError(t, err)
	srv, err := web.New(st, web.Options{Path: path, Passphrase: "a seam of two metres", Now: func() time.Time { return today }, Version: "test",
		Book: demotest.Book})
	require.NoError(t, err)
	l, err := net.Listen("tcp", net.JoinHostPort(homeAddress(t), "0"))
	require.NoError(t, err)
	ctx, stop := context.WithCancel(context.Background())
	ended := make(chan struct{})
	go func() { _ = srv.ServeHome(ctx, l, trusted); close(ended) }()
	t.Cleanup(func() { stop(); <-ended; _ = srv.Close() })

	first := open(t, "http://"+l.Addr().String())
	first.size(390, 844)
	first.visit("/trust")
	first.sees(trusted.Fingerprint())
	first.accessible("how a device comes to trust the workroom")
	if file := os.Getenv("PICTURES"); file != "" {
		first.picture(filepath.Join(file, "trust.png"))
	}

	b := open(t, "https://"+l.Addr().String())
	b.size(390, 844)
	b.visit("/enter")
	b.enter("[name=passphrase]", "a seam of two metres")
	b.click("main button")
	b.until("location.pathname == '/'")
	b.visit("/phone")
	b.sees(trusted.Fingerprint())
	assert.Equal(t, 1.0, js[float64](b, "document.querySelectorAll('svg.code path').length"))
	b.accessible("on the phone")
	if file := os.Getenv("PICTURES"); file != "" {
		b.picture(filepath.Join(file, "phone.png"))
		b.size(1280, 800)
		b.picture(filepath.Join(file, "phone-wide.png"))
	}
	assert.True(t, js[bool](b, "isSecureContext"), "pages can be kept")
	b.visit("/ensembles/1/bench")
	b.sees("it opens without a connection")
}

// caught keeps the next file that a page saves, for savedBy.
const caught = `(() => {
	window.saved = new Promise((ok) => {
		URL.createObjectURL = (blob) => { blob.text().then(ok); return "#"; };
	});
	HTMLAnchorElement.prototype.click = () => {};
	return true;
})()`

// The bench as one file: opened on its own, away from the program, its steps are ticked and noted and a thing is bought; what it
// saves comes back once, however often it is brought.
func TestTheBenchAsOneFile(t *testing.T) {
	base := app(t, true)
	b := open(t, base)
	b.visit("/ensembles/1/bench")
	js[bool](b, caught)
	b.click("[data-take-along]:not([disabled])")
	text := js[string](b, "window.saved")
	assert.NotContains(t, text, "src=\"")
	assert.NotContains(t, text, "url(")
	file := filepath.Join(t.TempDir(), "bench.html")
	require.NoError(t, os.WriteFile(file, []byte(text), 0o600))

	away := open(t, "file://")
	away.size(390, 844)
	away.visit(file)
	away.sees("Nothing ticked or noted yet.")
	away.accessible("the bench as one file")
	if dir := os.Getenv("PICTURES"); dir != "" {
		away.picture(filepath.Join(dir, "along.png"))
	}
	first := js[string](away, `(() => {
		const box = document.querySelector(".along-steps > li > input:not(:checked)");
		box.click();
		const note = box.parentElement.querySelector("textarea");
		note.closest("details").open = true;
		note.value = "Thread from the blue tin";
		note.dispatchEvent(new Event("change", { bubbles: true }));
		document.querySelector(".along-buy input:not(:checked)").click();
		return box.dataset.step;
	})()`)
	away.sees("3 to bring back.")
	away.visit(file)
	js[bool](away, caught)
	away.click("[data-save]")
	done := js[string](away, "window.saved")
	assert.Contains(t, done, first)

	bring := func(text string) {
		js[bool](b, `(() => {
			const d = new DataTransfer(), chosen = document.querySelector("[data-bring-back]");
			d.items.add(new File([`+quoted(text)+`], "bring-back.json", { type: "application/json" }));
			chosen.files = d.files;
			chosen.dispatchEvent(new Event("change", { bubbles: true }));
			return true;
		})()`)
	}
	b.visit("/ensembles/1/bench")
	for bad, why := range map[string]string{"nonsense": "no file that was saved", `{"format":"ardent-gusset/along","version":1,"ensemble":2,"entries":[]}`: "another ensemble",
		`{"format":"ardent-gusset/along","version":1,"ensemble":1,"entries":[{"url":"https://192.0.2.9/"}]}`: "damaged"} {
		bring(bad)
		b.sees(why)
	}
	before := js[float64](b, `document.querySelectorAll(".steps li.is-done").length`)
	bring(done)
	b.until(`document.querySelectorAll(".steps li.is-done").length === ` + fmt.Sprint(before+1))
	b.sees("Thread from the blue tin")
	b.until(`(JSON.parse(localStorage.getItem("bench-waiting")) || []).length === 0`)
	bring(done) // again
	b.until(`(JSON.parse(localStorage.getItem("bench-waiting")) || []).length === 0`)
	b.visit("/ensembles/1/bench")
	assert.Equal(t, before+1, js[float64](b, `document.querySelectorAll(".steps li.is-done").length`))
	b.visit("/ensembles/1/buy")
	assert.GreaterOrEqual(t, js[float64](b, `document.querySelectorAll(".buy-all tr.had").length`), 1.0)
}
