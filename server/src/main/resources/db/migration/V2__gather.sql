-- Files come in without a release, in pieces, of every kind; sound is known again by its print.

ALTER TABLE file DROP CONSTRAINT file_kind_check;
ALTER TABLE file ADD CHECK (kind IN ('audio', 'picture', 'document', 'text', 'other'));
ALTER TABLE file ADD COLUMN waveform bytea;
ALTER TABLE file ADD COLUMN print bytea;
-- nodes follow the prints in this order
CREATE SEQUENCE print_order;
ALTER TABLE file ADD COLUMN print_order bigint;
CREATE INDEX file_print_order ON file (print_order) WHERE print_order IS NOT NULL;
-- more is measured now: what was measured before is measured again
UPDATE file SET measured = false WHERE kind = 'audio';

ALTER TABLE track ADD COLUMN preview_start text CHECK (preview_start ~ '^(\d+:)?\d+:\d\d(\.\d{3})?$');
ALTER TABLE recording ADD COLUMN given_time text CHECK (given_time ~ '^(\d+:)?\d+:\d\d(\.\d{3})?$');

-- Without a release a file lies in the intake.
ALTER TABLE received ALTER COLUMN release_id DROP NOT NULL;
ALTER TABLE received ADD COLUMN folder text NOT NULL DEFAULT '';
-- what it is for, and on which track, when it is no master and no cover
ALTER TABLE received ADD COLUMN belongs text;
ALTER TABLE received ADD COLUMN track_id bigint REFERENCES track;
CREATE UNIQUE INDEX received_intake ON received (sha256) WHERE release_id IS NULL;

-- What sounds alike, as the prints said when the later file was analysed.
CREATE TABLE likeness (
    sha256      text NOT NULL REFERENCES file,
    known       text NOT NULL REFERENCES file,
    verdict     text NOT NULL CHECK (verdict IN ('same', 'other-version', 'excerpt')),
    confidence  double precision NOT NULL CHECK (confidence BETWEEN 0 AND 1),
    match       jsonb NOT NULL,
    PRIMARY KEY (sha256, known)
);
CREATE INDEX likeness_known ON likeness (known);

-- Files on their way in, piece by piece.
CREATE TABLE upload (
    id         uuid PRIMARY KEY,
    account_id bigint NOT NULL REFERENCES account,
    name       text NOT NULL,
    folder     text NOT NULL,
    release_id bigint REFERENCES release,
    track_id   bigint NOT NULL DEFAULT 0,
    bytes      bigint NOT NULL CHECK (bytes >= 0),
    here       bigint NOT NULL DEFAULT 0 CHECK (here >= 0),
    sha256     text,
    at         timestamptz NOT NULL
);
