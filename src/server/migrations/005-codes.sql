-- Single-use codes in batches, the customers of segments, and the channel a past order came by.
create table single_code (
  code text primary key,
  batch text not null,
  made timestamptz not null,
  used timestamptz
);
create index single_code_by_batch on single_code (batch, code);

create table customer (
  id text primary key,
  segment text not null
);
create index customer_by_segment on customer (segment, id);

alter table past_order add column channel text;

-- Offers as they are written from here on.
update book_part
set body = body || jsonb_build_object(
  'benefit', case body -> 'benefit' ->> 'is'
    when 'percent off order' then jsonb_build_object(
      'is', 'off order',
      'off', jsonb_build_object('by', 'percent', 'percent', body -> 'benefit' -> 'percent')
    )
    when 'free services' then jsonb_build_object(
      'is', 'delivery',
      'on', jsonb_build_object('is', 'services', 'services', body -> 'benefit' -> 'services'),
      'off', '{"by": "free"}'::jsonb
    )
    else jsonb_build_object(
      'is', 'delivery',
      'on', jsonb_build_object('is', 'up to', 'cap', body -> 'benefit' -> 'cap'),
      'off', '{"by": "free"}'::jsonb
    )
  end,
  'code', case
    when jsonb_typeof(body -> 'code') = 'string' then jsonb_build_object('is', 'shared', 'code', body -> 'code')
    else 'null'::jsonb
  end,
  'asks', case
    when jsonb_typeof(body -> 'asks') = 'object'
      then jsonb_build_array('{"over": "value"}'::jsonb || (body -> 'asks'))
    else '[]'::jsonb
  end
)
where kind = 'offers' and body -> 'benefit' ->> 'is' in ('percent off order', 'free services', 'free up to');
