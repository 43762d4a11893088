-- What people write beside a finding while they work down the list: it changes no verdict. It stays with the drawing and
-- the finding's key, so that it is there again in the next revision.
CREATE TABLE finding_notes (
  drawing_id INTEGER NOT NULL REFERENCES drawings (id) ON DELETE CASCADE,
  key TEXT NOT NULL,
  status TEXT NOT NULL CHECK (status IN ('open', 'looked at', 'asked', 'later')),
  note TEXT NOT NULL DEFAULT '',
  said_at TEXT NOT NULL,
  PRIMARY KEY (drawing_id, key)
) STRICT, WITHOUT ROWID;
