-- How many codes a batch has, and how many of them are used; how many customers a segment has. Kept by the tables
-- themselves, so that nobody counts a million rows to say so.
create table code_count (
  batch text primary key,
  codes integer not null,
  used integer not null
);
create table segment_count (
  segment text primary key,
  customers integer not null
);

insert into code_count select batch, count(*), count(used) from single_code group by batch;
insert into segment_count select segment, count(*) from customer group by segment;

-- Whoever adds takes the counts in their order; where two wait for each other all the same, one is told to come again.
create function count_codes() returns trigger language plpgsql as $$
begin
  if tg_op <> 'INSERT' then
    update code_count set codes = code_count.codes - gone.codes, used = code_count.used - gone.used
    from (select batch, count(*) as codes, count(used) as used from stood group by batch order by batch) as gone
    where code_count.batch = gone.batch;
  end if;
  if tg_op <> 'DELETE' then
    insert into code_count select batch, count(*), count(used) from stands group by batch order by batch
    on conflict (batch)
      do update set codes = code_count.codes + excluded.codes, used = code_count.used + excluded.used;
  end if;
  delete from code_count where codes = 0;
  return null;
end $$;
create trigger count_added after insert on single_code
  referencing new table as stands for each statement execute function count_codes();
create trigger count_changed after update on single_code
  referencing old table as stood new table as stands for each statement execute function count_codes();
create trigger count_dropped after delete on single_code
  referencing old table as stood for each statement execute function count_codes();

create function count_customers() returns trigger language plpgsql as $$
begin
  if tg_op <> 'INSERT' then
    update segment_count set customers = segment_count.customers - gone.customers
    from (select segment, count(*) as customers from stood group by segment order by segment) as gone
    where segment_count.segment = gone.segment;
  end if;
  if tg_op <> 'DELETE' then
    insert into segment_count select segment, count(*) from stands group by segment order by segment
    on conflict (segment) do update set customers = segment_count.customers + excluded.customers;
  end if;
  delete from segment_count where customers = 0;
  return null;
end $$;
create trigger count_added after insert on customer
  referencing new table as stands for each statement execute function count_customers();
create trigger count_changed after update on customer
  referencing old table as stood new table as stands for each statement execute function count_customers();
create trigger count_dropped after delete on customer
  referencing old table as stood for each statement execute function count_customers();

drop index customer_by_segment;

-- Who has saved, and what one of them has saved, is found by index.
create index revision_by_who on revision (who, number desc);
-- The newest checks that ended well.
create index check_run_done on check_run (id desc) where state = 'done';
