// Package account keeps what people sign in with so that a reader of the records
// cannot use it: passwords as argon2id hashes, other secrets as SHA-256.
//
// Read Hash and Secret first.
package account

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/base64"
	"errors"
	"fmt"
	"strings"
	"unicode/utf8"

	"golang.org/x/crypto/argon2"
)

// The cost of a password: the second choice of RFC 9106, section 4, with less memory, as
// OWASP's cheat sheet on password storage has it (19 MiB, two passes, one lane).
const (
	memory  = 19 << 10 // KiB
	passes  = 2
	lanes   = 1
	keySize = 32
)

// The bounds of a password, in characters. The upper one bounds the work of hashing.
const (
	Shortest = 10
	longest  = 200
)

// ErrPassword means that a new password cannot be one.
var ErrPassword = fmt.Errorf("a password has %d to %d characters, and not only one of them", Shortest, longest)

// CheckPassword reports whether a new password is acceptable.
func CheckPassword(password string) error {
	n := utf8.RuneCountInString(password)
	if n < Shortest || n > longest || !utf8.ValidString(password) || strings.Trim(password, password[:1]) == "" {
		return ErrPassword
	}
	return nil
}

// hashing lets a few passwords be hashed at once, since each takes its memory.
var hashing = make(chan struct{}, 2)

func work(ctx context.Context, password string, salt []byte, passes, memory uint32, lanes uint8, size uint32) ([]byte, error) {
	select {
	case hashing <- struct{}{}:
	case <-ctx.Done():
		return nil, ctx.Err()
	}
	defer func() { <-hashing }()
	return argon2.IDKey([]byte(password), salt, passes, memory, lanes, size), nil
}

// Hash returns the text to keep of a password, in the PHC string format.
func Hash(ctx context.Context, password string) (string, error) {
	salt := make([]byte, 16)
	rand.Read(salt)
	key, err := work(ctx, password, salt, passes, memory, lanes, keySize)
	if err != nil {
		return "", err
	}
	code := base64.RawStdEncoding.EncodeToString
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s", argon2.Version, memory, passes, lanes, code(salt), code(key)), nil
}

var errHash = errors.New("this is not an argon2id hash")

// Verify reports whether a password is the one that was hashed. An empty hash is nobody's
// password, and takes as long to refuse as another.
func Verify(ctx context.Context, hash, password string) (bool, error) {
	if hash == "" {
		_, err := work(ctx, password, make([]byte, 16), passes, memory, lanes, keySize)
		return false, err
	}
	var version int
	var m, t uint32
	var p uint8
	parts := strings.Split(hash, "$")
	if len(parts) != 6 || parts[1] != "argon2id" {
		return false, errHash
	}
	if _, err := fmt.Sscanf(parts[2], "v=%d", &version); err != nil || version != argon2.Version {
		return false, errHash
	}
	if _, err := fmt.Sscanf(parts[3], "m=%d,t=%d,p=%d", &m, &t, &p); err != nil {
		return false, errHash
	}
	salt, err := base64.RawStdEncoding.DecodeString(parts[4])
	if err != nil {
		return false, errHash
	}
	want, err := base64.RawStdEncoding.DecodeString(parts[5])
	if err != nil || len(want) == 0 {
		return false, errHash
	}
	got, err := work(ctx, password, salt, t, m, p, uint32(len(want)))
	return subtle.ConstantTimeCompare(got, want) == 1, err
}

// NewSecret returns a secret of 256 random bits, as text for addresses and headers.
func NewSecret() string {
	bits := make([]byte, 32)
	rand.Read(bits)
	return base64.RawURLEncoding.EncodeToString(bits)
}

// Digest is what is kept of a secret. A secret is too long to be guessed, so that one
// SHA-256 is enough.
func Digest(secret string) []byte {
	sum := sha256.Sum256([]byte(secret))
	return sum[:]
}
