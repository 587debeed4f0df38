-- At every edit it is asked whether a work elsewhere bears a title of this release.
CREATE INDEX work_title ON work (lower(work_title));
CREATE INDEX track_title ON track (lower(title));
CREATE INDEX recording_work ON recording (work_id);
