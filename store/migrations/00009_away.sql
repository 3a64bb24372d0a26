-- +goose Up
-- A lesson that is put away stands on no shelf; its classes and what was made of it stay.
alter table lesson add column away_at timestamptz;

-- +goose Down
alter table lesson drop column away_at;
