-- +goose Up
-- The devices on which somebody has signed in, which wrong tries from elsewhere do not hold
-- up. Secrets are kept as SHA-256.
create table device (
	digest     bytea primary key,
	person_id  bigint not null references person on delete cascade,
	expires_at timestamptz not null
);
create index device_of_person on device (person_id);

-- +goose Down
drop table device;
