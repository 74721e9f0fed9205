package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"os"
	"path/filepath"
	"strings"
	"time"

	"ardentgusset/core/lay"
	"ardentgusset/core/memo"
	"ardentgusset/internal/authority"
	"ardentgusset/internal/demo"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web"
	"ardentgusset/internal/web/hall"
)

// DefaultAddr is where the program listens: this machine only.
const defaultAddr = "127.0.0.1:8160"

func serve(ctx context.Context, c *call) error { return listen(ctx, c, false) }

func demoServe(ctx context.Context, c *call) error { return listen(ctx, c, true) }

func listen(ctx context.Context, c *call, withDemo bool) error {
	addr := c.String("addr", defaultAddr, "address and port to listen on; port 0 picks a free one")
	db := c.String("db", "", "data file (default: in your own configuration folder; for demo a fresh one in the cache folder)")
	secret := c.String("passphrase-file", "", "file whose first line is the passphrase; needed for any address but this machine's own "+
		"(or set ARDENT_GUSSET_PASSPHRASE)")
	if err := c.parse(); err != nil {
		return err
	}
	host, _, err := net.SplitHostPort(*addr)
	if err != nil {
		return bad("--addr %q: write it like 127.0.0.1:8160", *addr)
	}
	ip := net.ParseIP(host)
	loopback := host == "localhost" || (ip != nil && ip.IsLoopback())
	passphrase, err := passphraseFrom(*secret)
	if err != nil {
		return err
	}
	if !loopback && passphrase == "" {
		return bad("--addr %s can be reached from other machines: give a passphrase of 8 characters or more with --passphrase-file or "+
			"ARDENT_GUSSET_PASSPHRASE, or listen on 127.0.0.1", *addr)
	}
	path, err := dataFile(*db, withDemo)
	if err != nil {
		return err
	}
	st, err := store.Open(path)
	if err != nil {
		return err
	}
	book := memo.New(web.BookWeight)
	if withDemo {
		empty, err := st.Empty()
		if err == nil && empty {
			err = demo.Fill(ctx, st, time.Now(), lay.Place, book)
		}
		if err != nil {
			return errors.Join(err, st.Close())
		}
	}
	log := slog.New(slog.NewTextHandler(c.stderr, nil))
	srv, err := web.New(st, web.Options{Path: path, Passphrase: passphrase, Loopback: loopback, Log: log, Version: version, Book: book})
	if err != nil {
		return errors.Join(err, st.Close())
	}
	l, err := net.Listen("tcp", *addr)
	if err != nil {
		return errors.Join(fmt.Errorf("can't listen on %s: %w", *addr, err), srv.Close())
	}
	tell := func(format string, args ...any) error {
		_, err := fmt.Fprintf(c.stdout, format+"\n", args...)
		return err
	}
	at, _ := l.Addr().(*net.TCPAddr)
	if loopback || at == nil || !at.IP.IsUnspecified() && !authority.Home(at.IP) {
		if err := tell("listening on http://%s", l.Addr()); err != nil {
			return errors.Join(err, l.Close(), srv.Close())
		}
		if !loopback {
			log.Warn("what is sent is not encrypted: this is no address of a home network", "address", l.Addr().String())
		}
		return errors.Join(srv.Serve(ctx, l), srv.Close())
	}
	trusted, err := authority.Beside(path, time.Now)
	if err == nil {
		err = tell("listening on https://%s\non a phone, the first time: http://%s/trust", l.Addr(), l.Addr())
	}
	if err != nil {
		return errors.Join(err, l.Close(), srv.Close())
	}
	return errors.Join(srv.ServeHome(ctx, l, trusted), srv.Close())
}

func passphraseFrom(file string) (string, error) {
	given := os.Getenv("ARDENT_GUSSET_PASSPHRASE")
	if file != "" {
		b, err := os.ReadFile(file)
		if err != nil {
			return "", bad("the passphrase can't be read: %v", err)
		}
		given, _, _ = strings.Cut(string(b), "\n")
		if strings.TrimSpace(given) == "" {
			return "", bad("the first line of %s holds no passphrase", file)
		}
	}
	p, err := hall.Passphrase(given)
	if err != nil {
		return "", bad("%v", err)
	}
	return p, nil
}

func dataFile(given string, fresh bool) (string, error) {
	if given != "" {
		return given, nil
	}
	if fresh {
		cache, err := os.UserCacheDir()
		if err != nil {
			return "", bad("no cache folder is known: choose a file with --db")
		}
		dir := filepath.Join(cache, "ardent-gusset")
		if err := os.MkdirAll(dir, 0o700); err != nil {
			return "", err
		}
		dir, err = os.MkdirTemp(dir, "demo-*")
		return filepath.Join(dir, "demo.db"), err
	}
	conf, err := os.UserConfigDir()
	if err != nil {
		return "", bad("no configuration folder is known: choose a file with --db")
	}
	return filepath.Join(conf, "ardent-gusset", "ardent-gusset.db"), nil
}
