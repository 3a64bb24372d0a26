-- +goose Up
-- What was made of a painting, by who made it: reports, findings, pictures, canvases. All
-- of it can be made again; what was used longest ago goes first.
drop table made;
create table artifact (
    maker    text not null, -- the version of the engine, or the build
    painting text not null, -- the name of the painting; empty for what is of no lesson
    kind     text not null,
    body     bytea not null,
    bytes    bigint not null,
    used_at  timestamptz not null default now(),
    primary key (maker, painting, kind)
);
alter table artifact alter column body set storage external; -- it is compressed already
create index artifact_used on artifact (used_at);
create index artifact_painting on artifact (painting);

-- Which painting a revision is; it is filled in for older ones when the store is opened.
alter table revision add column painting text not null default '';
create index revision_painting on revision (painting);

-- Writes that carried a key, and what came of them: a repeat is the same write.
create table written (
    key     text primary key,
    what    text not null, -- which kind of write it was
    result  text not null,
    made_at timestamptz not null default now()
);
create index written_age on written (made_at);

-- +goose Down
drop table written;
alter table revision drop column painting;
drop table artifact;
create table made (
    address text primary key,
    body    bytea not null,
    made_at timestamptz not null default now()
);
create index made_age on made (made_at);
