-- +goose Up
-- A picture that was painted after no lesson is judged by the rules of pictures: a job of no lesson.
alter table job alter column lesson_id drop not null;

-- +goose Down
delete from job where lesson_id is null;
alter table job alter column lesson_id set not null;
