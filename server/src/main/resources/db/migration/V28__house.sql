-- What holds for the whole house beside the label's names and prefixes. An empty time zone is that of the machine.
CREATE TABLE house (
    id        boolean PRIMARY KEY DEFAULT true CHECK (id),
    time_zone text NOT NULL DEFAULT '',
    contact   text NOT NULL DEFAULT ''
);
INSERT INTO house DEFAULT VALUES;
