-- Panels: their breakers, what the directory says, and the mapping of what feeds what.

CREATE TABLE panel (
  id         TEXT PRIMARY KEY,
  audit_id   TEXT NOT NULL REFERENCES audit (id),
  name       TEXT NOT NULL,
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0),
  deleted    INTEGER NOT NULL DEFAULT 0 CHECK (deleted IN (0, 1))
) STRICT;
CREATE INDEX panel_of_audit ON panel (audit_id);
