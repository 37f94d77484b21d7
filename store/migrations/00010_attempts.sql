-- +goose Up

-- A sitting is a run of items that somebody works on: a drill now. What is said when is
-- its policy. Nothing cascades into what somebody did: a course or an account that has
-- sittings can't be deleted.
alter table drills rename to sittings;
alter table sittings
    add column kind     text not null default 'drill' check (kind in ('drill', 'cards', 'rehearsal', 'paper')),
    add column feedback text not null default 'at once' check (feedback in ('at once', 'when handed in', 'never')),
    drop constraint drills_course_id_fkey, drop constraint drills_account_id_fkey,
    add foreign key (course_id) references courses, add foreign key (account_id) references accounts;
create index on sittings (account_id);
alter table drill_items rename to places;
alter table places rename column drill_id to sitting_id;
alter table places
    drop constraint drill_items_drill_id_fkey, drop constraint drill_items_question_id_fkey,
    add foreign key (sitting_id) references sittings,
    add foreign key (question_id, version) references question_versions;
create index on places (question_id, version);

-- Attempts are only ever added, each with what it was made at and under which verdict.
-- At a place of a sitting with feedback at once the first counts; of one that is handed
-- in, the last.
create table attempts (
    id          uuid not null, -- chosen by the page, so that sending twice is sending once
    at          timestamptz not null,
    course_id   uuid not null,
    account_id  uuid not null,
    sitting_id  uuid not null references sittings,
    position    integer not null,
    serial      integer not null, -- counts the attempts at a place from 1
    question_id uuid not null,
    version     integer not null,
    verdict     text not null,   -- that counted for the version at that moment
    revision    bigint not null, -- of the course, at which that was said
    response    jsonb not null,
    confidence  text not null check (confidence in ('sure', 'hunch', 'no idea')),
    points      numeric, -- null where it is not marked
    outof       numeric not null,
    slip        text not null default '',
    hints       smallint not null default 0,
    weight      numeric not null,
    seconds     integer not null default 0,
    primary key (id, at),
    foreign key (question_id, version) references question_versions
) partition by range (at);
create index on attempts (sitting_id, position, serial);
create index on attempts (account_id, question_id, at);
create index on attempts (question_id, version);
create index on attempts (course_id, account_id, slip) where slip <> '';
create table attempts_other partition of attempts default;

-- +goose StatementBegin
create function make_room_for_attempts(month date) returns void language plpgsql as $$
declare
    first date := date_trunc('month', month);
    name  text := 'attempts_' || to_char(first, 'YYYY_MM');
begin
    if to_regclass(name) is null and not exists (select 1 from attempts_other where at >= first and at < first + interval '1 month') then
        execute format('create table %I partition of attempts for values from (%L) to (%L)', name, first, first + interval '1 month');
    end if;
end $$;
-- +goose StatementEnd
select make_room_for_attempts(m::date) from (
    select generate_series(date_trunc('month', coalesce(min(answered_at), now())), date_trunc('month', now()) + interval '3 months', interval '1 month') m from responses) months;

insert into attempts (id, at, course_id, account_id, sitting_id, position, serial, question_id, version, verdict, revision, response, confidence, points, outof, slip, weight, seconds)
    select r.id, r.answered_at, r.course_id, r.account_id, r.drill_id, r.position, 1, r.question_id, r.version, r.verdict, 0, r.response, r.confidence, r.percent / 100.0, 1, r.slip, r.weight::numeric, r.seconds
    from responses r;
drop table responses;

-- What the attempts come to: by question, and by the topic that each belongs to now.
-- Only what was marked and cleared when it was answered counts in sums.
create table item_states (
    account_id  uuid not null references accounts,
    question_id uuid not null references questions,
    course_id   uuid not null references courses,
    attempts    integer not null, -- that count
    counted     integer not null, -- of those, that were marked and cleared
    points      numeric not null, -- weight × share of the points, of the counted ones
    weight      numeric not null,
    last_share  numeric,          -- of the points, of the last attempt; null where it was not marked
    last_at     timestamptz not null,
    primary key (account_id, question_id)
);
create index on item_states (question_id);
create index on item_states (course_id);
create table topic_totals (
    account_id uuid not null references accounts,
    course_id  uuid not null references courses,
    topic_id   uuid,
    counted    integer not null,
    points     numeric not null,
    weight     numeric not null,
    unique nulls not distinct (account_id, course_id, topic_id)
);
create index on topic_totals (course_id);

