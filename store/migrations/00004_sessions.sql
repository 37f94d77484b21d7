-- +goose Up

-- Who is signed in where. Tokens are kept as hashes alone, so that nobody who
-- reads the table can use one; those kept in clear before are let go, and
-- everybody signs in once more.
drop table sessions;
create table sessions (
    id         uuid primary key,
    hash       bytea not null unique, -- SHA-256 of the token
    account_id uuid not null references accounts on delete cascade,
    device     text not null default '', -- as the browser names itself
    created_at timestamptz not null,
    seen_at    timestamptz not null, -- to within some minutes
    expires_at timestamptz not null
);
create index on sessions (account_id);
create index on sessions (expires_at);

-- Browsers in which an account signed in before. Wrong tries elsewhere do not
-- slow them.
create table browsers (
    hash       bytea primary key, -- SHA-256 of what the browser keeps
    account_id uuid not null references accounts on delete cascade,
    seen_at    timestamptz not null
);
create index on browsers (account_id, seen_at);

-- Tries at signing in since the last that was right, by name or by browser.
create table sign_in_tries (
    key     bytea primary key, -- SHA-256
    tries   integer not null,
    next_at timestamptz not null -- before which no further try is looked at
);
create index on sign_in_tries (next_at);

-- Whoever takes access away need not remember to tell open pages of it.
-- +goose StatementBegin
create function tell_access() returns trigger language plpgsql as $$
begin
    perform pg_notify('zincowl_changes', old.account_id::text || ' access');
    return null;
end $$;
-- +goose StatementEnd
create trigger session_ended after delete on sessions for each row execute function tell_access();
create trigger membership_ended after delete or update on memberships for each row execute function tell_access();

-- +goose Down
drop trigger membership_ended on memberships;
drop table sign_in_tries, browsers, sessions;
drop function tell_access;
create table sessions (
    token  text primary key,
    data   bytea not null,
    expiry timestamptz not null
);
create index on sessions (expiry);
