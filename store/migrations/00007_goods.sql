-- +goose Up
-- What things cost and in which sizes they are sold, as JSON: it is read and written as a whole.
alter table cupboard add column currency text not null default '';
alter table stock add column opened boolean not null default false;
alter table stock add column sold text not null default '[]';
alter table rack add column price integer not null default 0;

-- Everything else that a session uses, in the unit of its kind.
create table good (
    studio_id text not null references cupboard (studio_id) on delete cascade,
    place     integer not null,
    kind      text not null,
    has       double precision not null,
    sold      text not null,
    width     double precision not null, -- mm
    height    double precision not null, -- mm
    "limit"   double precision not null, -- mg/m3 that the product's sheet allows
    rate      double precision not null, -- g/m2h from an open surface
    primary key (studio_id, place)
);

-- +goose Down
drop table good;
alter table rack drop column price;
alter table stock drop column sold;
alter table stock drop column opened;
alter table cupboard drop column currency;
