-- Destinations that the label has. Each began with a profile, from a pattern or from a file; what was adjusted since, from a
-- day on, stands in “profile”.
CREATE TABLE receiver (
    id          text PRIMARY KEY CHECK (id ~ '^[a-z0-9][a-z0-9-]{0,39}$'),
    number      bigint GENERATED ALWAYS AS IDENTITY,
    yaml        text NOT NULL,
    -- nobody, for those that were there before destinations were one's own
    account_id  bigint REFERENCES account,
    at          timestamptz NOT NULL,
    archived_at timestamptz
);
