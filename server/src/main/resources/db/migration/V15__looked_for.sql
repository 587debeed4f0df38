-- People are listed by name and looked for within names; what was put away is listed by when.
CREATE INDEX party_by_name ON party (lower(coalesce(sort_name, name)), name) WHERE archived_at IS NULL;
CREATE INDEX party_within_name ON party USING gin (lower(name) gin_trgm_ops);
CREATE INDEX release_shelf ON release (coalesce(deleted_at, archived_at) DESC, id DESC)
    WHERE deleted_at IS NOT NULL OR archived_at IS NOT NULL;
-- Recordings are looked for within titles and codes.
CREATE INDEX track_within_title ON track USING gin (lower(title) gin_trgm_ops);
CREATE INDEX release_within_title ON release USING gin (lower(title) gin_trgm_ops);
CREATE INDEX recording_within_isrc ON recording USING gin (lower(isrc) gin_trgm_ops);
-- What was done, the newest first.
CREATE INDEX batch_when ON batch (at DESC, id DESC);
CREATE INDEX delivery_event_when ON delivery_event (at DESC, id);
