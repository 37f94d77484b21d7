-- +goose Up

-- What one or more questions are asked about is stored once in a course, and known by
-- what it is; a question's body names it.
create table stimuli (
    course_id uuid not null references courses,
    id        text not null,
    body      jsonb not null,
    primary key (course_id, id)
);
create temporary table told on commit drop as
    select v.question_id, v.version, q.course_id, v.body->'given' as given, md5(((v.body->'given') - 'id' - 'line')::text) as id
    from question_versions v join questions q on q.id = v.question_id where v.body ? 'given';
insert into stimuli (course_id, id, body)
    select distinct on (course_id, id) course_id, id, given || jsonb_build_object('id', id) from told;
update question_versions set body = body - 'stimulus' where body ? 'stimulus' and not body ? 'given';
update question_versions v set body = (v.body - 'given') || jsonb_build_object('stimulus', t.id)
    from told t where t.question_id = v.question_id and t.version = v.version;

alter table question_versions add column stimulus text generated always as (body->>'stimulus') stored;
create index on question_versions (stimulus) where stimulus is not null;

-- A question as it is read: with what it is asked about.
create function whole(body jsonb, stimulus text, course uuid) returns jsonb language sql stable as $$
    select case when stimulus is null then body
        else body || coalesce((select jsonb_build_object('given', s.body) from stimuli s where s.course_id = course and s.id = stimulus), '{}') end
$$;

-- +goose Down
update question_versions v set body = whole(v.body, v.stimulus, q.course_id) from questions q where q.id = v.question_id and v.stimulus is not null;
drop function whole(jsonb, text, uuid);
alter table question_versions drop column stimulus;
drop table stimuli;
