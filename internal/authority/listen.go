package authority

import (
	"bufio"
	"context"
	"errors"
	"net"
	"sync"
	"time"
)

// Split parts what comes in at a listener by its first byte: TLS begins with one that no plain request has. Closing either part
// closes the whole.
func Split(l net.Listener) (secure, plain net.Listener) {
	ctx, stop := context.WithCancel(context.Background())
	s := &split{Listener: l, ctx: ctx, stop: stop, secure: make(chan net.Conn), plain: make(chan net.Conn)}
	go s.accept()
	return door{s, s.secure}, door{s, s.plain}
}

type split struct {
	net.Listener
	ctx           context.Context
	stop          context.CancelFunc
	once          sync.Once
	failed        error
	secure, plain chan net.Conn
}

// hello is how long a caller may take before its first byte.
const hello = 10 * time.Second

// handshake is the first byte of TLS (RFC 8446, 5.1).
const handshake = 0x16

func (s *split) accept() {
	for {
		c, err := s.Listener.Accept()
		if err != nil {
			if n, ok := errors.AsType[net.Error](err); ok && n.Timeout() {
				continue
			}
			s.failed = err
			s.stop()
			return
		}
		go s.sort(c)
	}
}

// sort hands a connection to the part that its first byte says; one that says nothing is let go.
func (s *split) sort(c net.Conn) {
	r := bufio.NewReaderSize(c, 1024)
	_ = c.SetReadDeadline(time.Now().Add(hello)) // a connection that has gone fails in the next line
	first, err := r.Peek(1)
	if err != nil {
		_ = c.Close()
		return
	}
	_ = c.SetReadDeadline(time.Time{})
	to := s.plain
	if first[0] == handshake {
		to = s.secure
	}
	select {
	case to <- begun{c, r}:
	case <-s.ctx.Done():
		_ = c.Close()
	}
}

// begun is a connection of which the first bytes were read already.
type begun struct {
	net.Conn
	r *bufio.Reader
}

func (b begun) Read(p []byte) (int, error) { return b.r.Read(p) }

// door is one part of a listener.
type door struct {
	*split
	in chan net.Conn
}

func (d door) Accept() (net.Conn, error) {
	select {
	case c := <-d.in:
		return c, nil
	case <-d.ctx.Done():
		return nil, net.ErrClosed
	}
}

func (d door) Close() (err error) {
	d.once.Do(func() {
		d.stop()
		err = d.Listener.Close()
	})
	return err
}
