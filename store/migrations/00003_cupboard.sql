-- +goose Up
-- What a studio has; the version counts its saves.
create table cupboard (
    studio_id  text primary key references studio (id),
    version    integer not null,
    people     integer not null, -- who paint at once
    changed_at timestamptz not null default now()
);

create table stock (
    studio_id text not null references cupboard (studio_id),
    place     integer not null, -- in the list
    paint     text not null,
    ml        double precision not null,
    primary key (studio_id, paint)
);

create table rack (
    studio_id text not null references cupboard (studio_id),
    place     integer not null,
    kind      text not null,
    width     double precision not null, -- mm
    pieces    integer not null,
    primary key (studio_id, kind, width)
);

-- Taught sessions, and what the steps whose time was taken took, minutes.
create table run (
    id        text primary key,
    lesson_id text not null references lesson (id),
    taught    date not null,
    note      text not null,
    made_at   timestamptz not null default now()
);

create index run_lesson on run (lesson_id, taught);

create table took (
    run_id  text not null references run (id) on delete cascade,
    place   integer not null,
    step    text not null,
    minutes double precision not null,
    primary key (run_id, step)
);

-- +goose Down
drop table took;
drop table run;
drop table rack;
drop table stock;
drop table cupboard;
