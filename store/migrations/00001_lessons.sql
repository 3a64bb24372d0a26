-- +goose Up
create table studio (
    id      text primary key,
    name    text not null,
    made_at timestamptz not null default now()
);

create table lesson (
    id        text primary key,
    studio_id text not null references studio (id),
    head      integer not null, -- number of the newest revision
    made_at   timestamptz not null default now()
);

-- Every save is a revision and is kept. The body is the canonical text, so that
-- a lesson comes back to the byte.
create table revision (
    lesson_id text not null references lesson (id),
    number    integer not null,
    parent    integer not null, -- 0 for the first
    hash      text not null,
    title     text not null,
    body      text not null,
    said      text not null, -- what the save changed, in words
    made_at   timestamptz not null default now(),
    primary key (lesson_id, number)
);

create index revision_hash on revision (hash);

-- Frames and findings are pure functions of what their address names; they may be
-- thrown away at any time.
create table made (
    address text primary key,
    body    bytea not null,
    made_at timestamptz not null default now()
);

create index made_age on made (made_at);

-- +goose Down
drop table made;
drop table revision;
drop table lesson;
drop table studio;
