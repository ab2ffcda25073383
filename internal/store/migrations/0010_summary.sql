-- +goose Up
-- What a row of the matrix shows, so that it is read without the criteria's reasons and the
-- examination; null for what was graded before there was one.
alter table result add column summary text;

-- +goose Down
alter table result drop column summary;
