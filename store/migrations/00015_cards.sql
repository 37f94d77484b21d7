-- +goose Up

-- Fronts and backs to be recalled. A card is what it says: the same one is kept once a course.
create table cards (
    id          uuid primary key,
    course_id   uuid not null references courses on delete cascade,
    batch_id    uuid references batches on delete set null,
    topic_id    uuid references topics on delete set null,
    source_id   uuid references sources on delete set null,
    fingerprint text not null,
    kind        text not null,
    body        jsonb not null,
    dropped     boolean not null default false,
    created_at  timestamptz not null,
    unique (course_id, fingerprint)
);
create index on cards (course_id, created_at, id);
create index on cards (batch_id);
create index on cards (topic_id);
create index on cards (source_id);

-- +goose Down
drop table cards;
