package app

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"golang.org/x/text/secure/precis"

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

// tries bounds the guessing at one account: a few at once, then ever slower. In a
// browser in which the account signed in before, tries count by themselves, so
// that nobody's guessing elsewhere keeps its owner out.
var tries = store.Tries{Free: 5, Longest: 15 * time.Minute}

// triesAt names what tries are counted by: a name, a browser or an account.
func triesAt(what, which string) []byte { return Token(what + " " + which).hash() }

// TooEarly is returned where another try is not looked at yet.
type TooEarly struct{ Wait time.Duration }

func (e *TooEarly) Error() string {
	return fmt.Sprintf("Too many wrong tries for this name; the next one is looked at in %s.", inWords(e.Wait))
}

// inWords is a wait as a person says it.
func inWords(d time.Duration) string {
	if seconds := int(d.Seconds()) + 1; seconds < 90 {
		return counted(seconds, "second")
	}
	return counted(int(d.Minutes())+1, "minute")
}

// SignUp makes an account and returns its recovery codes, which are shown once.
func (a *App) SignUp(ctx context.Context, name, password string) (Account, []string, error) {
	name, err := checkName(name)
	if err != nil {
		return Account{}, nil, err
	}
	if err := checkPassword(password); err != nil {
		return Account{}, nil, err
	}
	taken := invalid("The name %q is taken; choose another.", name)
	switch _, err := store.AccountByName(ctx, a.pool, name); {
	case err == nil:
		return Account{}, nil, taken
	case !errors.Is(err, ErrNotFound):
		return Account{}, nil, fmt.Errorf("looking for the name: %w", err)
	}
	hash, err := a.hasher.hash(ctx, password)
	if err != nil {
		return Account{}, nil, err
	}
	codes, hashes := newCodes()
	account := store.Account{ID: uuid.New(), Name: name, Password: hash}
	err = pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		return store.AddAccount(ctx, tx, account, hashes, a.now())
	})
	if store.Taken(err) {
		return Account{}, nil, taken
	}
	if err != nil {
		return Account{}, nil, fmt.Errorf("adding the account: %w", err)
	}
	return Account{account.ID, name, defaults}, codes, nil
}

// checkName says what of a name can't be taken: signs that nobody sees would let
// one name look like another's.
func checkName(name string) (string, error) {
	name = strings.Join(strings.Fields(name), " ")
	if n := utf8.RuneCountInString(name); n < 2 || n > 60 {
		return "", invalid("A name has 2 to 60 characters; choose another.")
	}
	if strings.ContainsFunc(name, unseen) || !utf8.ValidString(name) {
		return "", invalid("This name holds signs that can't be seen; type it with letters, digits and spaces.")
	}
	if _, err := precis.Nickname.CompareKey(name); err != nil {
		return "", invalid("This name holds signs that a name can't have; type it with letters, digits and spaces.")
	}
	return name, nil
}

// unseen is true of signs without a shape of their own: control signs, marks of
// direction, joiners and spaces of no width, what belongs to no script.
func unseen(r rune) bool {
	return unicode.In(r, unicode.C, unicode.Zl, unicode.Zp, unicode.Variation_Selector) || r == '\u034f' || r == '\u115f' || r == '\u1160' || r == '\u3164' || r == '\uffa0' || r == '\u2800'
}

