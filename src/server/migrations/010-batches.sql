-- One cause corrected in several drawings at once: each drawing gets a step of its own, which names the piece of work it
-- belongs to, so that all of them can be taken back together.
CREATE TABLE batches (
  id INTEGER PRIMARY KEY,
  rule TEXT NOT NULL,
  drawings INTEGER NOT NULL,
  begun_at TEXT NOT NULL
) STRICT;

ALTER TABLE revisions ADD COLUMN batch_id INTEGER REFERENCES batches (id) ON DELETE SET NULL;
CREATE INDEX revisions_by_batch ON revisions (batch_id) WHERE batch_id IS NOT NULL;
