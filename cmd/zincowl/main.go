// Command zincowl is the whole of Zinc Owl: the server, its worker, and the
// commands that read, draft, proof and mark files without a database.
package main

import (
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"

	"github.com/alecthomas/kong"

	"zincowl/core/source/pdf"
)

// Exit codes of the commands.
const (
	exitFindings = 1
	exitBadInput = 2
)

type cli struct {
	Demo    demoCmd    `cmd:"" help:"Start a private database, load the demo course and serve it."`
	Serve   serveCmd   `cmd:"" help:"Serve the application with its worker on a PostgreSQL of your own."`
	Worker  workerCmd  `cmd:"" help:"Run background work only."`
	Migrate migrateCmd `cmd:"" help:"Bring the database to this version and stop."`
	Backup  backupCmd  `cmd:"" help:"Write all that is stored into one file."`
	Restore restoreCmd `cmd:"" help:"Fill an empty database from a backup."`
	Recount recountCmd `cmd:"" help:"Make all totals anew from the log of attempts."`
	Reset   resetCmd   `cmd:"" help:"Give an account a new password, as the operator."`
	OpenAPI openAPICmd `cmd:"" name:"openapi" help:"Print the description of the HTTP interface."`

	Read   readCmd   `cmd:"" help:"Read a source and print its passages."`
	Ground groundCmd `cmd:"" help:"Say what sources say of statements: supported, contradicted or not found."`
	Terms  termsCmd  `cmd:"" help:"List the terms of sources with what they mean."`
	Split  splitCmd  `cmd:"" help:"Split a past paper or a pasted list into questions."`
	Draft  draftCmd  `cmd:"" help:"Draft questions from sources by a brief."`
	Proof  proofCmd  `cmd:"" help:"Proof questions against sources."`
	Mark   markCmd   `cmd:"" help:"Mark responses, one JSON object a line."`
	Work   workCmd   `cmd:"" help:"Do mathematical tasks and judge what is claimed of them."`

	Apart apartCmd `cmd:"" hidden:""`
}

func main() {
	if folder, err := os.UserCacheDir(); err == nil {
		pdf.CacheIn(filepath.Join(folder, "zincowl"))
	}
	var c cli
	parser := kong.Must(&c, kong.Name("zincowl"), kong.Description("Practice questions from your own notes, each one proofed before you are drilled with it."), kong.UsageOnError())
	ctx, err := parser.Parse(os.Args[1:])
	if err != nil {
		fmt.Fprintf(os.Stderr, "zincowl: %v\n", err)
		os.Exit(exitBadInput)
	}
	if err := ctx.Run(); err != nil {
		if errors.Is(err, errFindings) {
			os.Exit(exitFindings)
		}
		line := strings.Join(strings.Fields(err.Error()), " ") // one line, whatever a library says
		fmt.Fprintf(os.Stderr, "zincowl: %s\n", line)
		os.Exit(exitBadInput)
	}
}
