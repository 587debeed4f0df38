-- Rows of the catalogue are kept beside how releases stand. Whoever holds them in memory asks what has been looked at since:
-- numbers are given while the lock of those who look is held, so that they are seen in their order.
CREATE SEQUENCE standing_looked;
ALTER TABLE standing
    ADD COLUMN rows     jsonb NOT NULL DEFAULT '[]',
    -- of the release when it was looked at: one that was edited since goes first
    ADD COLUMN revision integer NOT NULL DEFAULT 0,
    ADD COLUMN looked   bigint NOT NULL DEFAULT 0;
CREATE INDEX standing_looked_at ON standing (looked);
-- Releases that were taken away, by the number at which it was noticed.
CREATE TABLE standing_gone (
    looked     bigint PRIMARY KEY,
    release_id bigint NOT NULL
);
INSERT INTO standing_mark (release_id) SELECT id FROM release WHERE deleted_at IS NULL;

-- Views of the catalogue that have a name: what is shown, of oneself or for everybody.
CREATE TABLE saved_view (
    id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    account_id bigint NOT NULL REFERENCES account (id),
    for_all    boolean NOT NULL,
    name       text NOT NULL,
    subject    text NOT NULL,
    -- filter, order and columns, as they stand in its address
    find       text NOT NULL,
    sort       text NOT NULL,
    columns    text NOT NULL,
    UNIQUE (account_id, name)
);

-- By which what was taken back can be done again.
CREATE INDEX batch_of ON batch (of_batch) WHERE of_batch IS NOT NULL;
