-- What is known of each release, computed once and kept until something that it was computed of becomes different.
CREATE TABLE standing (
    -- without a reference: who looks at a release waits for nobody who writes to it
    release_id bigint PRIMARY KEY,
    -- the day for which it was computed
    day        date NOT NULL,
    head       jsonb NOT NULL,
    moves      jsonb NOT NULL,
    ahead      jsonb NOT NULL,
    -- how many moves, the heaviest of them, and the day on which the first of them gets late
    things     integer NOT NULL,
    weight     smallint NOT NULL,
    late_on    date,
    -- the first date ahead
    ahead_on   date,
    -- what it is found by, in lower case
    search     text NOT NULL
);
CREATE EXTENSION IF NOT EXISTS pg_trgm;
CREATE INDEX standing_search ON standing USING gin (search gin_trgm_ops);
CREATE INDEX standing_urgent ON standing (weight DESC, late_on, release_id) WHERE things > 0;
CREATE INDEX standing_ahead ON standing (ahead_on) WHERE ahead_on IS NOT NULL;
CREATE INDEX standing_day ON standing (day);

-- Releases that are to be looked at again. Marks are only added and taken away, never changed: whoever writes facts waits for
-- nobody here. Triggers set them, so that no way of writing can forget it.
CREATE TABLE standing_mark (
    id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    release_id bigint NOT NULL
);
CREATE INDEX standing_mark_release ON standing_mark (release_id);

-- Which spelling of a name was the usual one when releases were looked at; only names that have another.
CREATE TABLE usual_spelling (
    name  text PRIMARY KEY,
    usual text NOT NULL
);

CREATE INDEX release_cover ON release (cover) WHERE cover IS NOT NULL;
CREATE INDEX received_sha256 ON received (sha256);
CREATE INDEX received_release ON received (release_id);
CREATE INDEX copy_release ON copy (release_id);
CREATE INDEX delivery_release ON delivery (release_id, destination, id);
CREATE INDEX release_listed ON release (coalesce(release_date, '9999') DESC, id DESC)
    WHERE deleted_at IS NULL AND archived_at IS NULL;

CREATE FUNCTION mark_recordings(recordings bigint[]) RETURNS void LANGUAGE sql AS $$
    INSERT INTO standing_mark (release_id)
    SELECT DISTINCT t.release_id FROM track t WHERE t.recording_id = ANY (recordings)
$$;
-- Those who show somebody: on the release, a track, a recording or a work, or through a group that he belongs to.
CREATE FUNCTION mark_people(parties bigint[]) RETURNS void LANGUAGE sql AS $$
    WITH everybody AS (
        SELECT unnest(parties) AS id
        UNION SELECT c.target_id FROM credit c WHERE c.entity = 'party' AND c.party_id = ANY (parties)
    ), shown AS (
        SELECT c.entity, c.target_id FROM credit c WHERE c.party_id IN (SELECT id FROM everybody)
        UNION SELECT c.entity, c.target_id FROM credit c WHERE c.via_id IN (SELECT id FROM everybody)
    )
    INSERT INTO standing_mark (release_id)
    SELECT target_id FROM shown WHERE entity = 'release'
    UNION SELECT t.release_id FROM shown s JOIN track t ON t.id = s.target_id WHERE s.entity = 'track'
    UNION SELECT t.release_id FROM shown s JOIN track t ON t.recording_id = s.target_id WHERE s.entity = 'recording'
    UNION SELECT t.release_id FROM shown s JOIN recording r ON r.work_id = s.target_id
        JOIN track t ON t.recording_id = r.id WHERE s.entity = 'work'
$$;
-- Those who have a track or a work of one of these titles, in lower case.
CREATE FUNCTION mark_titles(titles text[]) RETURNS void LANGUAGE sql AS $$
    INSERT INTO standing_mark (release_id)
    SELECT t.release_id FROM track t WHERE lower(t.title) = ANY (titles)
    UNION SELECT t.release_id FROM work w JOIN recording r ON r.work_id = w.id JOIN track t ON t.recording_id = r.id
        WHERE lower(w.work_title) = ANY (titles)
