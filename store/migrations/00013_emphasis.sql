-- +goose Up
-- The words that a passage sets off: italic, bold.
alter table passages add column emphasis text[] not null default '{}';

-- +goose Down
alter table passages drop column emphasis;
