-- How many objects use a definition, by the content of a drawing: what is the same is counted once.
CREATE TABLE uses (
  sha TEXT NOT NULL,
  kind TEXT NOT NULL,
  folded TEXT NOT NULL,
  objects INTEGER NOT NULL,
  PRIMARY KEY (sha, kind, folded)
) STRICT, WITHOUT ROWID;

-- Who withdrew an edition, when and why.
ALTER TABLE editions ADD COLUMN withdrawn_at TEXT;
ALTER TABLE editions ADD COLUMN withdrawn_by TEXT;
ALTER TABLE editions ADD COLUMN withdrawn_note TEXT NOT NULL DEFAULT '';
