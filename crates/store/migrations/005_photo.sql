-- Photographs: the record, which changes, apart from the picture, which never does.

CREATE TABLE photo (
  id         TEXT PRIMARY KEY,
  audit_id   TEXT NOT NULL REFERENCES audit (id),
  box_id     TEXT,
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0),
  deleted    INTEGER NOT NULL DEFAULT 0 CHECK (deleted IN (0, 1))
) STRICT;
CREATE INDEX photo_of_audit ON photo (audit_id);

CREATE TABLE photo_image (
  photo_id   TEXT PRIMARY KEY REFERENCES photo (id) ON DELETE CASCADE,
  image      BLOB NOT NULL
) STRICT;
