-- Rounds of test calls: a selection, a site or a batch, one device after the other.
create table call_round (
    id         bigint generated always as identity primary key,
    name       varchar(200) not null,
    who        varchar(100) not null,
    per_minute integer      not null,
    begun      timestamp(3) with time zone not null,
    ended      timestamp(3) with time zone,
    cancelled  boolean      not null
);

create table call_round_device (
    round_id  bigint       not null references call_round on delete cascade,
    device_id bigint       not null,
    place     integer      not null,
    state     varchar(10)  not null,
    at        timestamp(3) with time zone,
    said_out  varchar(300) not null,
    said_in   varchar(300) not null,
    why       varchar(1000) not null,
    primary key (round_id, device_id)
);
create index call_round_device_by_state on call_round_device (state);
