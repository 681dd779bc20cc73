-- The relational spine: audits, rooms, boxes, work items, and the journal of every change.
-- The inside of a record is JSON validated by the core's types; what is looked up or ordered by is a column.

CREATE TABLE audit (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  archived   INTEGER NOT NULL CHECK (archived IN (0, 1)),
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0),
  deleted    INTEGER NOT NULL DEFAULT 0 CHECK (deleted IN (0, 1))
) STRICT;

CREATE TABLE room (
  id         TEXT PRIMARY KEY,
  audit_id   TEXT NOT NULL REFERENCES audit (id),
  position   INTEGER NOT NULL,
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0),
  deleted    INTEGER NOT NULL DEFAULT 0 CHECK (deleted IN (0, 1))
) STRICT;
CREATE INDEX room_of_audit ON room (audit_id, position);

CREATE TABLE box (
  id         TEXT PRIMARY KEY,
  audit_id   TEXT NOT NULL REFERENCES audit (id),
  room_id    TEXT NOT NULL REFERENCES room (id),
  position   INTEGER NOT NULL,
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0),
  deleted    INTEGER NOT NULL DEFAULT 0 CHECK (deleted IN (0, 1))
) STRICT;
CREATE INDEX box_of_audit ON box (audit_id, position);
CREATE INDEX box_of_room ON box (room_id);

CREATE TABLE item (
  id         TEXT PRIMARY KEY,
  audit_id   TEXT NOT NULL REFERENCES audit (id),
  box_id     TEXT NOT NULL REFERENCES box (id),
  rule       TEXT NOT NULL,
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0),
  deleted    INTEGER NOT NULL DEFAULT 0 CHECK (deleted IN (0, 1))
) STRICT;
CREATE INDEX item_of_audit ON item (audit_id);
CREATE UNIQUE INDEX item_once_per_rule ON item (box_id, rule) WHERE deleted = 0;

-- Who changed what, when, from what to what. Written in the same transaction as the change itself.
CREATE TABLE change (
  number     INTEGER PRIMARY KEY,
  at         TEXT NOT NULL,
  who        TEXT NOT NULL,
  audit_id   TEXT NOT NULL,
  kind       TEXT NOT NULL,
  subject    TEXT NOT NULL,
  action     TEXT NOT NULL,
  before     TEXT,
  after      TEXT
) STRICT;
CREATE INDEX change_of_audit ON change (audit_id, number);
