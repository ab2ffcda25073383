-- +goose Up
create table contest (
	id           bigint generated always as identity primary key,
	course_id    bigint not null references course on delete cascade,
	name         text not null,
	title        text not null,
	terms        jsonb not null,            -- core/contest.Terms
	functions    text not null default '',  -- how strategies that are functions are called, in YAML
	login        text not null default '',  -- who made it
	created_at   timestamptz not null default now(),
	started_at   timestamptz,
	paused_at    timestamptz,
	cancelled_at timestamptz,
	finished_at  timestamptz,
	unique (course_id, name)
);
create index contest_unfinished on contest (id) where started_at is not null and finished_at is null;

create table entrant (
	contest_id bigint not null references contest on delete cascade,
	number     int not null,                -- from 0, in the order of seeds
	name       text not null,
	student    text not null default '',    -- whose strategy it is
	pseudonym  text not null,
	house      text not null default '',    -- the house player; empty for a program
	channel    text not null default '',    -- wire or function
	language   text not null default '',
	problem    text not null default '',    -- why the program cannot play
	archive    bytea,
	primary key (contest_id, number),
	unique (contest_id, name)
);

create table match (
	id         bigint generated always as identity primary key,
	contest_id bigint not null references contest on delete cascade,
	round      int not null,
	number     int not null,                -- in its round, from 0
	stage      text not null default '',
	first      int not null,                -- entrants; second is -1 for a match of one
	second     int not null,
	from_deal  int not null,
	deals      int not null,                -- 0 for a bye
	extra      boolean not null default false, -- played to learn more, and no part of the format
	state      text not null default 'queued' check (state in ('queued', 'running', 'done')),
	ticket     bigint,
	worker     text not null default '',
	attempt    int not null default 0,
	outcome    jsonb,                       -- points, wins, draws and fouls, once it is done
	problem    text not null default '',    -- of the machine
	finished_at timestamptz,
	unique (contest_id, round, number)
);
create index match_queued on match (contest_id, id) where state = 'queued';
create index match_running on match (contest_id) where state = 'running';
create unique index match_ticket on match (ticket) where state = 'running';

create table bout (                         -- a game of a match
	id        bigint generated always as identity primary key,
	match_id  bigint not null references match on delete cascade,
	number    int not null,                 -- in its match, from 0
	deal      int not null,
	first     int not null,                 -- who plays the first side
	second    int not null,
	winner    int not null,                 -- 1 or 2 for the sides, 0 for a draw
	plies     int not null,
	foul      text not null default '',
	foul_by   int not null default 0,
	measure   double precision not null default 0, -- what a game for one has brought
	house     double precision,             -- what the house's best brought on the same deal
	digest    text not null,                -- equal games have the same
	quality   jsonb not null,               -- how well each side played
	record    jsonb not null,               -- core/play.Record
	worth     jsonb not null,               -- what each move was worth
	unique (match_id, number)
);

-- +goose Down
drop table bout, match, entrant, contest;
