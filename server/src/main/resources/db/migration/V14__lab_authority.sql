-- The certificate authority of the Lab: agents that trust it go on doing so after a restart.
create table lab_authority (
  id int primary key check (id = 1),
  certificate varchar(4000) not null,
  secret varbinary(2000) not null
);
