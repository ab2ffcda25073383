-- +goose Up
alter table course add column served_at timestamptz; -- when a worker last took something of it, for fair shares

alter table run
	add column kind         text not null default 'run' check (kind in ('run', 'proposal', 'try')),
	add column login        text not null default '', -- who started it
	add column accepted_at  timestamptz,              -- a proposal counts from then on
	add column paused_at    timestamptz,
	add column cancelled_at timestamptz;
update run set accepted_at = created_at;
drop index run_newest;
create index run_newest on run (assignment_id, id desc) where accepted_at is not null;
create index run_of_assignment on run (assignment_id, id desc);
create index run_unfinished on run (id) where finished_at is null;

alter table result
	drop constraint result_state_check,
	add check (state in ('queued', 'running', 'done', 'failed', 'cancelled')),
	add column ticket      bigint,                 -- the job that grades it
	add column worker      text not null default '',
	add column attempt     int not null default 0, -- counts who begins to grade it: what an earlier one writes is dropped
	add column evidence_of bigint references result; -- it was not run again: the evidence is this one's
create index result_queued on result (run_id, id) where state = 'queued';
create index result_running on result (run_id) where state = 'running';
create index result_of_submission on result (submission_id, id desc);
create unique index result_ticket on result (ticket) where state = 'running';
create index result_evidence_of on result (evidence_of) where evidence_of is not null;

alter table assignment add column published_run bigint references run; -- whose results students see

alter table submission
	add column trial boolean not null default false, -- to try the public part with, and not handed in
	add column login text not null default '',       -- who handed it in
	add column origin text not null default 'class'; -- class, upload, or the repository and revision
drop index submission_newest;
create index submission_newest on submission (assignment_id, student, id desc) where not trial;
create index submission_of_student on submission (assignment_id, student, created_at);

-- +goose Down
drop index submission_of_student, submission_newest;
create index submission_newest on submission (assignment_id, student, id desc);
alter table submission drop column origin, drop column login, drop column trial;
alter table assignment drop column published_run;
drop index result_evidence_of, result_ticket, result_of_submission, result_running, result_queued;
alter table result drop column evidence_of, drop column attempt, drop column worker, drop column ticket,
	drop constraint result_state_check, add check (state in ('queued', 'running', 'done', 'failed'));
drop index run_unfinished, run_of_assignment, run_newest;
create index run_newest on run (assignment_id, id desc);
alter table run drop column cancelled_at, drop column paused_at, drop column accepted_at, drop column login, drop column kind;
alter table course drop column served_at;
