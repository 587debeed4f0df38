-- Recipes of the label's own, shipped ones adjusted among them, in the form that recipes are shipped in.
CREATE TABLE recipe (
    id         text PRIMARY KEY CHECK (id ~ '^[a-z0-9-]{1,40}$'),
    yaml       text NOT NULL,
    account_id bigint NOT NULL REFERENCES account,
    at         timestamptz NOT NULL
);

-- Whose sound a copy holds and how it is coded: a copy whose tags are of yesterday lends its sound to the next one.
ALTER TABLE copy ADD COLUMN master text CHECK (master ~ '^[0-9a-f]{64}$');
ALTER TABLE copy ADD COLUMN encoding text;
-- When its bytes were last held against its checksum, and whether they were others.
ALTER TABLE copy ADD COLUMN checked_at timestamptz;
ALTER TABLE copy ADD COLUMN altered boolean NOT NULL DEFAULT false;
