-- +goose Up
create table person (
	id          bigint generated always as identity primary key,
	login       text not null unique,
	name        text not null,
	mail        text not null default '',
	password    text not null default '', -- argon2id, in the PHC format; empty until one is chosen
	keeper      boolean not null default false, -- keeps the office: people, courses, the trail
	disabled_at timestamptz,
	created_at  timestamptz not null default now()
);

-- Secrets are kept as SHA-256.
create table session (
	digest     bytea primary key,
	person_id  bigint not null references person on delete cascade,
	csrf       text not null,
	created_at timestamptz not null default now(),
	expires_at timestamptz not null
);
create index session_of_person on session (person_id);

create table token (
	id         bigint generated always as identity primary key,
	person_id  bigint not null references person on delete cascade,
	name       text not null,
	digest     bytea not null unique,
	created_at timestamptz not null default now(),
	expires_at timestamptz not null,
	used_at    timestamptz
);
create index token_of_person on token (person_id);

-- A link with which somebody chooses a password, once. Without a person it makes the
-- first teacher.
create table invitation (
	digest     bytea primary key,
	person_id  bigint references person on delete cascade,
	expires_at timestamptz not null
);

create table member (
	course_id bigint not null references course on delete cascade,
	person_id bigint not null references person on delete cascade,
	role      text not null check (role in ('teacher', 'assistant', 'student')),
	student   text not null default '', -- by whose name a student's submissions are kept
	primary key (course_id, person_id),
	check ((role = 'student') = (student <> ''))
);
create index member_of_person on member (person_id);
create unique index member_student on member (course_id, student) where student <> '';

-- Who did what. Names stand as they were: people and courses may go.
create table act (
	id        bigint generated always as identity primary key,
	at        timestamptz not null default now(),
	login     text not null,
	address   text not null,
	what      text not null, -- the endpoint's name
	course    text not null, -- empty when it is about none
	subject   text not null, -- the path of what it was about
	status    int not null,
	request   text not null  -- its number in the log
);
create index act_of_course on act (course, id desc);

-- +goose Down
drop table act, member, invitation, token, session, person;
