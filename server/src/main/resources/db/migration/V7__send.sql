-- Deliveries of every kind: why something is sent, on which terms, and from when on.
ALTER TABLE delivery DROP CONSTRAINT delivery_state_check;
ALTER TABLE delivery ADD CONSTRAINT delivery_state_check CHECK (state IN
    ('sealed', 'received', 'in review', 'questions', 'accepted', 'rejected', 'failed', 'taken down', 'called off'));
DROP INDEX delivery_under_way;
CREATE UNIQUE INDEX delivery_under_way ON delivery (release_id, destination)
    WHERE state IN ('sealed', 'received', 'in review', 'questions');
ALTER TABLE delivery ADD COLUMN occasion text NOT NULL DEFAULT 'delivery'
    CHECK (occasion IN ('delivery', 'update', 'takedown'));
ALTER TABLE delivery ADD COLUMN terms jsonb NOT NULL DEFAULT '{}';
ALTER TABLE delivery ADD COLUMN not_before timestamptz;
-- Documents are files of the store since; the message of an older delivery stays where it is.
ALTER TABLE delivery ALTER COLUMN message DROP NOT NULL;

-- What a destination objected to or asked in its newest answer.
CREATE TABLE delivery_reason (
    id          bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    delivery_id bigint NOT NULL REFERENCES delivery,
    code        text NOT NULL,
    says        text NOT NULL,
    track       integer NOT NULL DEFAULT 0 CHECK (track >= 0),
    field       text NOT NULL DEFAULT ''
);
CREATE INDEX delivery_reason_delivery ON delivery_reason (delivery_id, id);

-- Documents that came back with answers, such as a society's acknowledgement.
CREATE TABLE delivery_document (
    delivery_id bigint NOT NULL REFERENCES delivery,
    name        text NOT NULL,
    text        text NOT NULL,
    at          timestamptz NOT NULL,
    PRIMARY KEY (delivery_id, name)
);

-- Works that a society has: its number for each, and what stands there.
CREATE TABLE society_work (
    destination text NOT NULL REFERENCES destination,
    work_id     bigint NOT NULL REFERENCES work ON DELETE CASCADE,
    number      text NOT NULL,
    digest      text NOT NULL,
    at          timestamptz NOT NULL,
    PRIMARY KEY (destination, work_id)
);

-- Images of discs, made of copies; the same copies and pauses make the same image.
CREATE TABLE disc_image (
    made_of text PRIMARY KEY,
    sha256  text NOT NULL,
    bytes   bigint NOT NULL
);

-- One kind of document got another name.
UPDATE profile SET yaml = replace(yaml, 'sends: store package', 'sends: store message');
