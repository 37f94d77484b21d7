-- +goose Up

-- What belongs to a topic or a statement belongs to one of its own course, whatever
-- a request says.
alter table topics add unique (course_id, id);
alter table statements add unique (course_id, id);
update questions q set topic_id = null from topics t where t.id = q.topic_id and t.course_id <> q.course_id;
update passages p set topic_id = null from topics t where t.id = p.topic_id and t.course_id <> p.course_id;
update questions q set statement_id = null from statements s where s.id = q.statement_id and s.course_id <> q.course_id;
update passages p set statement_id = null from statements s where s.id = p.statement_id and s.course_id <> p.course_id;
delete from statements s using topics t where t.id = s.topic_id and t.course_id <> s.course_id;
alter table statements drop constraint statements_topic_id_fkey, add foreign key (course_id, topic_id) references topics (course_id, id) on delete cascade;
alter table questions drop constraint questions_topic_id_fkey, drop constraint questions_statement_id_fkey,
    add foreign key (course_id, topic_id) references topics (course_id, id) on delete set null (topic_id),
    add foreign key (course_id, statement_id) references statements (course_id, id) on delete set null (statement_id);
alter table passages drop constraint passages_topic_id_fkey, drop constraint passages_statement_id_fkey,
    add foreign key (course_id, topic_id) references topics (course_id, id) on delete set null (topic_id),
    add foreign key (course_id, statement_id) references statements (course_id, id) on delete set null (statement_id);

-- What an account and a course hold is counted.
alter table sources add column size bigint not null default 0; -- bytes of its text and pictures
update sources s set size = coalesce((select sum(octet_length(text)) from passages p where p.source_id = s.id), 0)
    + coalesce((select sum(octet_length(data)) from pictures p where p.source_id = s.id), 0);
create index on sources (added_by);
create index on batches (account_id, created_at);
create index on arrivals (account_id, created_at);

-- +goose Down
drop index sources_added_by_idx, batches_account_id_created_at_idx, arrivals_account_id_created_at_idx;
alter table sources drop column size;
alter table passages drop constraint passages_course_id_topic_id_fkey, drop constraint passages_course_id_statement_id_fkey,
    add constraint passages_topic_id_fkey foreign key (topic_id) references topics on delete set null,
    add constraint passages_statement_id_fkey foreign key (statement_id) references statements on delete set null;
alter table questions drop constraint questions_course_id_topic_id_fkey, drop constraint questions_course_id_statement_id_fkey,
    add constraint questions_topic_id_fkey foreign key (topic_id) references topics on delete set null,
    add constraint questions_statement_id_fkey foreign key (statement_id) references statements on delete set null;
alter table statements drop constraint statements_course_id_topic_id_fkey, add constraint statements_topic_id_fkey foreign key (topic_id) references topics on delete cascade;
alter table statements drop constraint statements_course_id_id_key;
alter table topics drop constraint topics_course_id_id_key;
