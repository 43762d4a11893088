-- Audits of a drawing's content with one version of an edition: what was made once is not made again.
CREATE TABLE audits (
  id INTEGER PRIMARY KEY,
  sha TEXT NOT NULL,
  edition_id INTEGER NOT NULL REFERENCES editions (id),
  edition_version INTEGER NOT NULL,
  -- Version of the rules that made it; 0 for audits kept before audits were records.
  engine INTEGER NOT NULL,
  verdict TEXT NOT NULL CHECK (verdict IN ('released', 'held')),
  must INTEGER NOT NULL,
  should INTEGER NOT NULL,
  note INTEGER NOT NULL,
  -- Units, version, counts, sheets, what failed and what was not checked: JSON without the findings.
  head TEXT NOT NULL,
  made_at TEXT NOT NULL,
  UNIQUE (sha, edition_id, edition_version, engine)
) STRICT;

CREATE TABLE findings (
  audit_id INTEGER NOT NULL REFERENCES audits (id) ON DELETE CASCADE,
  seq INTEGER NOT NULL,
  rule TEXT NOT NULL,
  key TEXT NOT NULL,
  weight TEXT NOT NULL CHECK (weight IN ('must', 'should', 'note')),
  correction TEXT NOT NULL CHECK (correction IN ('automatic', 'choice', 'manual')),
  cause TEXT NOT NULL DEFAULT '',
  layer TEXT NOT NULL DEFAULT '',
  sheet TEXT NOT NULL DEFAULT '',
  objects INTEGER NOT NULL,
  -- The finding with the first of its objects: JSON.
  body TEXT NOT NULL,
  PRIMARY KEY (audit_id, seq)
) STRICT, WITHOUT ROWID;

CREATE UNIQUE INDEX findings_by_key ON findings (audit_id, key);

-- Handles of all objects of findings that have many: one on a line, deflated.
CREATE TABLE finding_objects (
  audit_id INTEGER NOT NULL,
  seq INTEGER NOT NULL,
  handles BLOB NOT NULL,
  PRIMARY KEY (audit_id, seq),
  FOREIGN KEY (audit_id, seq) REFERENCES findings (audit_id, seq) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;

ALTER TABLE revisions ADD COLUMN audit_id INTEGER REFERENCES audits (id);
ALTER TABLE revisions ADD COLUMN change_count INTEGER NOT NULL DEFAULT 0;
CREATE INDEX revisions_by_audit ON revisions (audit_id);

-- What a revision changed, some thousand changes in a part: JSON, deflated.
CREATE TABLE changes (
  revision_id INTEGER NOT NULL REFERENCES revisions (id) ON DELETE CASCADE,
  part INTEGER NOT NULL,
  count INTEGER NOT NULL,
  body BLOB NOT NULL,
  PRIMARY KEY (revision_id, part)
) STRICT, WITHOUT ROWID;

-- What people decided on findings, revision by revision.
CREATE TABLE decisions (
  id INTEGER PRIMARY KEY,
  revision_id INTEGER NOT NULL REFERENCES revisions (id) ON DELETE CASCADE,
  finding TEXT NOT NULL,
  choice TEXT NOT NULL,
  target TEXT NOT NULL DEFAULT '',
  decided_at TEXT NOT NULL
) STRICT;

-- Work that waits, runs, or failed. What ends well goes.
CREATE TABLE jobs (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL,
  drawing_id INTEGER REFERENCES drawings (id) ON DELETE CASCADE,
  payload TEXT NOT NULL DEFAULT '{}',
  -- Lower goes first: what a person waits for before what nobody does.
  priority INTEGER NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('waiting', 'running', 'failed', 'cancelled')),
  attempts INTEGER NOT NULL DEFAULT 0,
  owner TEXT,
  lease_until TEXT,
  error TEXT,
  made_at TEXT NOT NULL
) STRICT;

CREATE INDEX jobs_by_state ON jobs (state, priority, id);
CREATE INDEX jobs_by_drawing ON jobs (drawing_id);

-- The crosswalk sets names of any kind against the office's.
CREATE TABLE crosswalk_of_kinds (
  sender_id INTEGER NOT NULL REFERENCES senders (id),
  kind TEXT NOT NULL DEFAULT 'layer',
  folded TEXT NOT NULL,
  name TEXT NOT NULL,
  action TEXT NOT NULL CHECK (action IN ('map', 'remove')),
  target TEXT NOT NULL DEFAULT '',
  decided_at TEXT NOT NULL,
  drawing_id INTEGER REFERENCES drawings (id),
  PRIMARY KEY (sender_id, kind, folded)
) STRICT;
INSERT INTO crosswalk_of_kinds (sender_id, kind, folded, name, action, target, decided_at, drawing_id)
SELECT sender_id, 'layer', folded, name, action, target, decided_at, drawing_id FROM crosswalk;
DROP TABLE crosswalk;
ALTER TABLE crosswalk_of_kinds RENAME TO crosswalk;
