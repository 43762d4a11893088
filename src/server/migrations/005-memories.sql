-- What was said of a sender's names, one after another; what holds is worked out from what still stands. Said with a
-- correction, it stands as long as the drawing has that revision: taken back, it is as if it had not been said.
CREATE TABLE memories (
  id INTEGER PRIMARY KEY,
  sender_id INTEGER NOT NULL REFERENCES senders (id),
  kind TEXT NOT NULL DEFAULT 'layer',
  folded TEXT NOT NULL,
  name TEXT NOT NULL,
  -- map and remove: decided. ask: to be asked again. refuse: this target is not meant. offer: it may be proposed again.
  action TEXT NOT NULL CHECK (action IN ('map', 'remove', 'ask', 'refuse', 'offer')),
  target TEXT NOT NULL DEFAULT '',
  said_at TEXT NOT NULL,
  drawing_id INTEGER REFERENCES drawings (id) ON DELETE SET NULL,
  -- Number of the drawing's revision that it was said with; null for what was said by itself.
  revision INTEGER
) STRICT;

CREATE INDEX memories_by_sender ON memories (sender_id, kind, folded);
CREATE INDEX memories_by_drawing ON memories (drawing_id);

INSERT INTO memories (sender_id, kind, folded, name, action, target, said_at, drawing_id)
SELECT sender_id, kind, folded, name, action, target, decided_at, drawing_id FROM crosswalk;
DROP TABLE crosswalk;
