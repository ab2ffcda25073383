package account_test

import (
	"strings"
	"testing"
	"time"

	"durchgang/internal/account"
)

func TestPasswords(t *testing.T) {
	hash, err := account.Hash(t.Context(), "rote Ampel, grüne Welle")
	if err != nil {
		t.Fatal(err)
	}
	tests := []struct {
		name, hash, password string
		right, fails         bool
	}{
		{"the password", hash, "rote Ampel, grüne Welle", true, false},
		{"another one", hash, "rote Ampel, grüne Wellen", false, false},
		{"nobody's", "", "rote Ampel, grüne Welle", false, false},
		{"a hash of another kind", "$2b$10$abc", "x", false, true},
		{"a hash that is cut off", hash[:len(hash)-60], "x", false, true},
	}
	for _, tt := range tests {
		if right, err := account.Verify(t.Context(), tt.hash, tt.password); right != tt.right || (err != nil) != tt.fails {
			t.Errorf("%s: %v, %v", tt.name, right, err)
		}
	}
	if again, _ := account.Hash(t.Context(), "rote Ampel, grüne Welle"); again == hash || !strings.HasPrefix(hash, "$argon2id$v=19$m=19456,t=2,p=1$") {
		t.Errorf("the hashes are %s and %s", hash, again)
	}
	for password, good := range map[string]bool{"": false, "short": false, "aaaaaaaaaaaa": false, "ten letter": true, strings.Repeat("ab", 101): false, "ten\xff letters": false} {
		if err := account.CheckPassword(password); (err == nil) != good {
			t.Errorf("%q: %v", password, err)
		}
	}
}

// A key may be tried a few times, then once in a while; others are not held up.
func TestLimit(t *testing.T) {
	now := time.Unix(0, 0)
	l := account.NewLimit(3, time.Minute, func() time.Time { return now })
	for range 3 {
		if l.Try("ida", "10.0.0.1") > 0 {
			t.Fatal("held up too early")
		}
	}
	if l.Try("ida") == 0 || l.Try("ben", "10.0.0.1") == 0 {
		t.Error("a fourth try of a name or an address is not held up")
	}
	if l.Try("ben") > 0 {
		t.Error("another name is held up")
	}
	now = now.Add(time.Minute)
	if l.Try("ida") > 0 || l.Try("ida") == 0 {
		t.Error("after a minute there is not one more try")
	}
	l.Forgive("ida")
	if l.Try("ida") > 0 {
		t.Error("a name that got in is held up")
	}
}
