package web

import (
	"context"
	"errors"
	"net"
	"net/http"
	"strconv"

	"ardentgusset/internal/authority"
	"ardentgusset/internal/web/hall"
)

// phoneView is how a phone comes to the program: at these addresses, or how it would have to be started.
type phoneView struct {
	Doors       []phoneDoor
	Fingerprint string
	Open        bool   // it is reached from elsewhere, without TLS
	Here        string // an address of this machine in its home network
}

// phoneDoor is one address, and the one that a device comes to first, with its code.
type phoneDoor struct {
	Trust, Address, Code string
	Modules              int
}

func (s *Server) phone(c *hall.Call) error {
	v := phoneView{Open: !s.Opt.Loopback, Here: "192.168.1.20"}
	all := homeAddresses()
	if len(all) > 0 {
		v.Here = all[0].String()
	}
	if s.trusted != nil {
		v.Open, v.Fingerprint = false, s.trusted.Fingerprint()
		if s.at.IP != nil && !s.at.IP.IsUnspecified() {
			all = []net.IP{s.at.IP}
		}
		for _, ip := range all {
			host := net.JoinHostPort(ip.String(), strconv.Itoa(s.at.Port))
			d := phoneDoor{Trust: "http://" + host + "/trust", Address: "https://" + host + "/"}
			var err error
			if d.Code, d.Modules, err = authority.Code(d.Trust); err != nil {
				return err
			}
			v.Doors = append(v.Doors, d)
		}
	}
	return hall.Render(s.Hall, c, http.StatusOK, "phone", s.Page(c, "On the phone"), v)
}

// homeAddresses are the addresses of this machine that its home network reaches.
func homeAddresses() (out []net.IP) {
	all, err := net.InterfaceAddrs()
	if err != nil { // then none is known
		return nil
	}
	for _, a := range all {
		n, ok := a.(*net.IPNet)
		if ok && n.IP.To4() != nil && !n.IP.IsLoopback() && !n.IP.IsLinkLocalUnicast() && authority.Home(n.IP) {
			out = append(out, n.IP)
		}
	}
	return out
}

// ServeHome answers a home network: over TLS, with certificates of the authority; who comes without is told how to trust it, but on
// this machine itself.
func (s *Server) ServeHome(ctx context.Context, l net.Listener, a *authority.Authority) error {
	at, ok := l.Addr().(*net.TCPAddr)
	if !ok {
		return errors.New("only a network address can be served")
	}
	s.trusted, s.at = a, *at
	secure, plain := authority.Split(l)
	over := server(s)
	over.TLSConfig = a.Config()
	return s.until(ctx, running{over, func() error { return over.ServeTLS(secure, "", "") }}, runningOn(server(a.Trust(s)), plain))
}
