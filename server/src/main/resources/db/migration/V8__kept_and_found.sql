-- People are found by what their kit is called.
create index person_by_kit on person (kit_id);

-- Which configuration a device has and since when: what was seen reaches back only so far.
alter table device_state add column took varchar(64) default '' not null;
alter table device_state add column took_since timestamp(3) with time zone;
