-- How each number stands with each device that has it on record, or registers it by hand.
create table line_state (
  device_id bigint not null references device (id) on delete cascade,
  domain_id bigint not null,
  number varchar(60) not null,
  by_hand boolean not null,
  state varchar(12) not null,
  peer varchar(80) not null,
  node varchar(60) not null,
  since timestamp(3) with time zone,
  why varchar(200) not null,
  primary key (device_id, number)
);
create index line_state_by_number on line_state (domain_id, number, state);
create index stray_by_number on stray (number, domain);

alter table stray add column state varchar(12) default 'NEVER' not null;
update stray set state = case
  when outcome = 'registered' then 'REGISTERED'
  when outcome = 'was registered' then 'ENDED'
  when outcome in ('challenged', 'not answered') then 'NEVER'
  else 'REFUSED' end;

-- From where a device was heard, and what it says it is: for the search.
alter table device_state add column places varchar(300) default '' not null;
alter table device_state add column says varchar(200) default '' not null;

-- Numbers that somebody typed into a device and that are to be left alone.
create table left_line (
  device_id bigint not null references device (id) on delete cascade,
  number varchar(60) not null,
  primary key (device_id, number)
);