-- An attempt as it is counted, in the transaction that adds it.
-- +goose StatementBegin
create function count_attempts(added attempts[]) returns void language sql as $$
    insert into item_states (account_id, question_id, course_id, attempts, counted, points, weight, last_share, last_at)
        select account_id, question_id, course_id, count(*), count(*) filter (where counts), coalesce(sum(weight * points / outof) filter (where counts), 0), coalesce(sum(weight) filter (where counts), 0),
            (array_agg(points / outof order by at desc, id desc))[1], max(at)
        from (select *, verdict = 'cleared' and points is not null as counts from unnest(added)) a group by 1, 2, 3
        on conflict (account_id, question_id) do update set
            attempts = item_states.attempts + excluded.attempts, counted = item_states.counted + excluded.counted,
            points = item_states.points + excluded.points, weight = item_states.weight + excluded.weight,
            last_share = case when excluded.last_at >= item_states.last_at then excluded.last_share else item_states.last_share end,
            last_at = greatest(excluded.last_at, item_states.last_at);
    insert into topic_totals (account_id, course_id, topic_id, counted, points, weight)
        select a.account_id, a.course_id, q.topic_id, count(*), sum(a.weight * a.points / a.outof), sum(a.weight)
        from unnest(added) a join questions q on q.id = a.question_id where a.verdict = 'cleared' and a.points is not null group by 1, 2, 3
        on conflict (account_id, course_id, topic_id) do update set
            counted = topic_totals.counted + excluded.counted, points = topic_totals.points + excluded.points, weight = topic_totals.weight + excluded.weight;
$$;

-- A question that goes to another topic takes along what it counts for.
create function move_totals() returns trigger language plpgsql as $$
begin
    if current_setting('zincowl.moving', true) = 'whole topics' or not exists (select 1 from before o join after n using (id) where o.topic_id is distinct from n.topic_id) then
        return null;
    end if;
    with moved as (
        select o.course_id, o.topic_id as away, n.topic_id as there, s.account_id, s.counted, s.points, s.weight
        from before o join after n using (id) join item_states s on s.question_id = o.id
        where o.topic_id is distinct from n.topic_id and s.counted > 0
    ), changes as (
        select account_id, course_id, topic_id, sum(counted)::int as counted, sum(points) as points, sum(weight) as weight from (
            select account_id, course_id, away as topic_id, -counted as counted, -points as points, -weight as weight from moved
            union all select account_id, course_id, there, counted, points, weight from moved) c
        group by 1, 2, 3
    )
    insert into topic_totals (account_id, course_id, topic_id, counted, points, weight) select * from changes
        on conflict (account_id, course_id, topic_id) do update set
            counted = topic_totals.counted + excluded.counted, points = topic_totals.points + excluded.points, weight = topic_totals.weight + excluded.weight;
    delete from topic_totals t using before o where t.course_id = o.course_id and t.topic_id is not distinct from o.topic_id and t.counted = 0;
    return null;
end $$;
-- +goose StatementEnd
-- Topics that are taken out: what belonged to them belongs to none, and their totals go
-- along as they are.
-- +goose StatementBegin
create function take_out_topics(course uuid, ids uuid[]) returns void language plpgsql as $$
begin
    perform set_config('zincowl.moving', 'whole topics', true);
    update questions set topic_id = null, statement_id = null where course_id = course and topic_id = any(ids);
    perform set_config('zincowl.moving', '', true);
    with gone as (delete from topic_totals where course_id = course and topic_id = any(ids) returning *)
    insert into topic_totals (account_id, course_id, topic_id, counted, points, weight)
        select account_id, course_id, null, sum(counted), sum(points), sum(weight) from gone group by 1, 2
        on conflict (account_id, course_id, topic_id) do update set
            counted = topic_totals.counted + excluded.counted, points = topic_totals.points + excluded.points, weight = topic_totals.weight + excluded.weight;
    delete from topics where course_id = course and id = any(ids);
end $$;
-- +goose StatementEnd

create trigger topics_moved after update on questions referencing old table as before new table as after for each statement execute function move_totals();

-- Which attempts count: at a place with feedback at once the first, else the last once
-- the sitting is handed in.
create view counting_attempts as
    select a.* from attempts a join sittings s on s.id = a.sitting_id
    where s.feedback = 'at once' and a.serial = 1
        or s.feedback <> 'at once' and s.finished_at is not null
            and a.serial = (select max(serial) from attempts l where l.sitting_id = a.sitting_id and l.position = a.position);

