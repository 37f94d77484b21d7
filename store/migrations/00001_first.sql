-- +goose Up
create table accounts (
    id         uuid primary key,
    name       text not null,
    name_key   text not null unique, -- the name in lower case
    password   text not null,        -- argon2id
    settings   jsonb not null default '{}',
    created_at timestamptz not null
);

create table recovery_codes (
    account_id uuid not null references accounts on delete cascade,
    hash       bytea not null,
    used_at    timestamptz,
    primary key (account_id, hash)
);

create table sessions (
    token  text primary key,
    data   bytea not null,
    expiry timestamptz not null
);
create index on sessions (expiry);

create table courses (
    id         uuid primary key,
    title      text not null,
    issuer     text not null default '',
    exam_date  date,
    pass_mark  double precision not null, -- per cent
    language   text not null default 'en',
    version    integer not null default 1,
    created_at timestamptz not null
);

create table memberships (
    course_id  uuid not null references courses on delete cascade,
    account_id uuid not null references accounts on delete cascade,
    role       text not null check (role in ('owner', 'tutor', 'candidate')),
    primary key (course_id, account_id)
);
create index on memberships (account_id);

create table topics (
    id        uuid primary key,
    course_id uuid not null references courses on delete cascade,
    title     text not null,
    weight    double precision not null, -- share of the marks, per cent
    position  integer not null
);
create index on topics (course_id);

create table sources (
    id         uuid primary key,
    course_id  uuid not null references courses on delete cascade,
    title      text not null,
    origin     text not null, -- the file's name, or that it was pasted
    kind       text not null,
    language   text not null,
    words      integer not null,
    warnings   jsonb not null default '[]',
    hash       bytea not null, -- of the bytes as brought
    added_by   uuid references accounts on delete set null,
    created_at timestamptz not null,
    unique (course_id, hash)
);

create table passages (
    source_id uuid not null references sources on delete cascade,
    id        text not null,
    course_id uuid not null references courses on delete cascade,
    ordinal   integer not null,
    kind      text not null,
    text      text not null,
    rows      jsonb,
    locator   jsonb not null,
    topic_id  uuid references topics on delete set null,
    primary key (source_id, id)
);
create index on passages (course_id);

create table batches (
    id          uuid primary key, -- chosen by the page, so that asking twice makes one
    course_id   uuid not null references courses on delete cascade,
    account_id  uuid not null references accounts on delete cascade,
    brief       jsonb not null,
    state       text not null check (state in ('queued', 'running', 'done', 'failed', 'cancelled')),
    wanted      integer not null,
    declined    jsonb not null default '[]',
    failure     text not null default '',
    created_at  timestamptz not null,
    finished_at timestamptz
);
create index on batches (course_id, created_at);

create table questions (
    id          uuid primary key,
    course_id   uuid not null references courses on delete cascade,
    batch_id    uuid references batches on delete set null,
    topic_id    uuid references topics on delete set null,
    ordinal     integer not null default 0,
    state       text not null check (state in ('bench', 'bank', 'dropped')),
    kept_by     uuid references accounts on delete set null, -- who kept it although not cleared
    fingerprint text not null, -- of the draft, so that a repeat is recognised
    version     integer not null,
    verdict     text not null check (verdict in ('cleared', 'held', 'faulted', 'unproven')),
    kind        text not null,
    level       text not null,
    title       text not null,
    created_at  timestamptz not null,
    unique (course_id, fingerprint)
);
create index on questions (course_id, state, topic_id);
create index on questions (batch_id);

-- A version never changes once written.
create table question_versions (
    question_id uuid not null references questions on delete cascade,
    version     integer not null,
    body        jsonb not null,
    verdict     text not null,
    findings    jsonb not null,
    mend        jsonb,
    made_by     uuid references accounts on delete set null,
    created_at  timestamptz not null,
    primary key (question_id, version)
);

-- Which passages the current version of a question was drawn from.
create table cites (
    question_id uuid not null references questions on delete cascade,
    source_id   uuid not null references sources on delete cascade,
    passage_id  text not null,
    primary key (question_id, source_id, passage_id)
);
create index on cites (source_id, passage_id);

create table uncovered (
    account_id  uuid not null references accounts on delete cascade,
    question_id uuid not null references questions on delete cascade,
    at          timestamptz not null,
    primary key (account_id, question_id)
);

create table drills (
    id          uuid primary key, -- chosen by the page
    course_id   uuid not null references courses on delete cascade,
    account_id  uuid not null references accounts on delete cascade,
    label       text not null,
    asked       jsonb not null,
    created_at  timestamptz not null,
    finished_at timestamptz
);
create index on drills (course_id, account_id, created_at);

create table drill_items (
    drill_id    uuid not null references drills on delete cascade,
    position    integer not null,
    question_id uuid not null references questions on delete cascade,
    version     integer not null,
    options     text[] not null, -- option ids in the order shown
    primary key (drill_id, position)
);

-- Responses are only ever added.
create table responses (
    id          uuid primary key,
    course_id   uuid not null references courses on delete cascade,
    account_id  uuid not null references accounts on delete cascade,
    drill_id    uuid not null references drills on delete cascade,
    position    integer not null,
    question_id uuid not null references questions on delete cascade,
    version     integer not null,
    topic_id    uuid references topics on delete set null,
    response    jsonb not null,
    confidence  text not null check (confidence in ('sure', 'hunch', 'no idea')),
    percent     integer not null,
    slip        text not null default '',
    weight      double precision not null,
    seconds     integer not null default 0,
    answered_at timestamptz not null,
    unique (drill_id, position)
);
create index on responses (account_id, question_id, answered_at);
create index on responses (course_id, account_id, topic_id) include (percent, weight);

-- +goose Down
drop table responses, drill_items, drills, uncovered, cites, question_versions, questions, batches, passages, sources, topics, memberships, courses, sessions,
    recovery_codes, accounts;
