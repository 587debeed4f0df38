-- Wrong passwords by who tried, counted for all servers together. A crash may forget them: what is lost is a pause.
-- Names are kept as digests, for people type passwords where names belong.
CREATE UNLOGGED TABLE wrong_password (
    kind  text NOT NULL,
    whose text NOT NULL,
    wrong integer NOT NULL,
    at    timestamptz NOT NULL,
    PRIMARY KEY (kind, whose)
);
CREATE INDEX wrong_password_at ON wrong_password (at);

-- every server clears its own folder by now
DELETE FROM scheduled_tasks WHERE task_name = 'leftovers';
