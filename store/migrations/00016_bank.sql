-- +goose Up

-- Words that a person gives to questions, and a wish to have one proofed again.
alter table questions
    add column tags  text[] not null default '{}',
    add column again boolean not null default false,
    add column bands bigint[] not null default '{}'; -- by which those that are nearly the same find each other
create index on questions using gin (bands);

-- What was changed of many questions at once, and how each of them was before.
create table changes (
    id         uuid primary key, -- chosen by the page, so that sending twice is sending once
    course_id  uuid not null references courses on delete cascade,
    account_id uuid not null references accounts,
    what       jsonb not null,
    before     jsonb not null,
    refused    integer not null,
    made_at    timestamptz not null,
    undone_at  timestamptz
);
create index on changes (course_id, made_at);
create index on changes (account_id);

-- What moves with a statement is compared row by row, and a change of ten thousand would
-- be compared a hundred million times.
alter function move_totals() set enable_nestloop = off;

-- +goose Down
alter function move_totals() reset enable_nestloop;
drop table changes;
alter table questions drop column tags, drop column again, drop column bands;
