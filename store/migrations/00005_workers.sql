-- +goose Up

-- Processes that do background work, by the name that the queue knows them by.
-- One that shows no life for a while is dead, and what it did goes on elsewhere.
create table workers (
    id      text primary key,
    places  integer not null, -- how many jobs it does at once
    seen_at timestamptz not null
);

-- What waits to be read or drafted is found by its state.
create index on arrivals (created_at) where state in ('queued', 'reading');
create index on batches (created_at) where state in ('queued', 'running');
alter table arrivals add column size bigint not null default 0; -- bytes as brought
update arrivals a set size = length(b.data) from arrival_bytes b where b.arrival_id = a.id;

-- +goose Down
alter table arrivals drop column size;
drop table workers;
drop index arrivals_created_at_idx, batches_created_at_idx;
