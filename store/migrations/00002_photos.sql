-- +goose Up
-- Photographs as they were cleaned when they were taken in; the hash is of the body.
create table photo (
    studio_id text not null references studio (id),
    hash      text not null,
    name      text not null,
    width     integer not null, -- pixels
    height    integer not null,
    body      bytea not null,   -- JPEG
    made_at   timestamptz not null default now(),
    primary key (studio_id, hash)
);

create index photo_hash on photo (hash);

-- +goose Down
drop table photo;
