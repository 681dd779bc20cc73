-- The people of the firm, what they are signed in by, codes that pair a device, and links to sealed reports.
-- Nothing here opens anything by itself: a passphrase is kept as Argon2id makes it, a token or code as its SHA-256.

CREATE TABLE person (
  id         TEXT PRIMARY KEY,
  record     TEXT NOT NULL CHECK (json_valid(record)),
  revision   INTEGER NOT NULL CHECK (revision > 0),
  passphrase TEXT
) STRICT;

CREATE TABLE sign_in (
  id         TEXT PRIMARY KEY,
  token      TEXT NOT NULL UNIQUE,
  person     TEXT NOT NULL REFERENCES person (id),
  device     TEXT NOT NULL,
  paired     INTEGER NOT NULL CHECK (paired IN (0, 1)),
  address    TEXT NOT NULL,
  begun      TEXT NOT NULL,
  seen       TEXT NOT NULL,
  ends       TEXT NOT NULL,
  shut_out   INTEGER NOT NULL DEFAULT 0 CHECK (shut_out IN (0, 1))
) STRICT;

CREATE INDEX sign_in_person ON sign_in (person);

CREATE TABLE pairing (
  code       TEXT PRIMARY KEY,
  person     TEXT NOT NULL REFERENCES person (id),
  ends       TEXT NOT NULL
) STRICT;

CREATE TABLE report_link (
  id         TEXT PRIMARY KEY,
  token      TEXT NOT NULL UNIQUE,
  audit_id   TEXT NOT NULL,
  number     INTEGER NOT NULL,
  who        TEXT NOT NULL,
  made       TEXT NOT NULL,
  ends       TEXT NOT NULL,
  withdrawn  INTEGER NOT NULL DEFAULT 0 CHECK (withdrawn IN (0, 1))
) STRICT;
