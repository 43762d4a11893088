-- Editions of the office's standard. An issued one is never written again: the trigger holds it.
CREATE TABLE editions (
  id INTEGER PRIMARY KEY,
  number INTEGER NOT NULL UNIQUE,
  state TEXT NOT NULL CHECK (state IN ('draft', 'issued', 'withdrawn')),
  body TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1,
  created_at TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  issued_at TEXT,
  issued_by TEXT,
  note TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE UNIQUE INDEX one_draft ON editions (state) WHERE state = 'draft';

CREATE TRIGGER issued_editions_stay BEFORE UPDATE OF body ON editions
WHEN OLD.state <> 'draft'
BEGIN
  SELECT RAISE(ABORT, 'an issued edition does not change');
END;

CREATE TABLE senders (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  folded TEXT NOT NULL UNIQUE
) STRICT;

CREATE TABLE drawings (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  sender_id INTEGER NOT NULL REFERENCES senders (id),
  project TEXT NOT NULL DEFAULT '',
  received_at TEXT NOT NULL,
  original_sha TEXT NOT NULL,
  size INTEGER NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('waiting', 'reading', 'ready', 'unreadable')),
  problem TEXT,
  current_revision INTEGER
) STRICT;

CREATE INDEX drawings_by_sender ON drawings (sender_id);

-- Number 0 is the drawing as it came; each correction adds one. Undone ones stay until another takes their place.
CREATE TABLE revisions (
  id INTEGER PRIMARY KEY,
  drawing_id INTEGER NOT NULL REFERENCES drawings (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  sha TEXT NOT NULL,
  edition_id INTEGER NOT NULL REFERENCES editions (id),
  audit TEXT NOT NULL,
  changes TEXT NOT NULL DEFAULT '[]',
  note TEXT NOT NULL DEFAULT '',
  made_at TEXT NOT NULL,
  UNIQUE (drawing_id, number)
) STRICT;

-- What each sender's layer names stand for in this office.
CREATE TABLE crosswalk (
  sender_id INTEGER NOT NULL REFERENCES senders (id),
  folded TEXT NOT NULL,
  name TEXT NOT NULL,
  action TEXT NOT NULL CHECK (action IN ('map', 'remove')),
  target TEXT NOT NULL DEFAULT '',
  decided_at TEXT NOT NULL,
  drawing_id INTEGER REFERENCES drawings (id),
  PRIMARY KEY (sender_id, folded)
) STRICT;
