-- +goose Up
-- The wording of a program on a terminal that plays one side itself, by whether it moves first
-- or second; null where it does not.
alter table entrant add first_wording text, add second_wording text;

-- +goose Down
alter table entrant drop first_wording, drop second_wording;
