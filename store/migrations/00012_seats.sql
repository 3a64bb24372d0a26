-- +goose Up
-- The door of a class that runs: who knows its code may take a seat. It shuts by itself.
create table door (
    code      text primary key,
    class_id  text not null unique references class (id) on delete cascade,
    opened_at timestamptz not null default now()
);

-- A seat in a class. Its key is known to whoever sits there alone; others know its number.
create table seat (
    key      text primary key,
    class_id text not null references class (id) on delete cascade,
    number   integer not null,
    made_at  timestamptz not null default now(),
    unique (class_id, number)
);

-- +goose Down
drop table seat;
drop table door;
