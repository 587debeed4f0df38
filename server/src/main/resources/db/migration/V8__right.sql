-- A permission belongs to one original: which document shows it, who permits, who confirmed that it does. Without that a
-- document permits nothing, whatever its name is.
CREATE TABLE permission (
    id           bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    received_id  bigint NOT NULL REFERENCES received ON DELETE CASCADE,
    -- the work that uses the original; for a remix, the recording that is one
    work_id      bigint REFERENCES work,
    recording_id bigint REFERENCES recording,
    used_as      text NOT NULL,
    title        text NOT NULL,
    party        text NOT NULL CHECK (length(party) BETWEEN 1 AND 200),
    account_id   bigint NOT NULL REFERENCES account,
    at           timestamptz NOT NULL,
    CHECK (num_nonnulls(work_id, recording_id) = 1)
);
CREATE UNIQUE INDEX permission_work ON permission (work_id, used_as, title) WHERE work_id IS NOT NULL;
CREATE UNIQUE INDEX permission_recording ON permission (recording_id) WHERE recording_id IS NOT NULL;
CREATE INDEX permission_received ON permission (received_id);

-- Pictures beside the front cover; titles and names in Latin letters, as people write them; seasons of a series.
ALTER TABLE release ADD COLUMN pictures text;
ALTER TABLE release ADD COLUMN latin_title text;
ALTER TABLE track ADD COLUMN latin_title text;
ALTER TABLE track ADD COLUMN season text CHECK (season ~ '^\d+$');
ALTER TABLE work ADD COLUMN work_latin_title text;
ALTER TABLE party ADD COLUMN latin_name text;

-- The P-line is a fact of the recording: it goes with it to every release. What a recording on several releases carried
-- from its first one becomes its own.
ALTER TABLE recording ADD COLUMN p_line text CHECK (p_line ~ '^\d{4} ');
UPDATE recording r SET p_line = coalesce(
    (SELECT t.p_line FROM track t WHERE t.recording_id = r.id AND t.p_line IS NOT NULL ORDER BY t.id LIMIT 1),
    CASE WHEN (SELECT count(DISTINCT t.release_id) FROM track t WHERE t.recording_id = r.id) > 1 THEN
        (SELECT o.p_line FROM track t JOIN release o ON o.id = t.release_id WHERE t.recording_id = r.id
         ORDER BY o.release_date NULLS LAST, o.id LIMIT 1) END);
UPDATE change c SET entity = 'recording', field = 'recording.pLine',
    target_id = (SELECT t.recording_id FROM track t WHERE t.id = c.target_id) WHERE c.field = 'track.pLine';
ALTER TABLE track DROP COLUMN p_line;

-- A spoken series: its episodes are releases that name it, its feed stands under one address for ever.
CREATE TABLE series (
    id          bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    key         uuid NOT NULL UNIQUE DEFAULT gen_random_uuid(),
    title       text NOT NULL UNIQUE,
    description text,
    language    text,
    categories  text,
    owner       text,
    contact     text,
    links       text,
    cover       text REFERENCES file
);
INSERT INTO series (title, description, language)
    SELECT DISTINCT ON (series) series, description, language FROM release WHERE series IS NOT NULL ORDER BY series, id;
ALTER TABLE release ADD FOREIGN KEY (series) REFERENCES series (title) ON UPDATE CASCADE;
CREATE INDEX release_series ON release (series) WHERE series IS NOT NULL;
-- which directory was told of which feed
CREATE TABLE series_told (
    series_id   bigint NOT NULL REFERENCES series,
    destination text NOT NULL REFERENCES destination,
    at          timestamptz NOT NULL,
    PRIMARY KEY (series_id, destination)
);

-- The number under which the label sends works to societies.
ALTER TABLE label ADD COLUMN society_id text NOT NULL DEFAULT '' CHECK (society_id ~ '^[0-9]{0,9}$');

-- Where a change comes from is said by the server; a note in free words stands beside. A sitting is the time between signing
-- in and signing out: undo goes back no further.
ALTER TABLE batch RENAME COLUMN source TO note;
ALTER TABLE batch ADD COLUMN source text NOT NULL DEFAULT 'typed' CHECK (source ~ '^[a-z-]+$');
UPDATE batch SET source = 'answer' WHERE starts_with(note, 'acknowledgement ') AND says LIKE 'ISWC from %';
ALTER TABLE batch ALTER COLUMN source DROP DEFAULT;
ALTER TABLE batch ADD COLUMN sitting uuid;

-- What stood in the facts when a delivery was sealed: what is to be updated is the difference to today.
ALTER TABLE delivery ADD COLUMN facts jsonb;

-- Codes leave the house with the first copy or delivery that holds them; one that never left is given again.
ALTER TABLE code_taken ADD COLUMN left_at timestamptz;
UPDATE code_taken SET left_at = at WHERE NOT free AND reserved_for IS NULL;
-- Drafts are deleted, other releases archived; both can be taken back.
ALTER TABLE release ADD COLUMN archived_at timestamptz;
ALTER TABLE release ADD COLUMN deleted_at timestamptz;
-- Somebody who is put away is in no list and offered nowhere, until named again.
ALTER TABLE party ADD COLUMN archived_at timestamptz;
CREATE INDEX release_barcode ON release (barcode);
CREATE INDEX release_catalogue_number ON release (catalogue_number);

-- Prints are followed by transaction: a number is given before its transaction ends, and another may end first.
ALTER TABLE file ADD COLUMN print_transaction xid8;
CREATE INDEX file_print_transaction ON file (print_transaction) WHERE print_transaction IS NOT NULL;
