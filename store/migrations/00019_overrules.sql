-- +goose Up

-- How somebody marked an answer in words themselves, point by point; the latest of an answer
-- stands. Rows are only added.
create table overrules (
    id          uuid primary key, -- chosen by the page, so that sending twice is sending once
    course_id   uuid not null references courses on delete cascade,
    account_id  uuid not null references accounts,
    sitting_id  uuid not null references sittings on delete cascade,
    position    integer not null,
    question_id uuid not null,
    version     integer not null,
    said        text not null,  -- the answer
    standings   jsonb not null, -- of the key's points, in order
    percent     integer not null,
    was         numeric,        -- the points it had
    at          timestamptz not null,
    foreign key (question_id, version) references question_versions on delete cascade
);
create index on overrules (question_id, version, at);
create index on overrules (sitting_id, position, at);
create index on overrules (course_id);
create index on overrules (account_id);

-- +goose Down
drop table overrules;
