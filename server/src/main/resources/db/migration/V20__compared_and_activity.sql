-- Sound that could not be compared with all other sound when it was measured is compared in the background.
ALTER TABLE file ADD COLUMN compared boolean NOT NULL DEFAULT true;
CREATE INDEX file_not_compared ON file (print_order) WHERE NOT compared;

-- The history is asked for by fact and by source.
CREATE INDEX change_field ON change (field, batch_id);
CREATE INDEX batch_source ON batch (source, at DESC, id DESC);

-- By which rules of the program releases were looked at last.
CREATE TABLE standing_rules (
    one     boolean PRIMARY KEY DEFAULT true CHECK (one),
    version text NOT NULL
);

-- The Desk tells first of answers that want something.
CREATE INDEX delivery_wanting ON delivery (id DESC) WHERE state IN ('rejected', 'failed', 'questions');

-- People of one kind, by name.
CREATE INDEX party_of_kind ON party (kind, lower(coalesce(sort_name, name)), name) WHERE archived_at IS NULL;
