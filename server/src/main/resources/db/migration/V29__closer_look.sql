-- Devices that write down all that they can for a while, and what their settings said before.
create table closer_look (
    device_id  bigint       not null references device on delete cascade,
    setting    varchar(80)  not null,
    raised_to  varchar(40)  not null,
    was        varchar(400),
    was_locked boolean      not null,
    who        varchar(100) not null,
    began      timestamp(3) with time zone not null,
    until_at   timestamp(3) with time zone not null,
    primary key (device_id, setting)
);
create index closer_look_by_until on closer_look (until_at);
