package app.entrada.server.sound;

import app.entrada.core.fingerprint.Match;
import app.entrada.core.text.Sha256;
import java.util.ArrayList;
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
        Set<Sha256> files,
        Map<Sha256, List<Prints.Alike>> byFile,
        Map<Sha256, List<MasterHolders.Holder>> holdersByFile) {
    void alike(Sha256 file, Sha256 other, Match match) {
        files.add(other);
        byFile.computeIfAbsent(file, key -> new ArrayList<>()).add(new Prints.Alike(other, match));
    }

    void holder(Sha256 file, MasterHolders.Holder holder) {
        holdersByFile.computeIfAbsent(file, key -> new ArrayList<>()).add(holder);
    }

    /** What a file sounds like, best first. */
    public List<Prints.Alike> alike(Sha256 file) {
        return byFile.getOrDefault(file, List.of());
    }

    /** Recordings whose master a file is. */
    public List<MasterHolders.Holder> holders(Sha256 file) {
        return holdersByFile.getOrDefault(file, List.of());
    }

    /** Files that are the same recording as this one. */
    public Stream<Prints.Alike> same(Sha256 file) {
        return alike(file).stream().filter(other -> other.match().verdict() == Match.Verdict.SAME);
    }

    /** The recording of the catalogue that a file is, by its sound or as its very master. */
    public Optional<MasterHolders.Holder> recording(Sha256 file) {
        return Stream.concat(same(file).map(Prints.Alike::file), Stream.of(file))
                .flatMap(each -> holders(each).stream())
                .findFirst();
    }
}
