package app

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"strings"
	"sync"
	"unicode/utf8"

	"github.com/alexedwards/argon2id"
	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/store"
)

// ErrSignIn is returned where name and password do not belong together. It does
// not say which was wrong.
var ErrSignIn = &Invalid{"That name and password do not belong together; check both, or use a recovery code."}

// Account is a person as the page sees one.
type Account struct {
	ID       uuid.UUID `json:"id"`
	Name     string    `json:"name"`
	Settings Settings  `json:"settings"`
}

// Settings are what a person chose about the interface.
type Settings struct {
	Theme      string `json:"theme" enum:"light,dark,system"`
	LetterKeys bool   `json:"letter_keys" doc:"whether single letters are shortcuts"`
}

var defaults = Settings{Theme: "system", LetterKeys: true}

// recoveryCodes is how many a new account gets.
const recoveryCodes = 8

// hashing is argon2id's cost (RFC 9106, second recommended option).
var hashing = &argon2id.Params{Memory: 64 * 1024, Iterations: 3, Parallelism: 2, SaltLength: 16, KeyLength: 32}

// decoyHash is compared with when there is no such account, so that the answer
// takes as long.
var decoyHash = sync.OnceValue(func() string {
	hash, err := argon2id.CreateHash(rand.Text(), hashing)
	if err != nil {
		panic(err)
	}
	return hash
})

// SignUp makes an account and returns its recovery codes, which are shown once.
func (a *App) SignUp(ctx context.Context, name, password string) (Account, []string, error) {
	name = strings.TrimSpace(name)
	if n := utf8.RuneCountInString(name); n < 2 || n > 60 {
		return Account{}, nil, invalid("A name has 2 to 60 characters; choose another.")
	}
	hash, err := hashPassword(password)
	if err != nil {
		return Account{}, nil, err
	}
	codes, hashes := newCodes()
	account := store.Account{ID: uuid.New(), Name: name, Password: hash}
	err = pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		return store.AddAccount(ctx, tx, account, hashes, a.now())
	})
	if store.Taken(err) {
		return Account{}, nil, invalid("The name %q is taken; choose another.", name)
	}
	if err != nil {
		return Account{}, nil, fmt.Errorf("adding the account: %w", err)
	}
	return Account{account.ID, name, defaults}, codes, nil
}

func hashPassword(password string) (string, error) {
	if n := utf8.RuneCountInString(password); n < 10 {
		return "", invalid("A password has at least 10 characters; this one has %d.", n)
	} else if n > 200 {
		return "", invalid("A password has at most 200 characters.")
	}
	return argon2id.CreateHash(password, hashing)
}

// newCodes makes recovery codes with 80 random bits each, and the hashes that
// are kept of them.
func newCodes() (codes []string, hashes [][]byte) {
	for range recoveryCodes {
		t := strings.ToLower(rand.Text()[:16])
		code := t[:4] + "-" + t[4:8] + "-" + t[8:12] + "-" + t[12:]
		codes, hashes = append(codes, code), append(hashes, hashCode(code))
	}
	return codes, hashes
}

func hashCode(code string) []byte {
	code = strings.NewReplacer("-", "", " ", "").Replace(strings.ToLower(code))
	sum := sha256.Sum256([]byte(code))
	return sum[:]
}

// SignIn checks a name and password.
func (a *App) SignIn(ctx context.Context, name, password string) (Account, error) {
	account, err := store.AccountByName(ctx, a.pool, name)
	hash := account.Password
	if err != nil {
		hash = decoyHash()
	}
	match, checkErr := argon2id.ComparePasswordAndHash(password, hash)
	if checkErr != nil {
		return Account{}, fmt.Errorf("checking the password: %w", checkErr)
	}
	if err != nil || !match {
		return Account{}, ErrSignIn
	}
	return seen(account), nil
}

// Recover spends a recovery code and sets a new password.
func (a *App) Recover(ctx context.Context, name, code, password string) (Account, error) {
	hash, err := hashPassword(password)
	if err != nil {
		return Account{}, err
	}
	var out Account
	err = pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		account, err := store.AccountByName(ctx, tx, name)
		if err == nil {
			err = store.UseRecoveryCode(ctx, tx, account.ID, hashCode(code), a.now())
		}
		if err == store.ErrNotFound {
			return invalid("That name and code do not belong together, or the code was used before.")
		}
		if err != nil {
			return err
		}
		out = seen(account)
		return store.SetPassword(ctx, tx, account.ID, hash)
	})
	return out, err
}

// Reset gives an account a new random password, for the operator.
func (a *App) Reset(ctx context.Context, name string) (string, error) {
	account, err := store.AccountByName(ctx, a.pool, name)
	if err != nil {
		return "", fmt.Errorf("no account is named %q", name)
	}
	password := strings.ToLower(rand.Text()[:20])
	hash, err := hashPassword(password)
	if err != nil {
		return "", err
	}
	return password, store.SetPassword(ctx, a.pool, account.ID, hash)
}

// Me reads the signed-in account.
func (a *App) Me(ctx context.Context, account uuid.UUID) (Account, error) {
	stored, err := store.AccountByID(ctx, a.pool, account)
	return seen(stored), err
}

// ChangeSettings stores what the person chose about the interface.
func (a *App) ChangeSettings(ctx context.Context, account uuid.UUID, s Settings) error {
	data, err := json.Marshal(s)
	if err != nil {
		return err
	}
	return store.SetSettings(ctx, a.pool, account, data)
}

func seen(a store.Account) Account {
	settings := defaults
	_ = json.Unmarshal(a.Settings, &settings) // what is unreadable stays at its default
	return Account{a.ID, a.Name, settings}
}
