insert into model (id, maker, name, kind, family, lines, keys, password_field, label_field) values
  ('korrin-k12', 'Korrin', 'K12', 'DESK_PHONE', 'korrin', 2, 4, 24, 12),
  ('korrin-k24', 'Korrin', 'K24', 'DESK_PHONE', 'korrin', 6, 12, 32, 20),
  ('korrin-k48', 'Korrin', 'K48', 'DESK_PHONE', 'korrin', 12, 24, 64, 24);