-- All totals anew from the log.
-- +goose StatementBegin
create function recount() returns void language plpgsql as $$
begin
    lock table attempts, item_states, topic_totals in share row exclusive mode;
    delete from item_states;
    delete from topic_totals;
    perform count_attempts(array_agg(a)) from attempts a where exists (select 1 from counting_attempts c where c.id = a.id and c.at = a.at) group by a.account_id;
end $$;
-- +goose StatementEnd
select recount();

-- What a drill can take, by topic, and in an order from which it is picked.
create index questions_ready on questions (course_id, topic_id, level) where state = 'bank' and verdict = 'cleared';
create index questions_in_bank on questions (course_id, (coalesce(topic_id, '00000000-0000-0000-0000-000000000000')), id) where state = 'bank';
create index on uncovered (question_id);

-- Each foreign key by its own columns.
drop index passages_topic_id_idx, passages_statement_id_idx, questions_topic_id_idx, questions_statement_id_idx, statements_topic_id_idx;
create index on passages (course_id, topic_id);
create index on passages (course_id, statement_id);
create index on questions (course_id, topic_id);
create index on questions (course_id, statement_id);
create index on questions (kept_by);
create index on question_versions (made_by);
create index on statements (course_id, topic_id);
create index on arrivals (source_id);

-- +goose Down
drop index passages_course_id_topic_id_idx, passages_course_id_statement_id_idx, questions_course_id_topic_id_idx, questions_course_id_statement_id_idx, questions_kept_by_idx,
    question_versions_made_by_idx, statements_course_id_topic_id_idx, arrivals_source_id_idx;
create index on passages (topic_id);
create index on passages (statement_id);
create index on questions (topic_id);
create index on questions (statement_id);
create index on statements (topic_id);
drop index questions_ready, questions_in_bank, uncovered_question_id_idx;
drop function recount();
drop view counting_attempts;
drop trigger topics_moved on questions;
drop function move_totals(), take_out_topics(uuid, uuid[]), count_attempts(attempts[]);
drop table topic_totals, item_states;
create table responses (
    id          uuid primary key,
    course_id   uuid not null references courses on delete cascade,
    account_id  uuid not null references accounts on delete cascade,
    drill_id    uuid not null references sittings on delete cascade,
    position    integer not null,
    question_id uuid not null references questions on delete cascade,
    version     integer not null,
    topic_id    uuid references topics on delete set null,
    response    jsonb not null,
    confidence  text not null check (confidence in ('sure', 'hunch', 'no idea')),
    percent     integer,
    slip        text not null default '',
    weight      double precision not null,
    seconds     integer not null default 0,
    answered_at timestamptz not null,
    verdict     text not null,
    unique (drill_id, position)
);
create index on responses (account_id, question_id, answered_at);
create index on responses (course_id, account_id, topic_id) include (percent, weight);
insert into responses (id, course_id, account_id, drill_id, position, question_id, version, topic_id, response, confidence, percent, slip, weight, seconds, answered_at, verdict)
    select a.id, a.course_id, a.account_id, a.sitting_id, a.position, a.question_id, a.version, q.topic_id, a.response, a.confidence, round(100 * a.points / a.outof), a.slip, a.weight, a.seconds, a.at, a.verdict
    from attempts a join questions q on q.id = a.question_id where a.serial = 1;
drop table attempts;
drop function make_room_for_attempts(date);
drop index places_question_id_version_idx, sittings_account_id_idx;
alter table places drop constraint places_sitting_id_fkey, drop constraint places_question_id_version_fkey;
alter table places rename column sitting_id to drill_id;
alter table places rename to drill_items;
alter table sittings drop constraint sittings_course_id_fkey, drop constraint sittings_account_id_fkey, drop column kind, drop column feedback;
alter table sittings rename to drills;
alter table drills
    add constraint drills_course_id_fkey foreign key (course_id) references courses on delete cascade,
    add constraint drills_account_id_fkey foreign key (account_id) references accounts on delete cascade;
alter table drill_items
    add constraint drill_items_drill_id_fkey foreign key (drill_id) references drills on delete cascade,
    add constraint drill_items_question_id_fkey foreign key (question_id) references questions on delete cascade;
