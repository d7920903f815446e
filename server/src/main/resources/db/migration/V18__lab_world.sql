-- Zone files that somebody gave the Lab's name service in place of what a domain's own records make.
create table lab_zone (
    domain varchar(253) primary key,
    zone   varchar(200000) not null
);

-- By how much the clock went faster than the wall's before: what was seen then is dated by it.
create table lab_clock (
    id        int primary key,
    ahead_ms  bigint not null
);

-- Which hosts files name as time servers and takers of logs is asked whenever a layer's words change.
create index setting_value_of on setting_value (setting);

-- A fault of a site's way can be at the links of single phones as well.
alter table lab_fault add column place varchar(10) default 'SITE' not null;
update lab_fault set place = 'NODE' where kind like 'NODE%';
update lab_fault set place = 'DOMAIN' where kind like 'NAME%';
