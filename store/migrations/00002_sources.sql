-- +goose Up

-- Something on its way to being a source: it is read in the background.
create table arrivals (
    id          uuid primary key, -- chosen by the page, so that bringing twice is bringing once
    course_id   uuid not null references courses on delete cascade,
    account_id  uuid not null references accounts on delete cascade,
    name        text not null, -- of the file; empty for pasted text
    address     text not null default '', -- of a page to be fetched
    sort        text not null default 'source' check (sort in ('source', 'paper')),
    state       text not null check (state in ('queued', 'reading', 'read', 'refused', 'cancelled')),
    done        integer not null default 0, -- pages read so far
    pages       integer not null default 0, -- 0 until known, or where there are none
    says        text not null default '', -- why it was refused, or what became of it
    source_id   uuid references sources on delete set null,
    created_at  timestamptz not null,
    finished_at timestamptz
);
create index on arrivals (course_id, account_id, created_at);

-- What was brought, until it is read.
create table arrival_bytes (
    arrival_id uuid primary key references arrivals on delete cascade,
    data       bytea not null
);
alter table arrival_bytes alter column data set storage external; -- most of what is brought is packed already

alter table sources
    add column standing text not null default 'notes' check (standing in ('rules', 'textbook', 'notes', 'talk')),
    add column dated    date,
    add column version  integer not null default 1,
    add column pages    integer not null default 0,
    add column address  text not null default '';

-- A source's words, in its own language, for the search over a course.
alter table passages
    add column facts jsonb not null default '[]', -- what was read in it
    add column confidence integer not null default 0, -- of recognised text, per cent
    add column picture jsonb, -- file, caption and labels, of a picture
    add column language text not null default '', -- of its source
    add column words tsvector generated always as (to_tsvector(case language
        when 'en' then 'english'::regconfig when 'es' then 'spanish'::regconfig when 'fr' then 'french'::regconfig when 'de' then 'german'::regconfig
        when 'pt' then 'portuguese'::regconfig when 'it' then 'italian'::regconfig else 'simple'::regconfig end, left(text, 200000))) stored;
create extension if not exists btree_gin; -- a part of PostgreSQL's own package
create index on passages using gin (course_id, words);

create table pictures (
    source_id uuid not null references sources on delete cascade,
    file      text not null,
    data      bytea not null,
    primary key (source_id, file)
);
alter table pictures alter column data set storage external;

-- +goose Down
drop table pictures;
alter table passages drop column words, drop column language, drop column picture, drop column confidence, drop column facts;
alter table sources drop column standing, drop column dated, drop column version, drop column pages, drop column address;
drop table arrival_bytes, arrivals;
