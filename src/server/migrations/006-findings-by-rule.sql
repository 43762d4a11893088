-- A rule's page names the drawings in which it finds something.
CREATE INDEX findings_by_rule ON findings (rule, audit_id);
