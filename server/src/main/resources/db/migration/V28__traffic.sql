-- How much was registered and refused between a site and a node, in slices of five minutes, for a day.
create table traffic_slice (
    from_at        timestamp(3) with time zone not null,
    domain         varchar(200) not null,
    node           varchar(200) not null,
    site           varchar(200) not null,
    registered     integer      not null,
    refused        integer      not null,
    lapsed         integer      not null,
    answers        integer      not null,
    answer_millis  bigint       not null,
    slowest_millis bigint       not null,
    primary key (from_at, domain, node, site)
);
