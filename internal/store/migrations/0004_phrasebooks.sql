-- +goose Up
-- A phrasebook for one student's program, in the place of the assignment's.
create table own_phrasebook (
	assignment_id bigint not null references assignment (id) on delete cascade,
	student       text not null,
	phrasebook    text not null,
	primary key (assignment_id, student)
);
-- The one that a result was graded with, where it was the student's own.
alter table result add column phrasebook text not null default '';

-- +goose Down
alter table result drop column phrasebook;
drop table own_phrasebook;
