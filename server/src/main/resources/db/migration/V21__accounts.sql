-- Accounts that are held for years. Whatever changes about one raises its version, and sessions name the version they began
-- with: those of an older one are over, at every node and at once.
ALTER TABLE account
    ADD COLUMN version bigint NOT NULL DEFAULT 1,
    ADD COLUMN held_at timestamptz,
    ADD COLUMN last_sign_in timestamptz,
    -- a manager gave the password: it has to be changed at the first signing in, and is good until then
    ADD COLUMN password_given_until timestamptz,
    ADD COLUMN factor_wanted boolean NOT NULL DEFAULT false,
    -- sealed; without a day it has not been confirmed yet
    ADD COLUMN factor_secret bytea,
    ADD COLUMN factor_since timestamptz,
    -- the last code that was taken, as a number of half minutes: no code is good twice
    ADD COLUMN factor_step bigint NOT NULL DEFAULT 0;

CREATE TABLE recovery_code (
    code_sha256 text PRIMARY KEY,
    account_id  bigint NOT NULL REFERENCES account,
    used_at     timestamptz
);
CREATE INDEX recovery_code_account ON recovery_code (account_id);

-- What was done to accounts, and who came in. Nobody edits it, not even the program.
CREATE TABLE account_log (
    id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    at         timestamptz NOT NULL DEFAULT now(),
    account_id bigint NOT NULL REFERENCES account,
    by_account bigint NOT NULL REFERENCES account,
    deed       text NOT NULL,
    detail     text NOT NULL DEFAULT '',
    address    text NOT NULL DEFAULT ''
);
CREATE FUNCTION log_is_not_edited() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    RAISE EXCEPTION 'the log of accounts is not edited';
END $$;
CREATE TRIGGER account_log_is_not_edited BEFORE UPDATE OR DELETE OR TRUNCATE ON account_log
    FOR EACH STATEMENT EXECUTE FUNCTION log_is_not_edited();

-- sessions hold who is signed in as it was before
DELETE FROM spring_session;
