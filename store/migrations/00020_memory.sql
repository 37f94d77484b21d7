-- +goose Up

-- Cards can be made and edited by hand.
alter table cards
    add column made_by uuid references accounts,
    add column version integer not null default 1;
create index on cards (made_by);

-- Each look at a card as it went. Rows are only added.
create table looks (
    id         uuid primary key, -- chosen by the page, so that sending twice is sending once
    at         timestamptz not null,
    course_id  uuid not null references courses on delete cascade,
    account_id uuid not null references accounts,
    card_id    uuid not null references cards on delete cascade,
    said       text not null check (said in ('sure', 'hunch', 'no idea')),
    went       text not null check (went in ('had it', 'partly', 'missed')),
    typed      text not null default '',
    seconds    integer not null default 0
);
create index on looks (account_id, course_id, card_id, at);
create index on looks (card_id);
create index on looks (course_id);

-- What the looks of somebody at a card come to, and whether it is put off. They can be made anew
-- from the looks.
create table memories (
    account_id uuid not null references accounts,
    card_id    uuid not null references cards on delete cascade,
    course_id  uuid not null references courses on delete cascade,
    stability  double precision not null default 0,
    difficulty double precision not null default 0,
    at         timestamptz,           -- of the last look
    looks      integer not null default 0,
    lapses     integer not null default 0,
    resting    boolean not null default false,
    not_before timestamptz,
    primary key (account_id, card_id)
);
create index on memories (course_id, account_id);
create index on memories (card_id);

-- What a member asks of their memory, and how it was found to work.
alter table memberships
    add column forget  double precision not null default 0.1 check (forget between 0.02 and 0.3),
    add column weights jsonb,
    add column looks   integer not null default 0, -- how many there are
    add column fitted  integer not null default 0; -- from how many of them

-- +goose Down
alter table memberships drop column forget, drop column weights, drop column looks, drop column fitted;
drop table memories;
drop table looks;
alter table cards drop column made_by, drop column version;
