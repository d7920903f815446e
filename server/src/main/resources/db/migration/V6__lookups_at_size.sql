-- Keys that a rule fills look people up by department, whatever its case, for every phone that has such keys.
alter table person add column lower_department varchar(100) generated always as (lower(department));
create index person_by_department on person (domain_id, lower_department);

-- What one release holds for one device, without looking through all that either has.
create index release_item_of_device on release_item (device_id, release_id);
