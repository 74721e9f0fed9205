// Command ardent-gusset drafts costumes from the skin out.
package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"os/signal"
	"runtime/debug"
	"syscall"

	"ardentgusset/core/measure"
)

// version is set when a release is built.
var version = "0.2"

// Exit codes: done, could not, bad input.
const (
	done = iota
	couldNot
	badInput
)

// inputError is about what the person gave; its exit code is badInput.
type inputError struct{ err error }

func (e inputError) Error() string { return e.err.Error() }
func (e inputError) Unwrap() error { return e.err }

func bad(format string, a ...any) error { return inputError{fmt.Errorf(format, a...)} }

type command struct {
	name, args, what string
	run              func(ctx context.Context, c *call) error
}

// call is one command being run: its flags and where it reads and writes.
type call struct {
	*flag.FlagSet
	args   []string
	stdin  io.Reader
	stdout io.Writer
	stderr io.Writer
}

// parse reads the flags; nothing may be left over.
func (c *call) parse() error {
	if err := c.Parse(c.args); err != nil {
		if errors.Is(err, flag.ErrHelp) {
			return err
		}
		return bad("%v; see ardent-gusset %s --help", err, c.Name())
	}
	if c.NArg() > 0 {
		return bad("%q is one word too many; see ardent-gusset %s --help", c.Arg(0), c.Name())
	}
	return nil
}

func commands() []command {
	return []command{
		{"serve", "[--addr 127.0.0.1:8160] [--db FILE]", "start the program; open the printed address in a browser", serve},
		{"demo", "[--addr 127.0.0.1:8160] [--db FILE]", "the same with invented demo data in a fresh file", demoServe},
		{"list", "--db FILE", "wearers, ensembles and layers with their IDs, as JSON", list},
		{"catalogue", "", "every garment with its parameters, and every measurement, as JSON", catalogueOut},
		{"book", "", "the stitch book and the words of the trade, as JSON", bookOut},
		{"draft", "--garment KIND --figure FILE [--params FILE] --out FILE", "draft one garment without a data file, as pattern JSON",
			draftOut},
		{"lay", "--in JOB --out RESULT", "place pieces on cloth, JSON in and out", layOut},
		{"export", "--db FILE --ensemble ID [--layer ID] --what pattern|svg|pdf [--paper a4|letter|a0] --out FILE",
			"write a layer's pieces", export},
		{"making", "--db FILE --ensemble ID [--layer ID]", "how an ensemble is made: seams, edges and operations, as JSON", makingOut},
		{"plan", "--db FILE --ensemble ID [--from DAY] [--seed N] [--runs N] [--order piece|station] | --network FILE",
			"when an ensemble is made, or a bare network of operations done, as JSON", planOut},
		{"own", "--in PIECES.json|.svg|.dxf [--ops OPS.json] [--figure FIGURE.json] [--unit MM] [--pair] --out FILE|- | list",
			"change pieces of one's own by operations and say how their seams come out; list describes the operations", ownOut},
		{"trace", "--in TRACE.json --out FILE|-", "what was clicked on a picture as pieces in millimetres", traceOut},
		{"reckon", "NAME [--in FILE|-] | list", "a sum by its name, JSON in and out; list describes them all", reckonOut},
		{"backup", "--db FILE --out FILE", "copy all data into a new file", backup},
		{"restore", "--in FILE --db FILE", "put a backup where no data file is yet", restore},
		{"version", "", "say which version this is", func(_ context.Context, c *call) error {
			if err := c.parse(); err != nil {
				return err
			}
			_, err := fmt.Fprintln(c.stdout, "ardent-gusset", version)
			return err
		}},
	}
}

func usage(w io.Writer) {
	fmt.Fprint(w, "Ardent Gusset drafts a costume as a stack of layers on a body.\n\nardent-gusset COMMAND [flags]\n\n")
	for _, c := range commands() {
		fmt.Fprintf(w, "  %-10s %s\n", c.name, c.what)
		if c.args != "" {
			fmt.Fprintf(w, "  %-10s %s\n", "", c.args)
		}
	}
	fmt.Fprint(w, "\nA file named - is standard input or output. Lengths are millimetres in JSON.\nExit codes: 0 done, 1 could not, 2 "+
		"bad input.\n")
}

// run is the program; it returns the exit code.
func run(ctx context.Context, args []string, stdin io.Reader, stdout, stderr io.Writer) int {
	if len(args) == 0 || args[0] == "--help" || args[0] == "-h" || args[0] == "help" {
		usage(stdout)
		if len(args) == 0 {
			return badInput
		}
		return done
	}
	for _, c := range commands() {
		if c.name != args[0] {
			continue
		}
		fs := flag.NewFlagSet(c.name, flag.ContinueOnError)
		fs.SetOutput(io.Discard)
		k := &call{FlagSet: fs, args: args[1:], stdin: stdin, stdout: stdout, stderr: stderr}
		err := c.run(ctx, k)
		var input inputError
		switch {
		case err == nil:
			return done
		case errors.Is(err, flag.ErrHelp):
			fmt.Fprintf(stdout, "ardent-gusset %s %s\n%s\n\n", c.name, c.args, c.what)
			fs.SetOutput(stdout)
			fs.PrintDefaults()
			return done
		case errors.As(err, &input):
			fmt.Fprintln(stderr, measure.Say(err.Error(), measure.CM))
			return badInput
		}
		fmt.Fprintln(stderr, measure.Say(err.Error(), measure.CM))
		return couldNot
	}
	fmt.Fprintf(stderr, "there is no command %q; ardent-gusset --help lists them\n", args[0])
	return badInput
}

// A walk makes and drops tens of megabytes: the collector lets them lie until there are four times as many as are in use,
// or a gigabyte in all, unless the environment says otherwise.
const garbageShare, memoryAimed = 300, 1 << 30

func main() {
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(garbageShare)
	}
	if os.Getenv("GOMEMLIMIT") == "" {
		debug.SetMemoryLimit(memoryAimed)
	}
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	code := run(ctx, os.Args[1:], os.Stdin, os.Stdout, os.Stderr)
	stop()
	os.Exit(code)
}
