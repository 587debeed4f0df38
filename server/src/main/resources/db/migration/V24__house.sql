-- What the house found in itself that is not as it has to be, by what was looked at; and how far each look has come.
CREATE TABLE house_finding (
    look     text NOT NULL,
    says     text NOT NULL,
    remedy   text NOT NULL,
    found_at timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (look, says)
);
CREATE TABLE house_look (
    name      text PRIMARY KEY,
    -- when it was last gone through whole; null while it never was
    whole_at  timestamptz,
    -- of the last release that was looked at in the round that goes on
    place     bigint NOT NULL DEFAULT 0
);
CREATE INDEX file_damaged ON file (sha256) WHERE damage IS NOT NULL;
