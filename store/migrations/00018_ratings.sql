-- +goose Up

-- How clear a question is, how much it serves and which level it demands, as the proof
-- saw it; earlier proofs have none until they are made again.
alter table proofs add column ratings jsonb;

-- +goose Down
alter table proofs drop column ratings;
