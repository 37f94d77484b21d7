-- +goose Up
-- A question whose words were not read, and whose own task was worked again, is worked
-- out: as sound as a cleared one for drills and sums, and told apart everywhere.
create function sound(verdict text) returns boolean language sql immutable parallel safe as $$ select verdict in ('cleared', 'worked') $$;
alter table questions drop constraint questions_verdict_check,
    add constraint questions_verdict_check check (verdict in ('cleared', 'worked', 'held', 'faulted', 'unproven'));
alter table proofs drop constraint proofs_verdict_check,
    add constraint proofs_verdict_check check (verdict in ('cleared', 'worked', 'held', 'faulted', 'unproven'));
drop index questions_ready;
create index questions_ready on questions (course_id, topic_id, level) where state = 'bank' and sound(verdict);
-- +goose StatementBegin
create or replace function count_attempts(added attempts[]) returns void language sql as $$
    insert into item_states (account_id, question_id, course_id, attempts, counted, points, weight, last_share, last_at)
        select account_id, question_id, course_id, count(*), count(*) filter (where counts), coalesce(sum(weight * points / outof) filter (where counts), 0), coalesce(sum(weight) filter (where counts), 0),
            (array_agg(points / outof order by at desc, id desc))[1], max(at)
        from (select *, sound(verdict) and points is not null as counts from unnest(added)) a group by 1, 2, 3
        on conflict (account_id, question_id) do update set
            attempts = item_states.attempts + excluded.attempts, counted = item_states.counted + excluded.counted,
            points = item_states.points + excluded.points, weight = item_states.weight + excluded.weight,
            last_share = case when excluded.last_at >= item_states.last_at then excluded.last_share else item_states.last_share end,
            last_at = greatest(excluded.last_at, item_states.last_at);
    insert into topic_totals (account_id, course_id, topic_id, counted, points, weight)
        select a.account_id, a.course_id, q.topic_id, count(*), sum(a.weight * a.points / a.outof), sum(a.weight)
        from unnest(added) a join questions q on q.id = a.question_id where sound(a.verdict) and a.points is not null group by 1, 2, 3
        on conflict (account_id, course_id, topic_id) do update set
            counted = topic_totals.counted + excluded.counted, points = topic_totals.points + excluded.points, weight = topic_totals.weight + excluded.weight;
$$;
-- +goose StatementEnd

-- +goose Down
-- +goose StatementBegin
create or replace function count_attempts(added attempts[]) returns void language sql as $$
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
-- +goose StatementEnd
drop index questions_ready;
create index questions_ready on questions (course_id, topic_id, level) where state = 'bank' and verdict = 'cleared';
update questions set verdict = 'unproven' where verdict = 'worked';
update proofs set verdict = 'unproven' where verdict = 'worked';
alter table questions drop constraint questions_verdict_check,
    add constraint questions_verdict_check check (verdict in ('cleared', 'held', 'faulted', 'unproven'));
alter table proofs drop constraint proofs_verdict_check,
    add constraint proofs_verdict_check check (verdict in ('cleared', 'held', 'faulted', 'unproven'));
drop function sound(text);
