-- Circuits: the boxes on one breaker, what feeds each, and what was tried to find a fault.

CREATE TABLE circuit (
  id         TEXT PRIMARY KEY,
  audit_id   TEXT NOT NULL REFERENCES audit (id),
  name       TEXT NOT NULL,
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0),
  deleted    INTEGER NOT NULL DEFAULT 0 CHECK (deleted IN (0, 1))
) STRICT;
CREATE INDEX circuit_of_audit ON circuit (audit_id);
