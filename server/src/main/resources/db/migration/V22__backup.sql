-- Where the server backs up to by itself, and what became of every backup.
CREATE TABLE backup_plan (
    the_only boolean PRIMARY KEY DEFAULT true CHECK (the_only),
    folder   text NOT NULL,
    keep     integer NOT NULL CHECK (keep BETWEEN 1 AND 1000)
);

CREATE TABLE backup_run (
    id       bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    began_at timestamptz NOT NULL DEFAULT now(),
    ended_at timestamptz,
    place    text NOT NULL,
    -- null while it goes on
    good     boolean,
    files    bigint NOT NULL DEFAULT 0,
    bytes    bigint NOT NULL DEFAULT 0,
    says     text NOT NULL DEFAULT ''
);
CREATE INDEX backup_run_good ON backup_run (ended_at) WHERE good;
