-- +goose Up
alter table course
	add column zone      text not null default 'UTC', -- of the clock on the course's wall, as in Europe/Berlin
	add column ends_on   date,
	add column keep_days int check (keep_days >= 0); -- after the end, until what students handed in is deleted; null for ever

-- The roster. Name is by which submissions are kept.
create table student (
	course_id bigint not null references course on delete cascade,
	name      text not null,
	full_name text not null,
	number    text not null default '',
	mail      text not null default '',
	primary key (course_id, name)
);
create unique index student_number on student (course_id, number) where number <> '';
create unique index student_mail on student (course_id, mail) where mail <> '';

-- What an assignment is now; revision has what it was.
alter table assignment
	add column revision  int not null default 1,
	add column opens_at  timestamptz,
	add column due_at    timestamptz,
	add column closes_at timestamptz,
	add column attempts  int not null default 0, -- submissions that a student may hand in; 0 for any number
	add column tries     int not null default 0, -- of the public part, that a student may make in a day
	add column seconds   int not null default 0, -- that a program may take over a step; 0 for the usual patience
	add column megabytes int not null default 0; -- of memory that a program may use; 0 for the usual ones

create table revision (
	assignment_id bigint not null references assignment on delete cascade,
	number        int not null,
	at            timestamptz not null default now(),
	login         text not null,
	note          text not null, -- what was changed
	body          jsonb not null, -- the assignment as it was
	primary key (assignment_id, number)
);
insert into revision (assignment_id, number, at, login, note, body)
select id, 1, created_at, '', 'made', to_jsonb(assignment) from assignment;

alter table run add column revision int not null default 1;

-- +goose Down
alter table run drop column revision;
drop table revision;
alter table assignment drop column megabytes, drop column seconds, drop column tries, drop column attempts,
	drop column closes_at, drop column due_at, drop column opens_at, drop column revision;
drop table student;
alter table course drop column keep_days, drop column ends_on, drop column zone;
