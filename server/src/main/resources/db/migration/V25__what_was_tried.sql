-- What somebody did to have a trouble happen, noted down while they did it.
create table issue_record (
    id        bigint generated always as identity primary key,
    device_id bigint        not null,
    who       varchar(100)  not null,
    started   timestamp(3) with time zone not null,
    ended     timestamp(3) with time zone
);
create index issue_record_by_device on issue_record (device_id, id);

create table issue_mark (
    issue_id bigint        not null references issue_record on delete cascade,
    place    integer       not null,
    at       timestamp(3) with time zone not null,
    words    varchar(500)  not null,
    primary key (issue_id, place)
);
