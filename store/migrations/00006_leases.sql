-- +goose Up
-- Processes that carry out work, and when they were alive last.
create table process (
    id      text primary key,
    beat_at timestamptz not null default now()
);

-- Which process has the last canvas of a lesson: what is asked of it goes there.
create table lease (
    lesson_id text primary key references lesson (id) on delete cascade,
    process   text not null
);
create index lease_process on lease (process);

-- Whether a job is for the process that has its lesson's canvas.
alter table job add column bound boolean not null default false;

-- +goose Down
alter table job drop column bound;
drop table lease;
drop table process;
