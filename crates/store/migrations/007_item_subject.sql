-- What a finding is found at is a box, a panel, or what is to come: a kind and an identifier instead of a box.

CREATE TABLE item_of_subject (
  id           TEXT PRIMARY KEY,
  audit_id     TEXT NOT NULL REFERENCES audit (id),
  subject_kind TEXT NOT NULL,
  subject_id   TEXT NOT NULL,
  rule         TEXT NOT NULL,
  record       TEXT NOT NULL CHECK (json_valid(record)),
  revision     INTEGER NOT NULL CHECK (revision > 0),
  deleted      INTEGER NOT NULL DEFAULT 0 CHECK (deleted IN (0, 1))
) STRICT;

INSERT INTO item_of_subject (id, audit_id, subject_kind, subject_id, rule, record, revision, deleted)
SELECT id, audit_id, 'box', box_id, rule,
       json_set(json_remove(record, '$.box_id'), '$.subject', json_object('box', box_id)),
       revision, deleted
FROM item ORDER BY rowid;

DROP TABLE item;
ALTER TABLE item_of_subject RENAME TO item;
CREATE INDEX item_of_audit ON item (audit_id);
CREATE UNIQUE INDEX item_once_per_rule ON item (subject_id, rule) WHERE deleted = 0;
