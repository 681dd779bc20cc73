-- Cable runs: a cable or raceway on its way between two boxes, or a box and a panel.

CREATE TABLE run (
  id         TEXT PRIMARY KEY,
  audit_id   TEXT NOT NULL REFERENCES audit (id),
  name       TEXT NOT NULL,
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0),
  deleted    INTEGER NOT NULL DEFAULT 0 CHECK (deleted IN (0, 1))
) STRICT;
CREATE INDEX run_of_audit ON run (audit_id);
