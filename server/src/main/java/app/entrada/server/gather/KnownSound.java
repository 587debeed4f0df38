package app.entrada.server.gather;

import app.entrada.core.fingerprint.Match;
import app.entrada.core.text.Sha256;
import app.entrada.server.analysis.Prints;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What files sound like and whose masters those and they themselves are, fetched together.
 *
 * @param files the ones asked about, and all that sound like them
 */
public record KnownSound(
        Set<Sha256> files, Map<Sha256, List<Prints.Alike>> byFile, Map<Sha256, List<Recordings.Holder>> holdersByFile) {
    /** What a file sounds like, best first. */
    public List<Prints.Alike> alike(Sha256 file) {
        return byFile.getOrDefault(file, List.of());
    }

    /** Recordings whose master a file is. */
    public List<Recordings.Holder> holders(Sha256 file) {
        return holdersByFile.getOrDefault(file, List.of());
    }

    /** Files that are the same recording as this one. */
    public Stream<Prints.Alike> same(Sha256 file) {
        return alike(file).stream().filter(other -> other.match().verdict() == Match.Verdict.SAME);
    }

    /** The recording of the catalogue that a file is, by its sound or as its very master. */
    public Optional<Recordings.Holder> recording(Sha256 file) {
        return Stream.concat(same(file).map(Prints.Alike::file), Stream.of(file))
                .flatMap(each -> holders(each).stream())
                .findFirst();
    }
}
