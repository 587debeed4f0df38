-- What was measured of a file is kept in memory by every node until this number is another one.
ALTER TABLE file ADD COLUMN revision integer NOT NULL DEFAULT 0;
