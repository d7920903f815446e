-- Extensions that may take each other's ringing calls, and outside numbers that say something instead of ringing.
alter table extension add column pick_up_group varchar(60) default '' not null;
create index extension_by_pick_up on extension (domain_id, pick_up_group);
alter table did add column announcement varchar(200) default '' not null;

-- A link that is opened once gives a softphone its account, or somebody their voicemail PIN, which belongs to no device.
alter table handoff alter column device_id drop not null;
alter table handoff add column gives varchar(10) default 'ACCOUNT' not null;

-- Outside of its hours something else handles the calls of an outside number; without hours it is always the same.
alter table did add column hours varchar(200) default '' not null;
alter table did add column zone varchar(60) default '' not null;
alter table did add column closed_extension_id bigint references extension (id);
alter table did add column closed_group_id bigint references ring_group (id);
alter table did add column closed_announcement varchar(200) default '' not null;
