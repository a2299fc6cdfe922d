-- A job is asked to stop here, by any server; whoever works on it looks. A check of very many baskets is begun only
-- where that was said.
alter table check_run add column stop boolean not null default false, add column large boolean not null default false;
alter table check_run drop constraint check_run_state_check;
alter table check_run add constraint check_run_state_check
  check (state in ('queued', 'running', 'done', 'stopped', 'large', 'failed'));
-- What an import would do was worked out on a revision.
alter table goods_import add column stop boolean not null default false, add column base integer;

-- A send's files are made by the job, and kept in pieces: there may be hundreds of megabytes of them. Where the
-- channel's answer is lost it is not known whether it took them; it is asked again. One that nobody asks after any more
-- is given up.
alter table send add column made boolean not null default false, add column tries integer not null default 0;
create table send_piece (
  send bigint not null references send (id) on delete cascade,
  position integer not null,
  name text not null,
  text text not null,
  primary key (send, position)
);
insert into send_piece (send, position, name, text)
  select send.id, file.position - 1, file.body ->> 'name', file.body ->> 'text'
  from send cross join lateral jsonb_array_elements(files) with ordinality as file (body, position);
update send set made = true;
alter table send drop column files;
alter table send drop constraint send_state_check;
alter table send add constraint send_state_check
  check (state in ('queued', 'sending', 'accepted', 'refused', 'failed', 'not known', 'given up'));
drop index send_under_way;
create unique index send_under_way on send (channel) where state in ('queued', 'sending', 'not known');

-- A write that arrives twice counts once: by the key that whoever writes gives it. What it asked, in short, and gave.
create table write_once (
  key text primary key,
  asks text not null,
  gave jsonb,
  at timestamptz not null default now()
);
create index write_once_by_age on write_once (at);

-- What a server of before had under way, it alone knew of.
update check_run set state = 'failed', error = 'The server was stopped meanwhile', finished = now()
  where state in ('queued', 'running');
update goods_import set state = 'failed', error = 'The server was stopped meanwhile; nothing was taken', text = ''
  where state in ('reading', 'taking');
