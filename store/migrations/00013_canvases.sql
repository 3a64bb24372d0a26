-- +goose Up
-- A real picture, with its days.
create table canvas (
    id         text primary key,
    studio_id  text not null references studio (id),
    lesson_id  text references lesson (id),
    class_id   text references class (id) on delete set null,
    version    integer not null,     -- counts its saves
    painted    date not null,
    body       text not null,        -- canvas.Canvas as JSON
    made_at    timestamptz not null default now(),
    changed_at timestamptz not null default now()
);
create index canvas_day on canvas (studio_id, painted);

-- +goose Down
drop table canvas;
