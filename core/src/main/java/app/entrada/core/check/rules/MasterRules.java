package app.entrada.core.check.rules;

import app.entrada.core.container.SoundCodec;
import app.entrada.core.field.Fields;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.release.context.LooseFile;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Files of sound: there, whole, in the right format, on the right track. */
final class MasterRules {
    private MasterRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "preview.length",
                        "Too short for a preview",
                        "A store cuts a preview of a fixed length out of every track.",
                        Map.of("seconds", 30),
                        (s, p) -> s.masters((track, master) -> master.seconds() >= p.decimal("seconds")
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s,
                                        track,
                                        Fields.TRACK_PREVIEW_START,
                                        "%s lasts %s; a preview needs %s s.",
                                        s.name(track),
                                        master.time(),
                                        p.plain("seconds"))))),
                rule(
                        "preview.outside",
                        "Preview outside the track",
                        "An excerpt that runs past the end falls silent.",
                        Map.of("seconds", 30),
                        MasterRules::previewOutside),
                rule(
                        "audio.lossless",
                        "Not lossless",
                        "Encoding an already compressed file loses quality twice.",
                        (s, p) -> s.masters((track, master) -> master.lossless()
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s,
                                        track,
                                        Fields.RECORDING_MASTER,
                                        "%s is %s; a lossless file such as WAV or FLAC is needed.",
                                        s.name(track),
                                        master.label())))),
                rule(
                        "audio.bit-depth",
                        "Bit depth",
                        "Other bit depths are converted by the receiver, with nobody checking the result.",
                        Map.of("bits", List.of(16, 24)),
                        MasterRules::audioBitDepth),
                rule(
                        "audio.bytes",
                        "Master file size",
                        "Larger files are rejected on receipt.",
                        Map.of("max", 262144000),
                        MasterRules::audioBytes),
                rule(
                        "audio.damaged",
                        "Master damaged",
                        "A damaged file reaches listeners as it is, or is rejected.",
                        MasterRules::audioDamaged),
                rule(
                        "audio.format",
                        "Master format",
                        "Stores accept some lossless formats only.",
                        Map.of("formats", List.of("WAV", "FLAC")),
                        MasterRules::audioFormat),
                rule(
                        "audio.missing",
                        "Master missing",
                        "Without audio there is nothing to sell.",
                        MasterRules::audioMissing),
                rule(
                        "audio.placement-unconfirmed",
                        "Placement not confirmed",
                        "Only confirmed placements are sent: a wrong match spoils shared catalogues.",
                        MasterRules::audioPlacementUnconfirmed),
                rule(
                        "audio.same-as",
                        "Same file on two tracks",
                        "Two tracks with the same audio are a mistake, or two ISRCs for one recording.",
                        MasterRules::audioSameAs),
                rule(
                        "audio.same-sound",
                        "Same audio as another recording",
                        "A recording has one ISRC for life (ISO 3901): the same audio under two is paid twice or not at all.",
                        MasterRules::audioSameSound),
                rule(
                        "audio.sample-rate",
                        "Sample rate",
                        "Below the sample rate of a CD, high frequencies are missing.",
                        Map.of("min", 44100),
                        MasterRules::audioSampleRate),
                rule(
                        "audio.shared-intro",
                        "Shared passage of audio",
                        "A service that identifies short excerpts will confuse these recordings.",
                        Map.of("seconds", 10),
                        MasterRules::audioSharedIntro),
                rule(
                        "audio.time-differs",
                        "Duration differs from the given time",
                        "A file whose length differs from the track list is another edit, or on the wrong track.",
                        Map.of("seconds", 2),
                        MasterRules::audioTimeDiffers),
                rule(
                        "audio.unplaced",
                        "File on no track",
                        "A file received for a release but not placed on it was forgotten or belongs elsewhere.",
                        MasterRules::audioUnplaced));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.AUDIO, id, name, reason, look);
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.AUDIO, id, name, reason, parameters, look);
    }

    /** The preview excerpt against the length of the file. */
    private static Stream<Observation> previewOutside(ReleaseContext s, Params p) {
        return s.masters((track, master) -> track.facts()
                .get(Fields.TRACK_PREVIEW_START)
                .filter(start ->
                        start.seconds() + Math.min(p.decimal("seconds"), master.seconds()) > master.seconds() + 0.5)
                .map(start -> Observation.at(
                        s,
                        track,
                        Fields.TRACK_PREVIEW_START,
                        "The preview of %s from %s, %s s long, runs past its end at %s.",
                        s.name(track),
                        start,
                        p.plain("seconds"),
                        master.time())));
    }

    /** Bits a sample. */
    private static Stream<Observation> audioBitDepth(ReleaseContext s, Params p) {
        List<String> depths = p.words("bits");
        // lossy codings have no depth; whether they are taken at all is another rule's question
        return s.masters((track, master) -> master.bitDepth() == 0
                        || depths.contains(String.valueOf(master.bitDepth())) && master.codec() != SoundCodec.FLOAT
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s has %d bits%s; accepted: %s integer bits.",
                        s.name(track),
                        master.bitDepth(),
                        master.codec() == SoundCodec.FLOAT ? " floating point" : "",
                        String.join(", ", depths))));
    }

    /** Bytes of a file. */
    private static Stream<Observation> audioBytes(ReleaseContext s, Params p) {
        return s.masters((track, master) -> master.bytes() <= p.number("max")
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s has %,d bytes; at most %,d are accepted.",
                        s.name(track),
                        master.bytes(),
                        p.number("max"))));
    }

    /** The file is what was received, and the walk through it found it whole. */
    private static Stream<Observation> audioDamaged(ReleaseContext s, Params p) {
        return s.tracks(track -> track.master()
                .flatMap(s::fault)
                .map(fault -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s is damaged: %s. Ask for the file again.",
                        s.name(track),
                        fault)));
    }

    /** Formats a destination takes. */
    private static Stream<Observation> audioFormat(ReleaseContext s, Params p) {
        List<String> formats = p.words("formats");
        return s.masters(
                (track, master) -> formats.contains(master.format().label()) && master.codec() != SoundCodec.OTHER
                        ? Optional.empty()
                        : Optional.of(Observation.at(
                                s,
                                track,
                                Fields.RECORDING_MASTER,
                                "The master of %s is %s (%s); accepted formats: %s.",
                                s.name(track),
                                master.format().label(),
                                master.codec().label(),
                                String.join(", ", formats))));
    }

    /** Every track has a master. */
    private static Stream<Observation> audioMissing(ReleaseContext s, Params p) {
        return s.tracks(track -> track.master().isPresent()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "%s has no master. Drop the file on the track.",
                        s.name(track))));
    }

    /** Files that are proposed for a track and wait for a person. */
    private static Stream<Observation> audioPlacementUnconfirmed(ReleaseContext s, Params p) {
        return s.tracks(track -> s.loose().stream()
                .filter(file -> file.proposed() == track.number())
                .findFirst()
                .map(file -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "“%s” is proposed for %s but not confirmed.",
                        file.name(),
                        s.name(track))));
    }

    /** One file twice in a running order. */
    private static Stream<Observation> audioSameAs(ReleaseContext s, Params p) {
        return s.tracks(track -> track.master()
                .flatMap(file -> s.release().tracks().stream()
                        .filter(other -> other.number() < track.number())
                        .filter(other -> other.master().filter(file::equals).isPresent())
                        .findFirst())
                .map(other -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "%s has the same file as track %d.",
                        s.name(track),
                        other.number())));
    }

    /** A master that sounds the same as that of another recording. */
    private static Stream<Observation> audioSameSound(ReleaseContext s, Params p) {
        return s.tracks(track -> s.alike(track, Match.Verdict.SAME)
                .findFirst()
                .map(other -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "%s has the same audio as %s; one recording keeps one ISRC.",
                        s.name(track),
                        other.says())));
    }

    /** Samples a second. */
    private static Stream<Observation> audioSampleRate(ReleaseContext s, Params p) {
        return s.masters((track, master) -> master.sampleRate() >= p.number("min")
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s has %,d Hz; at least %,d are needed.",
                        s.name(track),
                        master.sampleRate(),
                        p.number("min"))));
    }

    /** Two masters that share a stretch and differ elsewhere: an instrumental, an edit, a common introduction. */
    private static Stream<Observation> audioSharedIntro(ReleaseContext s, Params p) {
        return s.tracks(track -> s.alike(track, Match.Verdict.OTHER_VERSION)
                .filter(other -> other.agreesTo() - other.agreesFrom() >= p.decimal("seconds"))
                .findFirst()
                .map(other -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "%s is identical to %s from %s to %s and differs elsewhere.",
                        s.name(track),
                        other.says(),
                        AudioFacts.time(Math.round(other.agreesFrom() * 1000)),
                        AudioFacts.time(Math.round(other.agreesTo() * 1000)))));
    }

    /** The length of a file against what was given. */
    private static Stream<Observation> audioTimeDiffers(ReleaseContext s, Params p) {
        return s.masters((track, master) -> track.recording()
                .facts()
                .get(Fields.RECORDING_GIVEN_TIME)
                .filter(given -> Math.abs(given.seconds() - master.seconds()) > p.decimal("seconds"))
                .map(given -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_GIVEN_TIME,
                        "The given time of %s is %s, its file lasts %s; a difference of up to %s s is accepted.",
                        s.name(track),
                        given,
                        master.time(),
                        p.plain("seconds"))));
    }

    /** Files that fit no track. */
    private static Stream<Observation> audioUnplaced(ReleaseContext s, Params p) {
        List<String> names = s.loose().stream()
                .filter(file -> file.proposed() == 0)
                .map(LooseFile::name)
                .toList();
        if (names.isEmpty()) return Stream.empty();
        return Stream.of(Observation.at(
                s,
                Fields.RELEASE_RUNNING_ORDER,
                "%s on no track: %s.",
                names.size() == 1 ? "A file is" : names.size() + " files are",
                String.join(", ", names.size() > 3 ? names.subList(0, 3) : names) + (names.size() > 3 ? " …" : "")));
    }
}