$$;
-- Those who have recordings with one of these codes or masters.
CREATE FUNCTION mark_codes(isrcs text[], masters text[]) RETURNS void LANGUAGE sql AS $$
    INSERT INTO standing_mark (release_id)
    SELECT t.release_id FROM recording r JOIN track t ON t.recording_id = r.id WHERE r.isrc = ANY (isrcs)
    UNION SELECT t.release_id FROM recording r JOIN track t ON t.recording_id = r.id WHERE r.master = ANY (masters)
$$;
-- Those around some releases: they tell of them by title and date where they share a recording, a code, a sound or a title.
CREATE FUNCTION mark_around(releases bigint[]) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
    PERFORM mark_recordings(ARRAY(SELECT recording_id FROM track WHERE release_id = ANY (releases)));
    PERFORM mark_codes(
        ARRAY(SELECT r.isrc FROM track t JOIN recording r ON r.id = t.recording_id WHERE t.release_id = ANY (releases)),
        ARRAY(SELECT r.master FROM track t JOIN recording r ON r.id = t.recording_id WHERE t.release_id = ANY (releases)));
    PERFORM mark_titles(ARRAY(SELECT DISTINCT lower(title) FROM track WHERE release_id = ANY (releases) AND title IS NOT NULL));
END $$;
CREATE FUNCTION mark_files(files text[]) RETURNS void LANGUAGE sql AS $$
    INSERT INTO standing_mark (release_id)
    SELECT t.release_id FROM recording r JOIN track t ON t.recording_id = r.id WHERE r.master = ANY (files)
    UNION SELECT id FROM release WHERE cover = ANY (files)
    UNION SELECT release_id FROM received WHERE sha256 = ANY (files) AND release_id IS NOT NULL
$$;

-- A thing of one release: its table has a column release_id.
CREATE FUNCTION mark_owner() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP <> 'INSERT' THEN
        INSERT INTO standing_mark (release_id) SELECT DISTINCT release_id FROM gone WHERE release_id IS NOT NULL;
    END IF;
    IF TG_OP <> 'DELETE' THEN
        INSERT INTO standing_mark (release_id) SELECT DISTINCT release_id FROM come WHERE release_id IS NOT NULL;
    END IF;
    RETURN NULL;
END $$;
-- A thing of one delivery.
CREATE FUNCTION mark_delivered() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'DELETE' THEN
        INSERT INTO standing_mark (release_id)
        SELECT DISTINCT d.release_id FROM gone JOIN delivery d ON d.id = gone.delivery_id;
    ELSE
        INSERT INTO standing_mark (release_id)
        SELECT DISTINCT d.release_id FROM come JOIN delivery d ON d.id = come.delivery_id;
    END IF;
    RETURN NULL;
END $$;
-- Something that concerns every release.
CREATE FUNCTION mark_all() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    INSERT INTO standing_mark (release_id)
    SELECT id FROM release WHERE deleted_at IS NULL AND archived_at IS NULL;
    RETURN NULL;
END $$;

CREATE FUNCTION mark_release_come() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    INSERT INTO standing_mark (release_id) SELECT id FROM come;
    INSERT INTO standing_mark (release_id)
    SELECT r.id FROM come JOIN release r ON r.barcode = come.barcode AND r.id <> come.id
    UNION SELECT r.id FROM come JOIN release r ON r.catalogue_number = come.catalogue_number AND r.id <> come.id;
    RETURN NULL;
