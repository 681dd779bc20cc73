-- The house rules of the firm, which a new audit begins with. One row at most.

CREATE TABLE firm (
  id         INTEGER PRIMARY KEY CHECK (id = 1),
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0)
) STRICT;
