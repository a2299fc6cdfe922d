-- Findings are read by their run, past orders in the order they came: nothing asks by these.
drop index finding_by_key;
drop index past_order_by_time;
