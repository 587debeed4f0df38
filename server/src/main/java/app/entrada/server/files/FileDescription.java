package app.entrada.server.files;

import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.Sound;

/** What to say of a received file, in one sentence. */
public final class FileDescription {
    private FileDescription() {}

    /** Container, resolution and channels of a file with sound: {@code WAV 16 bit 44.1 kHz, stereo}. */
    public static String format(AudioFacts audio) {
        return audio.label() + ", " + AudioFacts.channelsLabel(audio.channels());
    }

    /** What it is, or why it is no use and what to do. */
    public static String says(FileIndex.StoredFile entry) {
        return says(entry, true);
    }

    /** The same for a place where the playing time stands beside it. */
    public static String saysBesideTime(FileIndex.StoredFile entry) {
        return says(entry, false);
    }

    private static String says(FileIndex.StoredFile entry, boolean timed) {
        if (entry.bytes() == 0) return "The file is empty (0 bytes); the transfer probably failed. Ask for it again.";
        if (entry.kind() == FileKind.OTHER)
            return "The file is not audio, a picture, a document or text, whatever its name says. It is kept unaltered; ask for the right one.";
        if (entry.problem().isPresent())
            return "The file is damaged: %s. It is kept unaltered; ask for it again."
                    .formatted(entry.problem().get());
        if (!entry.measured()) return "Being measured.";
        return entry.audio()
                .map(audio -> "%s%s%s%s"
                        .formatted(
                                format(audio),
                                timed ? ", " + audio.time() : "",
                                audio.sound().filter(Sound::silent).isPresent() ? ", no sound" : "",
                                entry.compared() ? "" : ", not yet compared with known audio"))
                .or(() -> entry.picture()
                        .map(picture -> "%s, %d × %d pixels, %s"
                                .formatted(picture.format(), picture.width(), picture.height(), picture.colours())))
                .orElse("");
    }
}
