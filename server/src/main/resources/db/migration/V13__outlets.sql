-- Where distributors pass a release on: a fact of its own, beside the destinations.
ALTER TABLE release ADD COLUMN outlets text;
