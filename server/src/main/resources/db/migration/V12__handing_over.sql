-- How each destination gets what is meant for it, and what its server's key was when a manager confirmed it.
ALTER TABLE destination ADD COLUMN way text NOT NULL DEFAULT 'interface'
    CHECK (way IN ('interface', 'archive', 'folder', 'sftp', 'form'));
ALTER TABLE destination ADD COLUMN host_key text;
ALTER TABLE destination ALTER COLUMN url DROP NOT NULL;
ALTER TABLE delivery ADD COLUMN way text NOT NULL DEFAULT 'interface'
    CHECK (way IN ('interface', 'archive', 'folder', 'sftp', 'form'));
ALTER TABLE delivery DROP CONSTRAINT delivery_state_check;
ALTER TABLE delivery ADD CONSTRAINT delivery_state_check CHECK (state IN
    ('sealed', 'received', 'in review', 'questions', 'accepted', 'live', 'rejected', 'failed', 'taken down', 'called off'));

-- Steps that somebody set by hand: what stood before, so that they can be taken back, and the day that was said.
ALTER TABLE delivery_event ADD COLUMN by_hand text CHECK (by_hand IN ('set', 'taken back', 'taking back'));
ALTER TABLE delivery_event ADD COLUMN before jsonb;
ALTER TABLE delivery_event ADD COLUMN on_day date;

-- Where somebody is in a form: captions that were copied, with the value that they had then.
CREATE TABLE copied_caption (
    release_id  bigint NOT NULL REFERENCES release ON DELETE CASCADE,
    destination text NOT NULL REFERENCES receiver ON DELETE CASCADE,
    key         text NOT NULL,
    value       text NOT NULL,
    at          timestamptz NOT NULL,
    PRIMARY KEY (release_id, destination, key)
);
