-- +goose Up
alter table assignment drop constraint assignment_channel_check, add check (channel in ('terminal', 'wire', 'function', 'page'));
alter table run drop constraint run_channel_check, add check (channel in ('terminal', 'wire', 'function', 'page'));

-- How pages looked, once for each content: many steps look the same. Evidence has the names.
create table picture (
  result_id bigint not null references result on delete cascade,
  name      text not null,
  data      bytea not null,
  primary key (result_id, name)
);

-- +goose Down
drop table picture;
alter table assignment drop constraint assignment_channel_check, add check (channel in ('terminal', 'wire', 'function'));
alter table run drop constraint run_channel_check, add check (channel in ('terminal', 'wire', 'function'));
