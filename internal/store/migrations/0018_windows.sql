-- +goose Up
alter table assignment drop constraint assignment_channel_check, add check (channel in ('terminal', 'wire', 'function', 'page', 'window'));
alter table run drop constraint run_channel_check, add check (channel in ('terminal', 'wire', 'function', 'page', 'window'));

-- +goose Down
alter table assignment drop constraint assignment_channel_check, add check (channel in ('terminal', 'wire', 'function', 'page'));
alter table run drop constraint run_channel_check, add check (channel in ('terminal', 'wire', 'function', 'page'));
