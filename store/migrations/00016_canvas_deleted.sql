-- +goose Up
-- A real picture is thrown out, and can be brought back, as a lesson and a class.
alter table canvas add column deleted_at timestamptz;

-- +goose Down
delete from canvas where deleted_at is not null;
alter table canvas drop column deleted_at;
