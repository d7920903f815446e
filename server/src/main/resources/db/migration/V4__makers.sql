update model set mac_prefixes = '024b7a', serial_prefixes = 'K12-', codecs = 'opus,g722,pcma', phonebook = 200,
  firmware_lowest = '2.2.0', firmware_recommended = '2.4.1', firmware_blocked = '2.3.0' where id = 'korrin-k12';
update model set mac_prefixes = '024b7a', serial_prefixes = 'K24-', codecs = 'opus,g722,pcma', phonebook = 500,
  firmware_lowest = '2.2.0', firmware_recommended = '2.4.1', firmware_blocked = '2.3.0' where id = 'korrin-k24';
update model set mac_prefixes = '024b7a', serial_prefixes = 'K48-', codecs = 'opus,g722,pcma', phonebook = 1000,
  firmware_lowest = '2.2.0', firmware_recommended = '2.4.1', firmware_blocked = '2.3.0' where id = 'korrin-k48';
insert into model (id, maker, name, kind, family, lines, keys, password_field, label_field, mac_prefixes,
                   serial_prefixes, ports, phonebook, codecs, firmware_lowest, firmware_recommended) values
  ('ombrel-w2', 'Ombrel', 'W2', 'DESK_PHONE', 'ombrel', 1, 2, 40, 16, '029e11', 'OW2', 0, 50, 'g722,pcma', '1.6', '1.8'),
  ('ombrel-c5', 'Ombrel', 'C5', 'DESK_PHONE', 'ombrel', 2, 4, 40, 20, '029e11', 'OC5', 0, 300, 'opus,g722,pcma', '1.6', '1.8'),
  ('tessaro-t2', 'Tessaro', 'T2', 'ADAPTER', 'tessaro', 2, 0, 32, 16, '025c20', 'T2-', 2, 0, 'pcma', '5.1', '5.3'),
  ('tessaro-t8', 'Tessaro', 'T8', 'ADAPTER', 'tessaro', 8, 0, 32, 16, '025c20', 'T8-', 8, 0, 'pcma', '5.1', '5.3'),
  ('quillon', 'Quillon', 'softphone', 'SOFTPHONE', 'quillon', 4, 0, 64, 40, '', '', 0, 0, 'opus,g722,pcma', '3.0', '3.2');
insert into model_feature (model_id, feature, verdict, note, noted_at, noted_by) values
  ('korrin-k24', 'second call waiting', 'VERIFIED', '', timestamp with time zone '2026-03-02 10:15:00+00:00', 'Lena Ravn'),
  ('korrin-k12', 'BLF on the line key', 'FAILS', 'The lamp stays dark with firmware before 2.4.', timestamp with time zone '2026-04-17 14:02:00+00:00', 'Mats Lindqvaist'),
  ('tessaro-t8', 'fax on a socket', 'WORKS', 'Slow, and only with pcma.', timestamp with time zone '2026-05-29 08:40:00+00:00', 'Lena Ravn'),
  ('ombrel-w2', 'door release by digits', 'UNTRIED', '', timestamp with time zone '2026-06-08 09:00:00+00:00', 'Lena Ravn');
