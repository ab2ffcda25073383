-- +goose Up
create table course (
    id         bigint generated always as identity primary key,
    name       text not null unique,
    title      text not null,
    created_at timestamptz not null default now()
);

create table assignment (
    id         bigint generated always as identity primary key,
    course_id  bigint not null references course on delete cascade,
    name       text not null,
    title      text not null,
    game       text not null,
    phrasebook text not null,
    suite      text not null,
    created_at timestamptz not null default now(),
    unique (course_id, name)
);

create table submission (
    id            bigint generated always as identity primary key,
    assignment_id bigint not null references assignment on delete cascade,
    student       text not null,
    digest        text not null,
    files         int not null,
    size          bigint not null,
    archive       bytea not null,
    created_at    timestamptz not null default now()
);
create index submission_newest on submission (assignment_id, student, id desc);

create table run (
    id            bigint generated always as identity primary key,
    assignment_id bigint not null references assignment on delete cascade,
    suite         text not null, -- as it was when the run began
    phrasebook    text not null,
    created_at    timestamptz not null default now(),
    finished_at   timestamptz
);
create index run_newest on run (assignment_id, id desc);

create table result (
    id            bigint generated always as identity primary key,
    run_id        bigint not null references run on delete cascade,
    submission_id bigint not null references submission on delete cascade,
    state         text not null default 'queued' check (state in ('queued', 'running', 'done', 'failed')),
    language      text not null default '',
    problem       text not null default '',
    points        bigint not null default 0, -- hundredths
    criteria      jsonb not null default '[]',
    started_at    timestamptz,
    finished_at   timestamptz,
    unique (run_id, submission_id)
);

create table finding (
    id        bigint generated always as identity primary key,
    result_id bigint not null references result on delete cascade,
    criterion text not null,
    script    text not null,
    step      int not null,
    expected  text not null,
    seen      text not null
);
create index finding_of_result on finding (result_id, id);

create table evidence (
    result_id bigint not null references result on delete cascade,
    number    int not null, -- of the script, from 1
    title     text not null,
    criterion text not null,
    state     text not null,
    body      bytea not null, -- JSON, which may hold text that jsonb refuses
    primary key (result_id, number)
);

create table worker (
    id         text primary key,
    lock       int generated always as identity, -- held as an advisory lock while the worker lives
    started_at timestamptz not null default now()
);

-- +goose Down
drop table worker, evidence, finding, result, run, submission, assignment, course;