END $$;
CREATE FUNCTION mark_release_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    INSERT INTO standing_mark (release_id) SELECT id FROM come;
    INSERT INTO standing_mark (release_id)
    SELECT r.id FROM gone JOIN come USING (id) JOIN release r
        ON r.barcode IN (gone.barcode, come.barcode) AND r.id <> come.id
        WHERE (gone.barcode, gone.title, gone.deleted_at) IS DISTINCT FROM (come.barcode, come.title, come.deleted_at)
    UNION
    SELECT r.id FROM gone JOIN come USING (id) JOIN release r
        ON r.catalogue_number IN (gone.catalogue_number, come.catalogue_number) AND r.id <> come.id
        WHERE (gone.catalogue_number, gone.title, gone.deleted_at)
            IS DISTINCT FROM (come.catalogue_number, come.title, come.deleted_at);
    PERFORM mark_around(ids) FROM (SELECT array_agg(come.id) AS ids FROM gone JOIN come USING (id)
        WHERE (gone.title, gone.release_date, gone.original_date, gone.deleted_at)
            IS DISTINCT FROM (come.title, come.release_date, come.original_date, come.deleted_at)) told WHERE ids IS NOT NULL;
    RETURN NULL;
END $$;
CREATE TRIGGER standing_come AFTER INSERT ON release REFERENCING NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_release_come();
CREATE FUNCTION mark_release_gone() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    INSERT INTO standing_mark (release_id) SELECT id FROM gone;
    RETURN NULL;
END $$;
CREATE TRIGGER standing_gone AFTER DELETE ON release REFERENCING OLD TABLE AS gone
    FOR EACH STATEMENT EXECUTE FUNCTION mark_release_gone();
CREATE TRIGGER standing_changed AFTER UPDATE ON release REFERENCING OLD TABLE AS gone NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_release_changed();

CREATE FUNCTION mark_track() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'INSERT' THEN
        INSERT INTO standing_mark (release_id) SELECT DISTINCT release_id FROM come;
        PERFORM mark_recordings(ARRAY(SELECT recording_id FROM come));
        PERFORM mark_titles(ARRAY(SELECT DISTINCT lower(title) FROM come WHERE title IS NOT NULL));
    ELSIF TG_OP = 'DELETE' THEN
        INSERT INTO standing_mark (release_id) SELECT DISTINCT release_id FROM gone;
        PERFORM mark_recordings(ARRAY(SELECT recording_id FROM gone));
        PERFORM mark_titles(ARRAY(SELECT DISTINCT lower(title) FROM gone WHERE title IS NOT NULL));
    ELSE
        INSERT INTO standing_mark (release_id) SELECT release_id FROM gone UNION SELECT release_id FROM come;
        PERFORM mark_recordings(ARRAY(SELECT recording_id FROM gone UNION SELECT recording_id FROM come));
        PERFORM mark_titles(ARRAY(
            SELECT lower(unnest(ARRAY[gone.title, come.title])) FROM gone JOIN come USING (id)
            WHERE (gone.title, gone.explicit) IS DISTINCT FROM (come.title, come.explicit)));
    END IF;
    RETURN NULL;
END $$;
CREATE TRIGGER standing_come AFTER INSERT ON track REFERENCING NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_track();
CREATE TRIGGER standing_changed AFTER UPDATE ON track REFERENCING OLD TABLE AS gone NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_track();
CREATE TRIGGER standing_gone AFTER DELETE ON track REFERENCING OLD TABLE AS gone
    FOR EACH STATEMENT EXECUTE FUNCTION mark_track();

CREATE FUNCTION mark_recording_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    PERFORM mark_recordings(ARRAY(SELECT id FROM come));
    PERFORM mark_codes(
        ARRAY(SELECT unnest(ARRAY[gone.isrc, come.isrc]) FROM gone JOIN come USING (id)
            WHERE (gone.isrc, gone.master) IS DISTINCT FROM (come.isrc, come.master)),
        ARRAY(SELECT unnest(ARRAY[gone.master, come.master]) FROM gone JOIN come USING (id)
            WHERE (gone.isrc, gone.master) IS DISTINCT FROM (come.isrc, come.master)));
    RETURN NULL;
