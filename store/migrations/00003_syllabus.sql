-- +goose Up
alter table topics
    add column depth integer not null default 0, -- below the nearest topic before it that is less deep
    add column given double precision,           -- weight as the outline says it; null where it doesn't
    add column unit  text not null default 'marks' check (unit in ('marks', 'percent', 'stars')),
    add column share jsonb;                      -- how the weight came about
update topics t set given = weight, weight = 100 * weight / s.total,
    share = jsonb_build_object('own', 100 * weight / s.total, 'total', 100 * weight / s.total, 'basis', 'given', 'low', 0, 'high', 0)
    from (select course_id, sum(weight) as total from topics group by 1 having sum(weight) > 0) s where s.course_id = t.course_id;

create table statements (
    id        uuid primary key,
    course_id uuid not null references courses on delete cascade,
    topic_id  uuid not null references topics on delete cascade,
    text      text not null,
    position  integer not null
);
create index on statements (course_id);
create index on statements (topic_id);

-- What gave a passage or a question its topic: its words, for a question also
-- the passage it was drawn from, or a person; and how sure that is, in per cent.
alter table passages
    add column statement_id uuid references statements on delete set null,
    add column placed_by    text not null default 'words' check (placed_by in ('words', 'person')),
    add column placed_sure  smallint not null default 0;
create index on passages (topic_id);
create index on passages (statement_id);
alter table questions
    add column statement_id uuid references statements on delete set null,
    add column placed_by    text not null default 'words' check (placed_by in ('words', 'passage', 'person')),
    add column placed_sure  smallint not null default 0;
create index on questions (topic_id);
create index on questions (statement_id);
update questions set placed_by = 'passage', placed_sure = 100 where topic_id is not null and batch_id is not null;

-- +goose Down
alter table questions drop column statement_id, drop column placed_by, drop column placed_sure;
alter table passages drop column statement_id, drop column placed_by, drop column placed_sure;
drop table statements;
alter table topics drop column depth, drop column given, drop column unit, drop column share;
