-- +goose Up
-- A lesson taught once. Its revision is pinned: a later save of the lesson does not change it.
create table class (
    id         text primary key,
    studio_id  text not null references studio (id),
    lesson_id  text not null references lesson (id),
    revision   integer not null,
    version    integer not null,     -- counts its saves
    starts_at  timestamptz not null,
    body       text not null,        -- class.Class as JSON
    made_at    timestamptz not null default now(),
    changed_at timestamptz not null default now(),
    foreign key (lesson_id, revision) references revision (lesson_id, number)
);
create index class_day on class (studio_id, starts_at);

-- +goose Down
drop table class;
