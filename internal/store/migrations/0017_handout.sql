-- +goose Up
alter table assignment add column handout text not null default '';
