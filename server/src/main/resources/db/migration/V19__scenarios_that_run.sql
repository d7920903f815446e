-- The scenario that runs in the Lab, with what it takes to end it.
create table lab_rehearsal (
    id        int primary key,
    rehearsal clob not null
);

-- What the desk phones that come with the product can do all along; nobody had said more of them than that they speak at all.
update model set transports = 'udp, tcp, tls' where transports = 'udp' and id in ('korrin-k12', 'korrin-k24', 'korrin-k48');
