-- Until when what is kept of a release stays right by itself, and which destinations it names: midnight and new rules of a
-- destination make only those be looked at again that they concern.
ALTER TABLE standing
    -- null where it goes to the usual ones
    ADD COLUMN named    text[],
    -- the first day on which something of it is different though nothing was changed; null for never
    ADD COLUMN turns_on date;
CREATE INDEX standing_turns ON standing (turns_on) WHERE turns_on IS NOT NULL;

CREATE FUNCTION is_usual(profile text) RETURNS boolean LANGUAGE sql IMMUTABLE AS $$
    SELECT profile ~ '(^|\n)usual: true *(\n|$)'
$$;
-- Releases that a destination concerns: those that name it, that were sent there, and, where it is a usual one, that name none.
CREATE FUNCTION mark_meant(destination text, usual boolean) RETURNS void LANGUAGE sql AS $$
    INSERT INTO standing_mark (release_id)
    SELECT s.release_id FROM standing s
    WHERE s.named @> ARRAY[mark_meant.destination] OR (s.named IS NULL AND mark_meant.usual)
        OR EXISTS (SELECT FROM delivery d WHERE d.release_id = s.release_id AND d.destination = mark_meant.destination)
$$;
CREATE FUNCTION mark_receiver() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'DELETE' THEN
        PERFORM mark_meant(OLD.id, is_usual(OLD.yaml));
    ELSIF TG_OP = 'INSERT' THEN
        PERFORM mark_meant(NEW.id, is_usual(NEW.yaml));
    ELSE
        PERFORM mark_meant(NEW.id, is_usual(OLD.yaml) OR is_usual(NEW.yaml));
    END IF;
    RETURN NULL;
END $$;
-- Other rules of a destination from a day on: in their place, or before them, stand those that it began with or earlier ones.
CREATE FUNCTION mark_profile() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    changed text := CASE WHEN TG_OP = 'DELETE' THEN OLD.destination ELSE NEW.destination END;
BEGIN
    PERFORM mark_meant(changed,
        CASE WHEN TG_OP = 'INSERT' THEN false ELSE is_usual(OLD.yaml) END
        OR EXISTS (SELECT FROM receiver r WHERE r.id = changed AND is_usual(r.yaml))
        OR EXISTS (SELECT FROM profile p WHERE p.destination = changed AND is_usual(p.yaml)));
    RETURN NULL;
END $$;
DROP TRIGGER standing_all ON receiver;
DROP TRIGGER standing_all ON profile;
CREATE TRIGGER standing_meant AFTER INSERT OR UPDATE OR DELETE ON receiver
    FOR EACH ROW EXECUTE FUNCTION mark_receiver();
CREATE TRIGGER standing_meant AFTER INSERT OR UPDATE OR DELETE ON profile
    FOR EACH ROW EXECUTE FUNCTION mark_profile();

INSERT INTO standing_mark (release_id) SELECT id FROM release WHERE deleted_at IS NULL AND archived_at IS NULL;
