-- What need not comply, for whom, why, said by whom and until when. It ends by itself the day after, or before when a
-- person ends it; what ended stays in the register.
CREATE TABLE waivers (
  id INTEGER PRIMARY KEY,
  rule TEXT NOT NULL,
  -- One cause: findings with one key. One layer: all that the rule finds on it. Objects: some of one finding's.
  extent TEXT NOT NULL CHECK (extent IN ('cause', 'layer', 'objects')),
  key TEXT NOT NULL DEFAULT '',
  layer TEXT NOT NULL DEFAULT '',
  -- Handles as a JSON array; empty where the extent is another.
  handles TEXT NOT NULL DEFAULT '[]',
  scope TEXT NOT NULL CHECK (scope IN ('drawing', 'project', 'sender')),
  drawing_id INTEGER REFERENCES drawings (id) ON DELETE CASCADE,
  project TEXT,
  sender_id INTEGER REFERENCES senders (id),
  -- What was found when it was waived, in words.
  about TEXT NOT NULL,
  reason TEXT NOT NULL,
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL,
  -- The last day on which it holds, year-month-day.
  until TEXT NOT NULL,
  ended_at TEXT,
  ended_by TEXT
) STRICT;

CREATE INDEX waivers_by_drawing ON waivers (drawing_id);

-- What waivers take off a drawing's audit, worked out when something changes: lists read it.
CREATE TABLE waived (
  drawing_id INTEGER PRIMARY KEY REFERENCES drawings (id) ON DELETE CASCADE,
  audit_id INTEGER NOT NULL,
  verdict TEXT NOT NULL CHECK (verdict IN ('released', 'held')),
  must INTEGER NOT NULL,
  should INTEGER NOT NULL,
  note INTEGER NOT NULL,
  -- The last day of the first waiver that ends.
  until TEXT NOT NULL
) STRICT;
