-- A look that is under way while a destination gets other rules computes by the old ones. It has to be marked again by what its
-- release names, not by what was kept of that before; and rules, recipes and the label are written when no look is under way,
-- so that a release whose destinations change at the same moment is looked at by one of both.
CREATE FUNCTION wait_for_look() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    -- the lock of looks, as the program takes it
    PERFORM pg_advisory_xact_lock(x'4c4f4f4b'::bigint);
    RETURN NULL;
END $$;
DO $$
DECLARE
    shared text;
BEGIN
    FOREACH shared IN ARRAY ARRAY['label', 'profile', 'receiver', 'recipe'] LOOP
        EXECUTE format('CREATE TRIGGER standing_in_turn BEFORE INSERT OR UPDATE OR DELETE ON %I
            FOR EACH STATEMENT EXECUTE FUNCTION wait_for_look()', shared);
    END LOOP;
END $$;

-- Releases that a destination concerns: those that name it, that were sent there, and, where it is a usual one, that name none.
CREATE OR REPLACE FUNCTION mark_meant(destination text, usual boolean) RETURNS void LANGUAGE sql AS $$
    INSERT INTO standing_mark (release_id)
    SELECT r.id FROM release r
    WHERE r.deleted_at IS NULL AND r.archived_at IS NULL
        AND (mark_meant.destination = ANY (string_to_array(r.destinations, '; '))
            OR (r.destinations IS NULL AND mark_meant.usual)
            OR EXISTS (SELECT FROM delivery d WHERE d.release_id = r.id AND d.destination = mark_meant.destination))
$$;
ALTER TABLE standing DROP COLUMN named;