END $$;
CREATE TRIGGER standing_changed AFTER UPDATE ON recording REFERENCING OLD TABLE AS gone NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_recording_changed();

CREATE FUNCTION mark_work_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    PERFORM mark_recordings(ARRAY(SELECT r.id FROM come JOIN recording r ON r.work_id = come.id));
    PERFORM mark_titles(ARRAY(
        SELECT lower(unnest(ARRAY[gone.work_title, come.work_title])) FROM gone JOIN come USING (id)
            WHERE gone.work_title IS DISTINCT FROM come.work_title
        UNION SELECT lower(t.title) FROM gone JOIN come USING (id) JOIN recording r ON r.work_id = come.id
            JOIN track t ON t.recording_id = r.id WHERE gone.work_title IS DISTINCT FROM come.work_title));
    RETURN NULL;
END $$;
CREATE TRIGGER standing_changed AFTER UPDATE ON work REFERENCING OLD TABLE AS gone NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_work_changed();

-- Who wrote a work is compared where works are called alike; what is said of a group or of somebody merged concerns all who
-- name it.
CREATE FUNCTION mark_credited() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    works bigint[];
    people bigint[];
BEGIN
    IF TG_OP = 'INSERT' THEN
        works := ARRAY(SELECT DISTINCT target_id FROM come WHERE entity = 'work');
        people := ARRAY(SELECT DISTINCT target_id FROM come WHERE entity = 'party');
    ELSE
        works := ARRAY(SELECT DISTINCT target_id FROM gone WHERE entity = 'work');
        people := ARRAY(SELECT DISTINCT target_id FROM gone WHERE entity = 'party');
    END IF;
    IF works <> '{}' THEN
        PERFORM mark_titles(ARRAY(
            SELECT lower(coalesce(w.work_title, t.title)) FROM work w JOIN recording r ON r.work_id = w.id
            JOIN track t ON t.recording_id = r.id WHERE w.id = ANY (works)));
    END IF;
    IF people <> '{}' THEN PERFORM mark_people(people); END IF;
    RETURN NULL;
END $$;
CREATE TRIGGER standing_come AFTER INSERT ON credit REFERENCING NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_credited();
CREATE TRIGGER standing_changed AFTER UPDATE ON credit REFERENCING OLD TABLE AS gone NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_credited();
CREATE TRIGGER standing_gone AFTER DELETE ON credit REFERENCING OLD TABLE AS gone
    FOR EACH STATEMENT EXECUTE FUNCTION mark_credited();

CREATE FUNCTION mark_party_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    PERFORM mark_people(ARRAY(SELECT id FROM come));
    RETURN NULL;
END $$;
CREATE TRIGGER standing_changed AFTER UPDATE ON party REFERENCING OLD TABLE AS gone NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_party_changed();

-- A file that was only looked after is the same file.
CREATE FUNCTION mark_file_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    PERFORM mark_files(files) FROM (SELECT array_agg(come.sha256) AS files FROM gone JOIN come USING (sha256)
        WHERE gone.revision <> come.revision OR gone.measured <> come.measured
            OR gone.print IS DISTINCT FROM come.print) changed WHERE files IS NOT NULL;
    RETURN NULL;
END $$;
CREATE TRIGGER standing_changed AFTER UPDATE ON file REFERENCING OLD TABLE AS gone NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_file_changed();

CREATE FUNCTION mark_likeness() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'DELETE' THEN
        PERFORM mark_files(ARRAY(SELECT sha256 FROM gone UNION SELECT known FROM gone));
    ELSE
        PERFORM mark_files(ARRAY(SELECT sha256 FROM come UNION SELECT known FROM come));
    END IF;
    RETURN NULL;
END $$;
CREATE TRIGGER standing_come AFTER INSERT ON likeness REFERENCING NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_likeness();
CREATE TRIGGER standing_changed AFTER UPDATE ON likeness REFERENCING NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_likeness();
CREATE TRIGGER standing_gone AFTER DELETE ON likeness REFERENCING OLD TABLE AS gone
    FOR EACH STATEMENT EXECUTE FUNCTION mark_likeness();

