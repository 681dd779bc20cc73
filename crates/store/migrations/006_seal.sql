-- Seals: what was given away, as it was.

CREATE TABLE seal (
  audit_id   TEXT NOT NULL REFERENCES audit (id),
  number     INTEGER NOT NULL CHECK (number > 0),
  record     TEXT NOT NULL CHECK (json_valid(record)),
  pdf        BLOB,
  PRIMARY KEY (audit_id, number)
) STRICT;
