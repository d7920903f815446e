-- What people said of a cause in Triage: who works on it, until when it waits, and why it was closed.
create table triage_mark (
    cause       varchar(40)   not null,
    variant     varchar(1000) not null,
    taken_by    varchar(100)  not null,
    taken_at    timestamp(3) with time zone,
    aside_until timestamp(3) with time zone,
    closed_by   varchar(100)  not null,
    closed_at   timestamp(3) with time zone,
    closed_why  varchar(300)  not null,
    primary key (cause, variant)
);
