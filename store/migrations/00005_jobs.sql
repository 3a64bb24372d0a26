-- +goose Up
-- What takes longer than a blink: asked for, watched, stopped, done once. Times are those of
-- the database, so that processes need not agree about theirs.
create table job (
    id         text primary key,
    studio_id  text not null references studio (id),
    lesson_id  text not null references lesson (id) on delete cascade,
    kind       text not null,
    same       text not null,            -- what is asked: who asks for the same shares it
    request    text not null,
    batch      boolean not null,         -- whether it can wait for what somebody looks at
    state      text not null default 'waiting', -- waiting, running, done, failed, stopped
    said       text not null default '', -- how far it is, in words
    result     text not null default '',
    problem    text not null default '', -- why it failed
    tries      integer not null default 0,
    process    text not null default '', -- who runs it
    stop       boolean not null default false,
    watchers   text[] not null default '{}',
    asked_at   timestamptz not null default now(),
    risen_at   timestamptz not null default now(), -- when it was asked for last
    watched_at timestamptz not null default now(),
    beat_at    timestamptz not null default now(), -- when the process that runs it was alive
    begun_at   timestamptz,
    ended_at   timestamptz
);
create unique index job_same on job (same) where state in ('waiting', 'running');
create index job_waiting on job (studio_id, risen_at) where state in ('waiting', 'running');
create index job_ended on job (ended_at);

-- What happened lately, for those who watch: a stream that broke goes on from the last id.
create table event (
    id        bigint generated always as identity primary key,
    studio_id text not null,
    body      text not null,
    at        timestamptz not null default now()
);
create index event_at on event (at);

-- +goose Down
drop table event;
drop table job;
