-- Whether a manager said that a destination is on this machine or in the label's own network: otherwise it is not spoken with there.
-- What was entered before that was asked goes on as it was.
ALTER TABLE destination ADD COLUMN own_network boolean NOT NULL DEFAULT false;
UPDATE destination SET own_network = true WHERE url IS NOT NULL AND way IN ('interface', 'sftp');
