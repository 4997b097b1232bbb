-- The rack asks for open jobs only; put-away ones become many.
create index job_open on job (shop_id, place, promised_on, tray_number) where place <> 'putAway';
