-- +goose Up

-- What was brought is kept in parts, so that nobody ever holds all of it.
alter table arrival_bytes drop constraint arrival_bytes_pkey, add column part integer not null default 0;
alter table arrival_bytes add primary key (arrival_id, part);

-- +goose Down
-- +goose StatementBegin
do $$ begin
    create temporary table whole on commit drop as select arrival_id, string_agg(data, '' order by part) as data from arrival_bytes group by 1;
    delete from arrival_bytes;
    alter table arrival_bytes drop constraint arrival_bytes_pkey, drop column part;
    alter table arrival_bytes add primary key (arrival_id);
    insert into arrival_bytes (arrival_id, data) select arrival_id, data from whole;
end $$;
-- +goose StatementEnd
