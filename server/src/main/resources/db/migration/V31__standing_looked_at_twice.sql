-- Two who write at once are not seen by one another's triggers: one takes a recording over, the other one writes to it. A release
-- that is looked at when one of them has ended and the other has not would be taken for looked at, and nobody marked it again.
-- So a look that finds others writing leaves a mark that is due when those have ended.
ALTER TABLE standing_mark ADD COLUMN after xid8;
COMMENT ON COLUMN standing_mark.after IS 'transactions before this one were writing when the release was looked at';

-- Marks that are to be looked at now. A mark that names a transaction yet to come is of the installation that was backed up.
CREATE VIEW standing_due AS
    SELECT id, release_id, after FROM standing_mark
    WHERE after IS NULL OR after <= pg_snapshot_xmin(pg_current_snapshot()) OR after > pg_snapshot_xmax(pg_current_snapshot());
