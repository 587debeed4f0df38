-- What was measured of a file is kept in memory by every node until this number is another one.
ALTER TABLE file ADD COLUMN revision integer NOT NULL DEFAULT 0;

-- Where a release is to go: ids of destinations, as the field registry writes them.
ALTER TABLE release ADD COLUMN destinations text;

-- A label's own version of a destination's rules; the shipped one holds until its day, and again when it is taken away.
CREATE TABLE profile (
    destination text NOT NULL,
    dated       date NOT NULL,
    yaml        text NOT NULL,
    account_id  bigint NOT NULL REFERENCES account,
    at          timestamptz NOT NULL,
    PRIMARY KEY (destination, dated)
);

-- A risk that somebody takes, with the reason. It holds for what was said then; when the fact changes, it is asked again.
CREATE TABLE accepted_risk (
    release_id bigint NOT NULL REFERENCES release,
    finding    text NOT NULL,
    says       text NOT NULL,
    reason     text NOT NULL CHECK (length(reason) BETWEEN 3 AND 1000),
    account_id bigint NOT NULL REFERENCES account,
    at         timestamptz NOT NULL,
    PRIMARY KEY (release_id, finding)
);
