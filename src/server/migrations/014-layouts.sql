-- How files of others are laid out, as somebody last said: by what they hold and the words of their heads.
create table layout (
  sort text not null,
  heads text not null,
  layout jsonb not null,
  used timestamptz not null,
  primary key (sort, heads)
);
-- How the file of an import is laid out (null: guessed), and what becomes of goods that are not in it.
alter table goods_import add column layout jsonb;
alter table goods_import add column missing text not null default 'kept';
-- What somebody has seen that it would do, and wants; null: it waits for a word.
alter table goods_import add column seen jsonb;
