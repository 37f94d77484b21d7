-- +goose Up

-- Briefs that are kept to be asked for again, by name.
create table briefs (
    id         uuid primary key,
    course_id  uuid not null references courses,
    name       text not null,
    body       jsonb not null,
    created_at timestamptz not null
);
create unique index on briefs (course_id, lower(name));

-- What the writer drafted and the proof sent back, for which something else was written.
create table returned (
    batch_id    uuid not null references batches on delete cascade,
    fingerprint text not null,
    place       int not null,
    round       int not null,
    stem        text not null,
    level       text not null,
    verdict     text not null,
    says        text not null,
    primary key (batch_id, fingerprint)
);

-- +goose Down
drop table returned;
drop table briefs;
