-- +goose Up

-- What the passages, standings, dates and the outline of a course say has a revision:
-- whatever changes them counts it up in its transaction. Settled is the revision whose
-- consequences are drawn: facts read, passages sorted, questions proofed again.
alter table courses
    add column revision   bigint not null default 1,
    add column settled    bigint not null default 0,
    add column stuck      bigint not null default 0, -- the revision at which settling failed
    add column unsorted   boolean not null default false, -- its outline says something else than it was sorted by
    add column changed_by uuid references accounts on delete set null,
    add column proofed    integer not null default 0, -- of the questions that are proofed again
    add column to_proof   integer not null default 0;
alter table courses alter column settled set default 1;
create index on courses (changed_by);
create index on courses (id) where settled < revision;

-- What was read in a passage, and by which version of the reader.
create table facts (
    source_id  uuid not null,
    passage_id text not null,
    course_id  uuid not null references courses on delete cascade,
    list       jsonb not null,
    primary key (source_id, passage_id),
    foreign key (source_id, passage_id) references passages (source_id, id) on delete cascade
);
create index on facts (course_id);
alter table passages drop column facts;
alter table sources add column reader integer not null default 0;

-- Proofs are only added. The one that counts for a version is its latest.
create table proofs (
    id          bigint generated always as identity primary key,
    question_id uuid not null,
    version     integer not null,
    revision    bigint not null,  -- of the course, at which it was made
    checks      integer not null, -- the version of the checks that made it
    verdict     text not null check (verdict in ('cleared', 'held', 'faulted', 'unproven')),
    findings    jsonb not null,
    mend        jsonb,
    made_at     timestamptz not null,
    foreign key (question_id, version) references question_versions on delete cascade
);
create index on proofs (question_id, version, id desc);
insert into proofs (question_id, version, revision, checks, verdict, findings, mend, made_at)
    select question_id, version, 0, 0, verdict, findings, mend, created_at from question_versions order by created_at, question_id, version;

-- An answer is given under the verdict that counted at that moment.
alter table responses add column verdict text;
update responses r set verdict = v.verdict from question_versions v where v.question_id = r.question_id and v.version = r.version;
alter table responses alter column verdict set not null;
alter table question_versions drop column verdict, drop column findings, drop column mend;

-- A question cites what it was drawn from, and what its proof shows as evidence; both
-- also where it is no longer there, which is how that is found.
alter table cites drop constraint cites_source_id_fkey, add column drawn boolean not null default true;

-- What another source overrules, as it was when the course was last settled.
create table overruled (
    course_id  uuid not null references courses on delete cascade,
    source_id  uuid not null,
    passage_id text not null,
    by_source  uuid not null,
    by_passage text not null,
    primary key (course_id, source_id, passage_id, by_source, by_passage)
);

-- +goose Down
drop table overruled;
delete from cites c where not drawn or not exists (select 1 from sources s where s.id = c.source_id);
alter table cites drop column drawn, add constraint cites_source_id_fkey foreign key (source_id) references sources on delete cascade;
alter table question_versions add column verdict text, add column findings jsonb, add column mend jsonb;
update question_versions v set verdict = p.verdict, findings = p.findings, mend = p.mend
    from (select distinct on (question_id, version) * from proofs order by question_id, version, id desc) p where p.question_id = v.question_id and p.version = v.version;
alter table question_versions alter column verdict set not null, alter column findings set not null;
alter table responses drop column verdict;
drop table proofs;
alter table sources drop column reader;
alter table passages add column facts jsonb not null default '[]';
drop table facts;
drop index courses_changed_by_idx, courses_id_idx;
alter table courses drop column revision, drop column settled, drop column stuck, drop column unsorted, drop column changed_by, drop column proofed, drop column to_proof;
