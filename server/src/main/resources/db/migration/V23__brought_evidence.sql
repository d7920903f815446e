-- Captures and logs that somebody brought from elsewhere: what was read of them, and what was in them of devices. It is looked
-- at by itself and is no part of what was seen here.
create table brought (
    id        bigint generated always as identity primary key,
    name      varchar(200)  not null,
    kind      varchar(20)   not null,
    state     varchar(20)   not null,
    who       varchar(100)  not null,
    begun_at  timestamp(3) with time zone not null,
    ended_at  timestamp(3) with time zone,
    bytes     bigint        not null,
    packets   bigint        not null,
    sip       bigint        not null,
    first_at  timestamp(9) with time zone,
    last_at   timestamp(9) with time zone,
    trouble   varchar(1000) not null,
    doubts    varchar(200000) not null,
    strangers varchar(200000) not null
);

create table brought_device (
    brought_id bigint      not null references brought on delete cascade,
    device_id  bigint      not null,
    matched_by varchar(200) not null,
    first_at   timestamp(9) with time zone not null,
    last_at    timestamp(9) with time zone not null,
    seen       bigint      not null,
    cause      varchar(40) not null,
    sentence   varchar(1000) not null,
    primary key (brought_id, device_id)
);

create table brought_episode (
    brought_id bigint       not null,
    device_id  bigint       not null,
    place      integer      not null,
    fold_key   varchar(300) not null,
    first_at   timestamp(9) with time zone not null,
    last_at    timestamp(9) with time zone not null,
    times      integer      not null,
    data       varbinary(1000000) not null,
    primary key (brought_id, device_id, place),
    foreign key (brought_id, device_id) references brought_device on delete cascade
);
