"""Prints the tags of sound files as JSON, one document a line, read by a library that is not ours."""
import hashlib
import json
import sys

import mutagen
from mutagen.aiff import AIFF
from mutagen.flac import FLAC, Picture
from mutagen.id3 import ID3
from mutagen.mp4 import MP4
from mutagen.wave import WAVE


def picture(kind, mime, data):
    return {"kind": int(kind), "mime": mime, "sha256": hashlib.sha256(data).hexdigest()}


def frames(tags):
    said, pictures = {}, []
    for key, frame in tags.items():
        if frame.FrameID == "APIC":
            pictures.append(picture(frame.type, frame.mime, frame.data))
        elif frame.FrameID in ("TIPL", "TMCL", "IPLS"):
            said[key] = [text for pair in frame.people for text in pair]
        elif frame.FrameID == "USLT":
            said["USLT:%s:%s" % (frame.desc, frame.lang)] = [frame.text]
        elif hasattr(frame, "text"):
            said[key] = [str(text) for text in (frame.text if isinstance(frame.text, list) else [frame.text])]
        elif hasattr(frame, "url"):
            said.setdefault(frame.FrameID, []).append(frame.url)
    return said, pictures


def comments(tags):
    import base64

    said, pictures = {}, []
    for key, value in tags:
        if key.upper() == "METADATA_BLOCK_PICTURE":
            block = Picture(base64.b64decode(value))
            pictures.append(picture(block.type, block.mime, block.data))
        else:
            said.setdefault(key.upper(), []).append(value)
    return said, pictures


def items(tags):
    said, pictures = {}, []
    for key, value in tags.items():
        if key == "covr":
            pictures = [picture(3, "image/jpeg" if v.imageformat == 13 else "image/png", bytes(v)) for v in value]
        elif key in ("trkn", "disk"):
            said[key] = ["%d/%d" % pair for pair in value]
        else:
            said[key] = [v.decode("utf-8") if isinstance(v, bytes) else str(v) for v in value]
    return said, pictures


for path in sys.argv[1:]:
    file = mutagen.File(path)
    version = None
    if isinstance(file, FLAC):
        said, pictures = comments(file.tags or [])
        pictures = [picture(p.type, p.mime, p.data) for p in file.pictures]
    elif isinstance(file, MP4):
        said, pictures = items(file.tags or {})
    elif isinstance(file, (WAVE, AIFF)) or path.endswith(".mp3"):
        if isinstance(file, (WAVE, AIFF)):
            tags = file.tags.__class__(path, translate=False) if file.tags is not None else None
        else:
            try:
                tags = ID3(path, translate=False)
            except mutagen.id3.ID3NoHeaderError:
                tags = None
        version = ".".join(str(part) for part in tags.version[:2]) if tags else None
        said, pictures = frames(tags) if tags else ({}, [])
    else:
        said, pictures = comments(file.tags or [])
    seconds = round(file.info.length, 3)
    print(json.dumps({"version": version, "said": said, "pictures": pictures, "seconds": seconds}))
