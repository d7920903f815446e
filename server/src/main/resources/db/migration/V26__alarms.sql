-- When somebody is to be told, what is so now, and what was sent.
create table alarm_rule (
    id         bigint generated always as identity primary key,
    name       varchar(100) not null,
    kind       varchar(20)  not null,
    at_least   integer      not null,
    minutes    integer      not null,
    quiet_from varchar(5)   not null,
    quiet_to   varchar(5)   not null,
    mail_to    varchar(200) not null,
    webhook    varchar(200) not null,
    -- With which what is posted is signed, sealed.
    signing    varbinary(400) not null,
    enabled    boolean      not null,
    version    bigint default 1 not null
);

create table alarm (
    id      bigint generated always as identity primary key,
    rule_id bigint       not null,
    rule    varchar(100) not null,
    subject varchar(200) not null,
    words   varchar(1000) not null,
    raised  timestamp(3) with time zone not null,
    told    timestamp(3) with time zone,
    calm    timestamp(3) with time zone,
    cleared timestamp(3) with time zone
);
create index alarm_by_end on alarm (cleared);

create table alarm_message (
    id       bigint generated always as identity primary key,
    alarm_id bigint        not null,
    rule_id  bigint        not null,
    way      varchar(10)   not null,
    target   varchar(200)  not null,
    subject  varchar(300)  not null,
    body     varchar(4000) not null,
    made     timestamp(3) with time zone not null,
    state    varchar(10)   not null,
    tries    integer       not null,
    next_try timestamp(3) with time zone,
    trouble  varchar(500)  not null
);
create index alarm_message_by_state on alarm_message (state, next_try);
