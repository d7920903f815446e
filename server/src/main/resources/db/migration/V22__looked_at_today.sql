-- When each person looked at Today last.
create table looked_today (
    login varchar(100) primary key,
    at    timestamp(3) with time zone not null
);

-- What was open at a moment is asked for the whole fleet.
create index finding_by_time on finding (closed_at, opened_at);
