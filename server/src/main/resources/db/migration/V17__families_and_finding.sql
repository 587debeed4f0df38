-- Spellings of which somebody has said that they are two, in the order of the alphabet: ids of people, else the values.
CREATE TABLE spelling_apart (
    id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    kind       text NOT NULL,
    one        text NOT NULL,
    other      text NOT NULL,
    account_id bigint NOT NULL REFERENCES account (id),
    at         timestamptz NOT NULL DEFAULT now(),
    UNIQUE (kind, one, other)
);

-- Deliveries are found by the beginning of their receipt, files by the beginning of their checksum or within their name.
CREATE INDEX delivery_receipt ON delivery (lower(receipt) text_pattern_ops) WHERE receipt IS NOT NULL;
CREATE INDEX file_by_checksum ON file (sha256 text_pattern_ops);
CREATE INDEX received_within_name ON received USING gin (lower(name) gin_trgm_ops);
