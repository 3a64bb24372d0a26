// Package testdb gives tests a PostgreSQL database of their own.
package testdb

import (
	"context"
	"crypto/rand"
	"database/sql"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strings"
	"testing"

	_ "github.com/jackc/pgx/v5/stdlib" // the driver
)

// New makes an empty database, dropped when the test ends, and returns its URL.
// It uses the server that DATABASE_URL names, or starts the checkout's own.
func New(t testing.TB) string {
	t.Helper()
	base, err := url.Parse(server(t))
	if err != nil {
		t.Fatal(err)
	}
	name := "test_" + strings.ToLower(rand.Text()[:12])
	admin, err := sql.Open("pgx", base.String())
	if err != nil {
		t.Fatal(err)
	}
	if _, err := admin.ExecContext(context.Background(), "create database "+name); err != nil {
		t.Fatalf("%v (is %s a server that may make databases?)", err, base.Host)
	}
	t.Cleanup(func() {
		if _, err := admin.ExecContext(context.Background(), "drop database "+name+" with (force)"); err != nil {
			t.Error(err)
		}
		admin.Close()
	})
	own := *base
	own.Path = "/" + name
	return own.String()
}

func server(t testing.TB) string {
	if u := os.Getenv("DATABASE_URL"); u != "" {
		return u
	}
	cmd := exec.Command(filepath.Join(Root(), "scripts", "postgres.sh"), "start")
	cmd.Stderr = os.Stderr
	out, err := cmd.Output()
	if err != nil {
		t.Fatalf("start PostgreSQL: %v", err)
	}
	return strings.TrimSpace(string(out))
}

// Root is the folder of the checkout.
func Root() string {
	_, file, _, _ := runtime.Caller(0)
	return filepath.Join(filepath.Dir(file), "..", "..")
}