func checkPassword(password string) error {
	if n := utf8.RuneCountInString(password); n < 10 {
		return invalid("A password has at least 10 characters; this one has %d.", n)
	} else if n > 200 {
		return invalid("A password has at most 200 characters.")
	}
	return nil
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

// SignIn checks a name and password. Browser is the token by which the browser
// is known, or empty. A *TooEarly says when the next try is looked at.
func (a *App) SignIn(ctx context.Context, name, password string, browser Token) (Account, error) {
	account, err := store.AccountByName(ctx, a.pool, name)
	if err != nil && !errors.Is(err, ErrNotFound) {
		return Account{}, fmt.Errorf("looking for the account: %w", err)
	}
	key := triesAt("name", store.NameKey(name))
	if err == nil && browser != "" {
		known, err := store.KnownBrowser(ctx, a.pool, account.ID, browser.hash())
		if err != nil {
			return Account{}, fmt.Errorf("looking for the browser: %w", err)
		}
		if known {
			key = triesAt("browser", string(browser))
		}
	}
	match, err := a.tried(ctx, key, password, account.Password)
	if err != nil {
		return Account{}, err
	}
	if !match {
		return Account{}, ErrSignIn
	}
	return shown(account), nil
}

// tried compares a password with a hash, if it is not too early for another try
// at the key.
func (a *App) tried(ctx context.Context, key []byte, password, hash string) (bool, error) {
	now := a.now()
	next, err := tries.Take(ctx, a.pool, key, now)
	if err != nil {
		return false, fmt.Errorf("counting the tries: %w", err)
	}
	if !next.IsZero() {
		return false, &TooEarly{next.Sub(now)}
	}
	match, err := a.hasher.match(ctx, password, hash)
	if err != nil {
		return false, err
	}
	if match {
		err = store.ForgetTries(ctx, a.pool, key)
	}
	return match, err
}

// ChangePassword sets another password and signs the account out everywhere else.
func (a *App) ChangePassword(ctx context.Context, v Visitor, old, password string) error {
	if err := checkPassword(password); err != nil {
		return err
	}
	account, err := store.AccountByID(ctx, a.pool, v.Account)
	if err != nil {
		return err
	}
	match, err := a.tried(ctx, triesAt("account", account.ID.String()), old, account.Password)
	if err != nil {
		return err
	}
	if !match {
		return invalid("The password that you have now is another one; check it, or sign out and use a recovery code.")
	}
	hash, err := a.hasher.hash(ctx, password)
	if err != nil {
		return err
	}
	return a.setPassword(ctx, account.ID, hash, v.Session)
}

// setPassword stores a new password and ends all sessions but one.
func (a *App) setPassword(ctx context.Context, account uuid.UUID, hash string, but uuid.UUID) error {
	return pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		if err := store.SetPassword(ctx, tx, account, hash); err != nil {
			return err
		}
		return store.EndSessions(ctx, tx, account, but)
	})
}

var errCode = &Invalid{"That name and code do not belong together, or the code was used before."}

// Recover spends a recovery code, sets a new password, and signs the account out
// everywhere.
func (a *App) Recover(ctx context.Context, name, code, password string) (Account, error) {
	if err := checkPassword(password); err != nil {
		return Account{}, err
	}
	account, err := store.AccountByName(ctx, a.pool, name)
	if err == nil {
		err = store.HasRecoveryCode(ctx, a.pool, account.ID, hashCode(code))
	}
	if errors.Is(err, ErrNotFound) {
		return Account{}, errCode
	}
	if err != nil {
		return Account{}, fmt.Errorf("looking for the code: %w", err)
	}
	hash, err := a.hasher.hash(ctx, password) // only now: hashing is dear, and codes can't be guessed
	if err != nil {
		return Account{}, err
	}
	err = pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		if err := store.UseRecoveryCode(ctx, tx, account.ID, hashCode(code), a.now()); err != nil {
			return err
		}
		if err := store.SetPassword(ctx, tx, account.ID, hash); err != nil {
			return err
		}
		if err := store.ForgetTries(ctx, tx, triesAt("name", store.NameKey(name))); err != nil {
			return err
		}
		return store.EndSessions(ctx, tx, account.ID, uuid.Nil)
	})
	if errors.Is(err, ErrNotFound) {
		return Account{}, errCode // spent in the meantime
	}
	return shown(account), err
}

// Reset gives an account a new random password, for the operator, and signs it
// out everywhere.
func (a *App) Reset(ctx context.Context, name string) (string, error) {
	account, err := store.AccountByName(ctx, a.pool, name)
	if errors.Is(err, ErrNotFound) {
		return "", fmt.Errorf("no account is named %q", name)
	}
	if err != nil {
		return "", fmt.Errorf("looking for the account: %w", err)
	}
	password := strings.ToLower(rand.Text()[:20])
	hash, err := a.hasher.hash(ctx, password)
	if err != nil {
		return "", err
	}
	return password, a.setPassword(ctx, account.ID, hash, uuid.Nil)
}

// Me reads the signed-in account.
func (a *App) Me(ctx context.Context, account uuid.UUID) (Account, error) {
	stored, err := store.AccountByID(ctx, a.pool, account)
	return shown(stored), err
}

// ChangeSettings stores what the person chose about the interface.
func (a *App) ChangeSettings(ctx context.Context, account uuid.UUID, s Settings) error {
	data, err := json.Marshal(s)
	if err != nil {
		return err
	}
	return store.SetSettings(ctx, a.pool, account, data)
}

func shown(a store.Account) Account {
	settings := defaults
	_ = json.Unmarshal(a.Settings, &settings) // what is unreadable stays at its default
	return Account{a.ID, a.Name, settings}
}
