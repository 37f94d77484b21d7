-- +goose Up

-- What somebody held against a key, and what became of it. Opened again, it is ruled on
-- again, in a row of its own.
create table challenges (
    id          uuid primary key, -- chosen by the page, so that sending twice is sending once
    course_id   uuid not null references courses on delete cascade,
    account_id  uuid not null references accounts,
    question_id uuid not null,
    version     integer not null,
    claim       jsonb not null,
    outcome     text not null check (outcome in ('upheld', 'turned down', 'withdrawn')),
    says        text not null,
    fails_at    text not null,
    evidence    jsonb not null,
    made        integer, -- the version that was made of it
    reopens     uuid references challenges,
    at          timestamptz not null,
    foreign key (question_id, version) references question_versions on delete cascade
);
create index on challenges (question_id, version, at);
create index on challenges (course_id, at);
create index on challenges (account_id);
create index on challenges (reopens);

-- What an answer was marked with before its key was corrected.
alter table attempts
    add column first_points numeric,
    add column first_slip   text;

-- What somebody is to be told, once.
create table notices (
    account_id  uuid not null references accounts,
    course_id   uuid not null references courses on delete cascade,
    question_id uuid not null references questions on delete cascade,
    says        text not null,
    at          timestamptz not null,
    seen_at     timestamptz,
    primary key (account_id, question_id, at)
);
create index on notices (course_id, account_id) where seen_at is null;
create index on notices (course_id);
create index on notices (question_id);

-- What the attempts at one question come to, anew.
-- +goose StatementBegin
create function recount_question(question uuid) returns void language plpgsql as $$
begin
    update topic_totals t set counted = t.counted - i.counted, points = t.points - i.points, weight = t.weight - i.weight
        from item_states i join questions q on q.id = i.question_id
        where i.question_id = question and i.counted > 0 and t.account_id = i.account_id and t.course_id = i.course_id and t.topic_id is not distinct from q.topic_id;
    delete from item_states where question_id = question;
    perform count_attempts(array_agg(a)) from attempts a where a.question_id = question
        and exists (select 1 from counting_attempts c where c.id = a.id and c.at = a.at) group by a.account_id;
    delete from topic_totals t using questions q where q.id = question and t.course_id = q.course_id and t.topic_id is not distinct from q.topic_id and t.counted = 0;
end $$;
-- +goose StatementEnd

-- +goose Down
drop function recount_question(uuid);
drop table notices;
alter table attempts drop column first_points, drop column first_slip;
drop table challenges;
