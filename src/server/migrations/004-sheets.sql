-- What people said of the sheets in a drawing's model, as of a revision: JSON, empty where nobody said anything.
ALTER TABLE revisions ADD COLUMN sheets TEXT NOT NULL DEFAULT '';
-- 1 from the revision on in which the model was scaled or moved: sheets lie elsewhere than in the drawing as it came.
ALTER TABLE revisions ADD COLUMN scaled INTEGER NOT NULL DEFAULT 0;
-- Families of checks that an audit did not look at, or not wholly: what a released drawing is released without.
ALTER TABLE audits ADD COLUMN left_open INTEGER NOT NULL DEFAULT 0;
