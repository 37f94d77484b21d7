-- +goose Up

-- An answer in words is kept, and not marked.
alter table responses alter column percent drop not null;

-- What queries ask of questions; nothing else looks into their bodies.
-- +goose StatementBegin
create function option_texts(body jsonb) returns text[] language sql immutable parallel safe as $$
    select coalesce(array_agg(o->>'text'), '{}') from jsonb_array_elements(case jsonb_typeof(body->'options') when 'array' then body->'options' else '[]' end) o
$$;
-- +goose StatementEnd
alter table question_versions
    add column stem    text generated always as (coalesce(body->>'stem', '')) stored,
    add column options text[] generated always as (option_texts(body)) stored,
    add column marks   double precision generated always as (coalesce(nullif((body->>'marks')::double precision, 0), 1)) stored;

-- +goose Down
alter table question_versions drop column stem, drop column options, drop column marks;
drop function option_texts;
delete from responses where percent is null;
alter table responses alter column percent set not null;
