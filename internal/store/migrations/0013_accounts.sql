-- +goose Up
-- An account is the office's, or belongs to one course, whose teachers made it for a student
-- and may make links for it. It can be nothing else, and in no other course.
alter table person add column course_id bigint references course on delete cascade;
alter table person add constraint course_account check (course_id is null or not keeper);

update person p set course_id = m.course_id
from member m join course c on c.id = m.course_id
where m.person_id = p.id and m.role = 'student' and p.login = m.student || '.' || c.name and not p.keeper
  and not exists (select from member o where o.person_id = p.id and o.course_id <> m.course_id);

-- A teacher may have seen the links of accounts that are the office's.
delete from invitation i using person p where p.id = i.person_id and p.course_id is null;

-- +goose Down
alter table person drop column course_id;
