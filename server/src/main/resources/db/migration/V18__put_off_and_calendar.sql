-- Releases of which the Desk says nothing until a day: for one account, or for everybody.
CREATE TABLE put_off (
    id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    release_id bigint NOT NULL REFERENCES release,
    account_id bigint REFERENCES account,
    until      date NOT NULL,
    reason     text NOT NULL,
    by_account bigint NOT NULL REFERENCES account,
    at         timestamptz NOT NULL DEFAULT now(),
    UNIQUE NULLS NOT DISTINCT (release_id, account_id)
);

-- The address under which an account's calendar is read, as a digest: who reads the table cannot read the calendar.
CREATE TABLE calendar_feed (
    account_id bigint PRIMARY KEY REFERENCES account,
    digest     text NOT NULL UNIQUE,
    at         timestamptz NOT NULL DEFAULT now()
);
