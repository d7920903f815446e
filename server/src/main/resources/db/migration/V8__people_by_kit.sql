-- People are found by what their kit is called.
create index person_by_kit on person (kit_id);
