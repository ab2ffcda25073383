-- +goose Up
alter table result
	add column examination bytea not null default '{}', -- JSON, which may hold text that jsonb refuses
	add column behaviour   text not null default '',    -- the same for programs that do the same
	add column days_late   int not null default 0;
create index result_alike on result (run_id, behaviour);

-- What the teacher tells a student about a submission, in whichever run.
create table comment (
	submission_id bigint primary key references submission on delete cascade,
	body          text not null,
	written_at    timestamptz not null default now()
);

-- +goose Down
drop table comment;
drop index result_alike;
alter table result drop column days_late, drop column behaviour, drop column examination;
