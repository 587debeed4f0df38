-- All facts of a release, of its tracks, recordings and works, and of the people on it. As before, each column is named
-- after its declaration in the field registry.

ALTER TABLE release DROP CONSTRAINT release_kind_check;
ALTER TABLE release ADD CHECK (kind IN ('single', 'EP', 'album', 'compilation', 'spoken episode'));
ALTER TABLE release DROP CONSTRAINT release_original_date_check;
ALTER TABLE release ADD CHECK (original_date ~ '^\d{4}(-\d\d(-\d\d)?)?$');
ALTER TABLE release ADD COLUMN label_code text;
ALTER TABLE release ADD COLUMN pre_order_date text CHECK (pre_order_date ~ '^\d{4}-\d\d-\d\d$');
ALTER TABLE release ADD COLUMN price_tier text CHECK (price_tier IN ('low', 'middle', 'full', 'high'));
ALTER TABLE release ADD COLUMN licence text;
ALTER TABLE release ADD COLUMN contact text;
ALTER TABLE release ADD COLUMN description text;
ALTER TABLE release ADD COLUMN keywords text;
ALTER TABLE release ADD COLUMN links text;
ALTER TABLE release ADD COLUMN series text;

ALTER TABLE track ADD COLUMN gap text CHECK (gap ~ '^(\d+:)?\d+:\d\d(\.\d{3})?$');
ALTER TABLE track ADD COLUMN episode text CHECK (episode ~ '^\d+$');
ALTER TABLE track ADD COLUMN summary text;

ALTER TABLE recording ADD COLUMN recorded_on text CHECK (recorded_on ~ '^\d{4}(-\d\d(-\d\d)?)?$');
ALTER TABLE recording ADD COLUMN recorded_in text;
ALTER TABLE recording ADD COLUMN country text CHECK (country ~ '^[A-Z]{2}$');
ALTER TABLE recording ADD COLUMN instrumental text CHECK (instrumental IN ('no', 'instrumental'));
ALTER TABLE recording ADD COLUMN moods text;
ALTER TABLE recording ADD COLUMN instruments text;
ALTER TABLE recording ADD COLUMN tempo text CHECK (tempo ~ '^\d+$');
ALTER TABLE recording ADD COLUMN tempo_class text CHECK (tempo_class IN ('slow', 'moderate', 'fast'));
ALTER TABLE recording ADD COLUMN key text;
ALTER TABLE recording ADD COLUMN era text;
ALTER TABLE recording ADD COLUMN keywords text;
ALTER TABLE recording ADD COLUMN description text;

ALTER TABLE work ADD COLUMN work_title text;
ALTER TABLE work ADD COLUMN iswc text;
ALTER TABLE work ADD COLUMN origins text;
ALTER TABLE work ADD COLUMN lyrics text;

ALTER TABLE party ADD COLUMN kind text CHECK (kind IN ('person', 'group', 'company'));
ALTER TABLE party ADD COLUMN legal_name text;
ALTER TABLE party ADD COLUMN sort_name text;
ALTER TABLE party ADD COLUMN spellings text;
ALTER TABLE party ADD COLUMN ipi text;
ALTER TABLE party ADD COLUMN isni text;
ALTER TABLE party ADD COLUMN society text;
ALTER TABLE party ADD COLUMN country text CHECK (country ~ '^[A-Z]{2}$');
-- a name typed in another spelling is looked for here
CREATE INDEX party_spellings ON party USING gin (string_to_array(spellings, '; '));

ALTER TABLE label ADD COLUMN publisher text NOT NULL DEFAULT '' CHECK (length(publisher) <= 200);

-- Beside the name: what is said of it there (roles, shares, years), and a second name (the publisher of a writer).
ALTER TABLE credit DROP CONSTRAINT credit_entity_check;
ALTER TABLE credit ADD CHECK (entity IN ('release', 'track', 'recording', 'work', 'party'));
ALTER TABLE credit ADD COLUMN detail text NOT NULL DEFAULT '';
ALTER TABLE credit ADD COLUMN via_id bigint REFERENCES party;
CREATE INDEX credit_via ON credit (via_id) WHERE via_id IS NOT NULL;

-- Composers and lyricists were two lists of names; who wrote a work is one fact now. A name on both lists wrote both.
UPDATE credit c SET fact = 'writers', detail = 'CA' WHERE entity = 'work' AND fact = 'composers'
    AND EXISTS (SELECT 1 FROM credit o WHERE o.entity = 'work' AND o.target_id = c.target_id
        AND o.fact = 'lyricists' AND o.party_id = c.party_id);
DELETE FROM credit c WHERE entity = 'work' AND fact = 'lyricists'
    AND EXISTS (SELECT 1 FROM credit o WHERE o.entity = 'work' AND o.target_id = c.target_id
        AND o.fact = 'writers' AND o.party_id = c.party_id);
UPDATE credit SET fact = 'writers', detail = 'C' WHERE entity = 'work' AND fact = 'composers';
UPDATE credit SET fact = 'writers', detail = 'A', position = position + 1000
    WHERE entity = 'work' AND fact = 'lyricists';
-- the history is told in the words of the one fact
UPDATE change SET field = 'work.writers', before = regexp_replace(before, '(; |$)', ': C\1', 'g'),
    after = regexp_replace(after, '(; |$)', ': C\1', 'g') WHERE field = 'work.composers';
UPDATE change SET field = 'work.writers', before = regexp_replace(before, '(; |$)', ': A\1', 'g'),
    after = regexp_replace(after, '(; |$)', ': A\1', 'g') WHERE field = 'work.lyricists';

-- Changes of people belong to no release.
ALTER TABLE batch ALTER COLUMN release_id DROP NOT NULL;

-- A code may be kept for something to come, and given free again as long as it was on nothing.
ALTER TABLE code_taken ADD COLUMN reserved_for text CHECK (length(reserved_for) <= 200);
ALTER TABLE code_taken ADD COLUMN free boolean NOT NULL DEFAULT false;
CREATE INDEX code_free ON code_taken (kind, code) WHERE free;

-- Facts that a new release may begin with.
CREATE TABLE template (
    name  text PRIMARY KEY CHECK (length(name) BETWEEN 1 AND 100),
    facts jsonb NOT NULL
);
CREATE INDEX batch_at ON batch (id DESC);
