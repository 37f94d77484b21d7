package store

import (
	"context"
	"encoding/json"
	"strings"
	"time"

	"github.com/google/uuid"
	"golang.org/x/text/secure/precis"
)

// Account is a person who signs in.
type Account struct {
	ID       uuid.UUID       `db:"id"`
	Name     string          `db:"name"`
	Password string          `db:"password"` // argon2id
	Settings json.RawMessage `db:"settings"`
}

// NameKey is what names that look alike share: letters in one case, one form for
// what can be written in several, single spaces (RFC 8266, nicknames).
func NameKey(name string) string {
	if key, err := precis.Nickname.CompareKey(name); err == nil {
		return key
	}
	return strings.ToLower(strings.TrimSpace(name))
}

// AddAccount stores a new account with the hashes of its recovery codes. The
// error is Taken where the name is in use.
func AddAccount(ctx context.Context, db DB, a Account, codes [][]byte, now time.Time) error {
	_, err := db.Exec(ctx, `insert into accounts (id, name, name_key, password, created_at) values ($1, $2, $3, $4, $5)`,
		a.ID, strings.TrimSpace(a.Name), NameKey(a.Name), a.Password, now)
	if err != nil {
		return err
	}
	return SetRecoveryCodes(ctx, db, a.ID, codes)
}

// SetRecoveryCodes replaces an account's recovery codes.
func SetRecoveryCodes(ctx context.Context, db DB, account uuid.UUID, codes [][]byte) error {
	if _, err := db.Exec(ctx, `delete from recovery_codes where account_id = $1`, account); err != nil {
		return err
	}
	_, err := db.Exec(ctx, `insert into recovery_codes (account_id, hash) select $1, unnest($2::bytea[])`, account, codes)
	return err
}

// AccountByName finds an account by the name it signs in with.
func AccountByName(ctx context.Context, db DB, name string) (Account, error) {
	return one[Account](ctx, db, `select id, name, password, settings from accounts where name_key = $1`, NameKey(name))
}

// AccountByID finds an account.
func AccountByID(ctx context.Context, db DB, id uuid.UUID) (Account, error) {
	return one[Account](ctx, db, `select id, name, password, settings from accounts where id = $1`, id)
}

// SetPassword changes an account's password.
func SetPassword(ctx context.Context, db DB, account uuid.UUID, hash string) error {
	return changed(ctx, db, `update accounts set password = $2 where id = $1`, account, hash)
}

// SetSettings changes what an account chose about the interface.
func SetSettings(ctx context.Context, db DB, account uuid.UUID, settings json.RawMessage) error {
	return changed(ctx, db, `update accounts set settings = $2 where id = $1`, account, settings)
}

// HasRecoveryCode says ErrNotFound where there is no such unspent code.
func HasRecoveryCode(ctx context.Context, db DB, account uuid.UUID, hash []byte) error {
	var there int
	return missing(db.QueryRow(ctx, `select 1 from recovery_codes where account_id = $1 and hash = $2 and used_at is null`, account, hash).Scan(&there))
}

// UseRecoveryCode spends a code, or says ErrNotFound where there is no such
// unspent one.
func UseRecoveryCode(ctx context.Context, db DB, account uuid.UUID, hash []byte, now time.Time) error {
	return changed(ctx, db, `update recovery_codes set used_at = $3 where account_id = $1 and hash = $2 and used_at is null`, account, hash, now)
}
