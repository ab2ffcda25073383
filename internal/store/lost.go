package store

import (
	"database/sql/driver"
	"errors"
	"io"
	"net"
	"strings"

	"github.com/jackc/pgx/v5/pgconn"
)

// lost reports whether an error means that the connection is gone.
func lost(err error) bool {
	var network net.Error
	var connect *pgconn.ConnectError
	return errors.As(err, &network) || errors.As(err, &connect) || errors.Is(err, io.EOF) ||
		errors.Is(err, io.ErrUnexpectedEOF) || errors.Is(err, driver.ErrBadConn) || errors.Is(err, net.ErrClosed) ||
		strings.Contains(err.Error(), "conn closed")
}
