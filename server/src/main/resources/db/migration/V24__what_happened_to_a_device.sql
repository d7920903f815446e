-- What was done, and which devices followed it: their numbers as a compressed bitmap, for an act may be of a whole fleet.
create table act_trail (
    id      bigint generated always as identity primary key,
    at      timestamp(3) with time zone not null,
    who     varchar(100) not null,
    what    varchar(300) not null,
    devices varbinary(1000000) not null
);
create index act_trail_by_age on act_trail (at);

-- What technicians tell each other of a device; one that is handed to somebody stands on their day until it is done.
create table device_note (
    id        bigint generated always as identity primary key,
    device_id bigint        not null,
    at        timestamp(3) with time zone not null,
    who       varchar(100)  not null,
    text      varchar(2000) not null,
    handed_to varchar(100)  not null,
    done_at   timestamp(3) with time zone,
    done_by   varchar(100)  not null
);
create index device_note_by_device on device_note (device_id, id);
create index device_note_by_whom on device_note (handed_to, done_at);
