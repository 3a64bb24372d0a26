-- +goose Up
-- Where a lesson stands: on the shelf, put away, among the studio's own beginnings, or thrown out,
-- from where it can be brought back. A class can be thrown out as well. A studio has habits.
alter table lesson add column stands text not null default 'shelf' check (stands in ('shelf', 'away', 'template', 'deleted'));
alter table lesson add column placed_at timestamptz not null default now();
update lesson set stands = 'away', placed_at = away_at where away_at is not null;
alter table lesson drop column away_at;
alter table class add column deleted_at timestamptz;
alter table studio add column habits text not null default '{}';

-- +goose Down
alter table studio drop column habits;
alter table class drop column deleted_at;
alter table lesson add column away_at timestamptz;
update lesson set away_at = placed_at where stands <> 'shelf';
alter table lesson drop column placed_at, drop column stands;
