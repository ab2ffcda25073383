-- +goose Up
alter table assignment drop constraint assignment_channel_check, add check (channel in ('terminal', 'wire', 'function'));
alter table run drop constraint run_channel_check, add check (channel in ('terminal', 'wire', 'function'));

-- +goose Down
alter table assignment drop constraint assignment_channel_check, add check (channel in ('terminal', 'wire'));
alter table run drop constraint run_channel_check, add check (channel in ('terminal', 'wire'));
