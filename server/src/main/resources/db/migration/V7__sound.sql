-- Whether a device's first file was taken, which is open until then, and which of its own passwords it proved last.
create table device_fetch (
  device_id bigint primary key references device on delete cascade,
  -- When the first file was given out in full; null while it was not.
  delivered_at timestamp(3) with time zone,
  delivered_to varchar(60) not null default '',
  -- The item whose name and password the device proved last: what came before it opens nothing any more.
  proven_item bigint
);

-- Devices that took a file before they were given passwords of their own take the next one once more without.
alter table audit add column kind varchar(10) not null default 'ACT';
alter table audit add column reason varchar(200) not null default '';
create index audit_by_time on audit (at);

-- When a sheet was cleared: it goes for good some time after.
alter table intake_sheet add column put_aside_at timestamp(3) with time zone;
update intake_sheet set put_aside_at = current_timestamp where put_aside;

-- How a person said the letters of the sheet's file are to be read; empty while nobody was asked or answered.
alter table intake_sheet add column encoding varchar(20) default '' not null;

-- Whether it once named itself by its instance (RFC 5626): what names nobody is another agent's then.
alter table device add column names_itself boolean default false not null;
