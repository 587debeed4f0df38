-- What has come of a file on its way: pieces, each a file of its own that is never changed. Of two that come to the same place at
-- once, at whatever nodes, one is entered here and the other is forgotten.
CREATE TABLE upload_piece (
    upload_id uuid NOT NULL REFERENCES upload ON DELETE CASCADE,
    begins    bigint NOT NULL CHECK (begins >= 0),
    bytes     bigint NOT NULL CHECK (bytes > 0),
    name      text NOT NULL UNIQUE,
    at        timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (upload_id, begins)
);
-- what was on its way before lies in one file
INSERT INTO upload_piece (upload_id, begins, bytes, name, at)
SELECT id, 0, here, 'upload-' || id || '.part', at FROM upload WHERE here > 0;
ALTER TABLE upload DROP COLUMN here, DROP COLUMN stored_sha256;
