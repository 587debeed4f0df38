-- Facts are stored once. Each column of release, track, recording and work that holds a fact is named after its
-- declaration in the field registry; a test holds the two together. Names of people stand in credit, once each in party.

CREATE TABLE account (
    id           bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    name         text NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 100),
    password     text NOT NULL,
    role         text NOT NULL CHECK (role IN ('manager', 'assistant', 'reader')),
    failures     integer NOT NULL DEFAULT 0,
    locked_until timestamptz
);

CREATE TABLE label (
    id               integer PRIMARY KEY DEFAULT 1 CHECK (id = 1),
    name             text NOT NULL,
    isrc_prefix      text NOT NULL DEFAULT '' CHECK (isrc_prefix ~ '^([A-Z]{2}[A-Z0-9]{3})?$'),
    barcode_prefix   text NOT NULL DEFAULT '' CHECK (barcode_prefix ~ '^([0-9]{7,11})?$'),
    catalogue_prefix text NOT NULL DEFAULT '' CHECK (length(catalogue_prefix) <= 12)
);

-- Everything received is kept under its SHA-256, for ever.
CREATE TABLE file (
    sha256      text PRIMARY KEY CHECK (sha256 ~ '^[0-9a-f]{64}$'),
    bytes       bigint NOT NULL CHECK (bytes >= 0),
    kind        text NOT NULL CHECK (kind IN ('audio', 'picture', 'other')),
    measured    boolean NOT NULL DEFAULT false,
    audio       jsonb,
    picture     jsonb,
    problem     text
);

CREATE TABLE party (
    id   bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    name text NOT NULL UNIQUE
);

CREATE TABLE release (
    id               bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    revision         integer NOT NULL DEFAULT 0,
    created_at       timestamptz NOT NULL,
    title            text,
    version          text,
    kind             text CHECK (kind IN ('single', 'EP', 'album', 'compilation')),
    barcode          text,
    catalogue_number text,
    label            text,
    release_date     text CHECK (release_date ~ '^\d{4}-\d\d-\d\d$'),
    original_date    text CHECK (original_date ~ '^\d{4}-\d\d-\d\d$'),
    genre            text,
    language         text CHECK (language ~ '^[a-z]{2,3}$'),
    p_line           text CHECK (p_line ~ '^\d{4} '),
    c_line           text CHECK (c_line ~ '^\d{4} '),
    territories      text,
    cover            text REFERENCES file,
    running_order    text CHECK (running_order ~ '^\d+( \d+)*$')
);

CREATE TABLE work (
    id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY
);

CREATE TABLE recording (
    id      bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    work_id bigint NOT NULL REFERENCES work,
    isrc    text,
    master  text REFERENCES file
);
CREATE INDEX recording_isrc ON recording (isrc);
CREATE INDEX recording_master ON recording (master);

CREATE TABLE track (
    id           bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    release_id   bigint NOT NULL REFERENCES release,
    recording_id bigint NOT NULL REFERENCES recording,
    side         text,
    title        text,
    version      text,
    explicit     text CHECK (explicit IN ('no', 'explicit', 'clean')),
    genre        text,
    language     text CHECK (language ~ '^[a-z]{2,3}$'),
    p_line       text CHECK (p_line ~ '^\d{4} ')
);
CREATE INDEX track_release ON track (release_id);
CREATE INDEX track_recording ON track (recording_id);

-- Names in their order: who is credited, in which fact of which thing.
CREATE TABLE credit (
    entity    text NOT NULL CHECK (entity IN ('release', 'track', 'recording', 'work')),
    target_id bigint NOT NULL,
    fact      text NOT NULL,
    position  integer NOT NULL CHECK (position >= 0),
    party_id  bigint NOT NULL REFERENCES party,
    PRIMARY KEY (entity, target_id, fact, position)
);
CREATE INDEX credit_party ON credit (party_id);

-- Which file came in for which release, under which name.
CREATE TABLE received (
    id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    sha256     text NOT NULL REFERENCES file,
    release_id bigint NOT NULL REFERENCES release,
    name       text NOT NULL,
    at         timestamptz NOT NULL,
    account_id bigint NOT NULL REFERENCES account,
    UNIQUE (release_id, sha256)
);

-- The code book: what was handed out is never handed out again.
CREATE TABLE code_block (
    name text PRIMARY KEY,
    next integer NOT NULL CHECK (next >= 0)
);
CREATE TABLE code_taken (
    kind       text NOT NULL CHECK (kind IN ('isrc', 'gtin', 'catalogue')),
    code       text NOT NULL,
    at         timestamptz NOT NULL,
    account_id bigint REFERENCES account,
    PRIMARY KEY (kind, code)
);

