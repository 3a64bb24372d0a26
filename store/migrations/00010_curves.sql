-- +goose Up
-- The curves of a paint as they were measured of the studio's own tube, as JSON; empty for none.
alter table stock add column curves text not null default '';

-- +goose Down
alter table stock drop column curves;