CREATE FUNCTION mark_permitted() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP <> 'INSERT' THEN
        PERFORM mark_recordings(ARRAY(SELECT recording_id FROM gone
            UNION SELECT r.id FROM gone JOIN recording r ON r.work_id = gone.work_id));
    END IF;
    IF TG_OP <> 'DELETE' THEN
        PERFORM mark_recordings(ARRAY(SELECT recording_id FROM come
            UNION SELECT r.id FROM come JOIN recording r ON r.work_id = come.work_id));
    END IF;
    RETURN NULL;
END $$;
CREATE TRIGGER standing_come AFTER INSERT ON permission REFERENCING NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_permitted();
CREATE TRIGGER standing_changed AFTER UPDATE ON permission REFERENCING OLD TABLE AS gone NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_permitted();
CREATE TRIGGER standing_gone AFTER DELETE ON permission REFERENCING OLD TABLE AS gone
    FOR EACH STATEMENT EXECUTE FUNCTION mark_permitted();

CREATE FUNCTION mark_registered() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    PERFORM mark_recordings(ARRAY(SELECT r.id FROM come JOIN recording r ON r.work_id = come.work_id));
    RETURN NULL;
END $$;
CREATE TRIGGER standing_come AFTER INSERT ON society_work REFERENCING NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_registered();
CREATE TRIGGER standing_changed AFTER UPDATE ON society_work REFERENCING NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_registered();

CREATE FUNCTION mark_series() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    INSERT INTO standing_mark (release_id) SELECT r.id FROM come JOIN release r ON r.series = come.title;
    RETURN NULL;
END $$;
CREATE TRIGGER standing_changed AFTER UPDATE ON series REFERENCING NEW TABLE AS come
    FOR EACH STATEMENT EXECUTE FUNCTION mark_series();

DO $$
DECLARE
    owned text;
BEGIN
    FOREACH owned IN ARRAY ARRAY['received', 'copy', 'delivery', 'accepted_risk'] LOOP
        EXECUTE format('CREATE TRIGGER standing_come AFTER INSERT ON %I REFERENCING NEW TABLE AS come
            FOR EACH STATEMENT EXECUTE FUNCTION mark_owner()', owned);
        EXECUTE format('CREATE TRIGGER standing_changed AFTER UPDATE ON %I REFERENCING OLD TABLE AS gone NEW TABLE AS come
            FOR EACH STATEMENT EXECUTE FUNCTION mark_owner()', owned);
        EXECUTE format('CREATE TRIGGER standing_gone AFTER DELETE ON %I REFERENCING OLD TABLE AS gone
            FOR EACH STATEMENT EXECUTE FUNCTION mark_owner()', owned);
    END LOOP;
    FOREACH owned IN ARRAY ARRAY['delivery_event', 'delivery_reason'] LOOP
        EXECUTE format('CREATE TRIGGER standing_come AFTER INSERT ON %I REFERENCING NEW TABLE AS come
            FOR EACH STATEMENT EXECUTE FUNCTION mark_delivered()', owned);
        EXECUTE format('CREATE TRIGGER standing_gone AFTER DELETE ON %I REFERENCING OLD TABLE AS gone
            FOR EACH STATEMENT EXECUTE FUNCTION mark_delivered()', owned);
    END LOOP;
    FOREACH owned IN ARRAY ARRAY['label', 'profile', 'receiver', 'recipe'] LOOP
        EXECUTE format('CREATE TRIGGER standing_all AFTER INSERT OR UPDATE OR DELETE ON %I
            FOR EACH STATEMENT EXECUTE FUNCTION mark_all()', owned);
    END LOOP;
END $$;

INSERT INTO standing_mark (release_id) SELECT id FROM release WHERE deleted_at IS NULL AND archived_at IS NULL;
