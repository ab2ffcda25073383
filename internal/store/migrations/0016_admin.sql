-- +goose Up
alter table person rename column keeper to admin;