-- Every edit is a batch of changes; undo and redo are batches too, nothing is ever rewritten.
CREATE TABLE batch (
    id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    release_id bigint NOT NULL REFERENCES release,
    account_id bigint NOT NULL REFERENCES account,
    at         timestamptz NOT NULL,
    kind       text NOT NULL CHECK (kind IN ('edit', 'undo', 'redo')),
    of_batch   bigint REFERENCES batch,
    undone     boolean NOT NULL DEFAULT false,
    says       text NOT NULL,
    source     text NOT NULL,
    CHECK ((kind = 'edit') = (of_batch IS NULL))
);
CREATE INDEX batch_stack ON batch (release_id, account_id, id);
CREATE TABLE change (
    batch_id   bigint NOT NULL REFERENCES batch,
    position   integer NOT NULL,
    entity     text NOT NULL,
    target_id  bigint NOT NULL,
    field      text NOT NULL,
    before     text,
    after      text,
    PRIMARY KEY (batch_id, position)
);

CREATE TABLE copy (
    id          bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    release_id  bigint NOT NULL REFERENCES release,
    track_id    bigint NOT NULL REFERENCES track,
    recipe      text NOT NULL,
    fingerprint text NOT NULL,
    file_name   text NOT NULL,
    sha256      text NOT NULL CHECK (sha256 ~ '^[0-9a-f]{64}$'),
    bytes       bigint NOT NULL,
    proof       jsonb NOT NULL,
    written_at  timestamptz NOT NULL,
    UNIQUE (track_id, recipe)
);

CREATE TABLE destination (
    id     text PRIMARY KEY,
    url    text NOT NULL,
    -- AES-GCM; the key is a file outside the database
    secret bytea
);

CREATE TABLE delivery (
    id              bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    release_id      bigint NOT NULL REFERENCES release,
    destination     text NOT NULL REFERENCES destination,
    idempotency_key uuid NOT NULL UNIQUE,
    state           text NOT NULL CHECK (state IN ('sealed', 'received', 'in review', 'accepted', 'rejected', 'failed')),
    sealed_at       timestamptz NOT NULL,
    account_id      bigint NOT NULL REFERENCES account,
    message         text NOT NULL,
    contents        jsonb NOT NULL,
    package_sha256  text,
    package_bytes   bigint,
    receipt         text,
    attempts        integer NOT NULL DEFAULT 0
);
-- One delivery under way for a release and a destination.
CREATE UNIQUE INDEX delivery_under_way ON delivery (release_id, destination)
    WHERE state IN ('sealed', 'received', 'in review');
CREATE TABLE delivery_event (
    id          bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    delivery_id bigint NOT NULL REFERENCES delivery,
    at          timestamptz NOT NULL,
    state       text NOT NULL,
    says        text NOT NULL
);
CREATE INDEX delivery_event_delivery ON delivery_event (delivery_id, id);

-- What the background does, for people to see.
CREATE TABLE job (
    id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    kind       text NOT NULL,
    says       text NOT NULL,
    release_id bigint REFERENCES release,
    done       bigint NOT NULL DEFAULT 0,
    total      bigint NOT NULL DEFAULT 1,
    state      text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'running', 'done', 'failed', 'cancelled')),
    problem    text,
    at         timestamptz NOT NULL
);
CREATE INDEX job_open ON job (state) WHERE state IN ('waiting', 'running');

-- db-scheduler's table
CREATE TABLE scheduled_tasks (
    task_name            text NOT NULL,
    task_instance        text NOT NULL,
    task_data            bytea,
    execution_time       timestamptz NOT NULL,
    picked               boolean NOT NULL,
    picked_by            text,
    last_success         timestamptz,
    last_failure         timestamptz,
    consecutive_failures integer,
    last_heartbeat       timestamptz,
    version              bigint NOT NULL,
    priority             smallint,
    PRIMARY KEY (task_name, task_instance)
);
CREATE INDEX scheduled_tasks_time ON scheduled_tasks (execution_time);
CREATE INDEX scheduled_tasks_heartbeat ON scheduled_tasks (last_heartbeat);

-- Spring Session's tables
CREATE TABLE spring_session (
    primary_id            char(36) NOT NULL PRIMARY KEY,
    session_id            char(36) NOT NULL UNIQUE,
    creation_time         bigint NOT NULL,
    last_access_time      bigint NOT NULL,
    max_inactive_interval integer NOT NULL,
    expiry_time           bigint NOT NULL,
    principal_name        varchar(100)
);
CREATE INDEX spring_session_expiry ON spring_session (expiry_time);
CREATE INDEX spring_session_principal ON spring_session (principal_name);
CREATE TABLE spring_session_attributes (
    session_primary_id char(36) NOT NULL REFERENCES spring_session (primary_id) ON DELETE CASCADE,
    attribute_name     varchar(200) NOT NULL,
    attribute_bytes    bytea NOT NULL,
    PRIMARY KEY (session_primary_id, attribute_name)
);
