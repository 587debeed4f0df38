-- Wrong passwords are counted by who tries, not kept at the account: nobody locks anybody else out.
ALTER TABLE account DROP COLUMN failures, DROP COLUMN locked_until;

-- Browsers in which somebody has signed in before; what strangers try does not matter there.
CREATE TABLE known_browser (
    token_sha256 text PRIMARY KEY CHECK (token_sha256 ~ '^[0-9a-f]{64}$'),
    account_id   bigint NOT NULL REFERENCES account ON DELETE CASCADE,
    at           timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX known_browser_account ON known_browser (account_id);

-- What is sent to others waits in a queue of its own: one who hangs there holds nothing up in the house.
CREATE TABLE scheduled_deliveries (LIKE scheduled_tasks INCLUDING ALL);
INSERT INTO scheduled_deliveries SELECT * FROM scheduled_tasks WHERE task_name = 'delivery';
DELETE FROM scheduled_tasks WHERE task_name = 'delivery';

-- A file that is kept is read again now and then; one whose bytes became others says so until the right ones come in again.
ALTER TABLE file ADD COLUMN verified_at timestamptz, ADD COLUMN damage text;
CREATE INDEX file_verified ON file (verified_at NULLS FIRST);

-- What a whole upload became in the store, so that its last steps can be done again after a crash.
ALTER TABLE upload ADD COLUMN stored_sha256 text;
