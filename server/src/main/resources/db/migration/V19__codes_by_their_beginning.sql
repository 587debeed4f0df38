-- Codes are looked for by the beginning that all of a block have in common, byte by byte whatever the database's order of letters.
CREATE INDEX code_taken_beginning ON code_taken (kind, code text_pattern_ops);
CREATE INDEX recording_isrc_beginning ON recording (isrc text_pattern_ops) WHERE isrc IS NOT NULL;
CREATE INDEX release_barcode_beginning ON release (barcode text_pattern_ops) WHERE barcode IS NOT NULL;
CREATE INDEX release_catalogue_number_beginning ON release (catalogue_number text_pattern_ops)
    WHERE catalogue_number IS NOT NULL;
-- Those that may be given again, and those that are kept for something.
CREATE INDEX code_returned ON code_taken (kind, code text_pattern_ops)
    WHERE free OR (left_at IS NULL AND reserved_for IS NULL);
CREATE INDEX code_reserved ON code_taken (kind, code) WHERE reserved_for IS NOT NULL;
DROP INDEX code_free;
