-- +goose Up
-- The words that a passage sets off: italic, bold.
alter table passages add column emphasis text[] not null default '{}';
-- What stands before and behind a passage.
create index on passages (source_id, ordinal);

-- +goose Down
drop index passages_source_id_ordinal_idx;
alter table passages drop column emphasis;
