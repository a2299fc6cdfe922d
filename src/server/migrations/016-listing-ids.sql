-- Whoever is given a listing id of its own must not have another's: who has it is found by index.
create index goods_by_listing on goods using gin (jsonb_path_query_array(body, '$.listedAs[*].listing'))
where body ? 'listedAs';
