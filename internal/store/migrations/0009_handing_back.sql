-- +goose Up
-- Points given by hand, which stay whatever is graded again. An empty criterion is the total.
create table by_hand (
	assignment_id bigint not null references assignment on delete cascade,
	student       text not null,
	criterion     text not null,
	points        bigint not null, -- hundredths
	reason        text not null,
	login         text not null,
	at            timestamptz not null default now(),
	primary key (assignment_id, student, criterion)
);

alter table assignment add column published_at timestamptz;

-- A student asks for another look at a result.
create table request (
	id          bigint generated always as identity primary key,
	result_id   bigint not null references result on delete cascade,
	question    text not null,
	asked_at    timestamptz not null default now(),
	answer      text not null default '',
	answered_by text not null default '',
	answered_at timestamptz
);
create index request_of_result on request (result_id, id);

-- +goose Down
drop table request;
alter table assignment drop column published_at;
drop table by_hand;
