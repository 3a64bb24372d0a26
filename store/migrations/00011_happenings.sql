-- +goose Up
-- What happens in a class that runs: appended and never changed. Its state follows from it.
create table happening (
    class_id text not null references class (id) on delete cascade,
    number   integer not null,
    at       timestamptz not null default clock_timestamp(),
    body     text not null,            -- teach.Event as JSON, but for its moment
    primary key (class_id, number)
);

-- +goose Down
drop table happening;
