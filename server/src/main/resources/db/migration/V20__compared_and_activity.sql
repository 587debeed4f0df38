-- Sound that could not be compared with all other sound when it was measured is compared in the background.
ALTER TABLE file ADD COLUMN compared boolean NOT NULL DEFAULT true;
CREATE INDEX file_not_compared ON file (print_order) WHERE NOT compared;

-- The history is asked for by fact and by source.
CREATE INDEX change_field ON change (field, batch_id);
CREATE INDEX batch_source ON batch (source, at DESC, id DESC);
