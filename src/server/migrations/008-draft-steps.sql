-- States that a draft went through, as one can go back and forth among them: also after a restart, and after a file was
-- taken in. Deflated JSON; the step that the draft is at is one of them once it was changed.
CREATE TABLE draft_steps (
  edition_id INTEGER NOT NULL REFERENCES editions (id) ON DELETE CASCADE,
  seq INTEGER NOT NULL,
  body BLOB NOT NULL,
  PRIMARY KEY (edition_id, seq)
) STRICT, WITHOUT ROWID;

ALTER TABLE editions ADD COLUMN step INTEGER NOT NULL DEFAULT 0;
