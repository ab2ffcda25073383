-- +goose Up
alter table assignment add column channel text not null default 'terminal' check (channel in ('terminal', 'wire'));
alter table run add column channel text not null default 'terminal' check (channel in ('terminal', 'wire'));

-- +goose Down
alter table run drop column channel;
alter table assignment drop column channel;
