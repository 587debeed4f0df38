package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.copy.write.CopyWriter;
import app.entrada.core.release.Release;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.map.TagSource;
import app.entrada.core.text.Sha256;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("E3, E6 A copy appears whole or not at all, whatever happens in the middle")
class InterruptedCopyTest {
    @TempDir
    static Path folder;

    private static Path master;

    @BeforeAll
    static void a_master() throws IOException {
        master = folder.resolve("master.wav");
        Synthesiser.write(new Piece(45, 66, 2, true, 40, Piece.Layers.BELLS, 1), master);
    }

    private static void write(String recipe, Path source, Path target) throws IOException {
        var facts = AudioMeasuring.describe(source);
        Release release = EveryContainerTest.release("Low");
        TagPlan plan = TagPlan.of(
                Recipe.byId(recipe), TagSource.of(release, release.tracks().get(0), Optional.of(facts)), List.of());
        new CopyWriter(new Ffmpeg()).write(source, facts, plan, target);
    }

    /** Run in a process of its own: writes copies one after the other until it is killed. */
    public static final class Writing {
        private Writing() {}

        /** Arguments: recipe, master, folder. */
        public static void main(String[] arguments) throws IOException {
            for (int i = 0; ; i++) {
                write(arguments[0], Path.of(arguments[1]), Path.of(arguments[2], "copy-%d.out".formatted(i)));
                System.out.println("written");
            }
        }
    }

    private static List<Path> seen(Path where) throws IOException {
        try (Stream<Path> list = Files.list(where)) {
            return list.filter(file -> !file.getFileName().toString().startsWith("."))
                    .toList();
        }
    }

    @Test
    void a_process_that_is_killed_leaves_only_whole_copies_in_sight() throws Exception {
        Sha256 before = ChecksumList.sum(master);
        for (String recipe : List.of("store-wav", "store-flac", "promo-mp3")) {
            Path own = Files.createDirectory(folder.resolve("killed-" + recipe));
            int killed = 0;
            for (int wait = 0; wait < 4; wait++) {
                Process process = new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin", "java")
                                        .toString(),
                                "-cp",
                                System.getProperty("java.class.path"),
                                Writing.class.getName(),
                                recipe,
                                master.toString(),
                                own.toString())
                        .redirectErrorStream(true)
                        .start();
                // at another moment each time: when so many unfinished files have come into being
                long begun = System.nanoTime();
                int unfinished = 0;
                while (unfinished < 1 && System.nanoTime() - begun < 20_000_000_000L && process.isAlive())
                    try (Stream<Path> list = Files.list(own)) {
                        unfinished = (int) list.filter(
                                        file -> file.getFileName().toString().endsWith(".part"))
                                .count();
                    }
                for (long spin = System.nanoTime() + wait * 7_000_000L; System.nanoTime() < spin; ) Thread.onSpinWait();
                process.destroyForcibly().waitFor();
                killed++;
                for (Path copy : seen(own)) {
                    assertThat(AudioMeasuring.describe(copy).faults())
                            .as(copy.toString())
                            .isEmpty();
                    Files.delete(copy);
                }
            }
            assertThat(killed).isEqualTo(4);
        }
        assertThat(ChecksumList.sum(master)).isEqualTo(before);
    }

    @Test
    void a_full_disk_is_said_and_leaves_nothing() throws Exception {
        Path small = Files.createDirectory(folder.resolve("small"));
        Process mounted = new ProcessBuilder("mount", "-t", "tmpfs", "-o", "size=2m", "tmpfs", small.toString())
                .redirectErrorStream(true)
                .start();
        mounted.getInputStream().readAllBytes();
        assumeTrue(mounted.waitFor() == 0, "a small disk can be had by root only");
        try {
            for (String recipe : List.of("store-wav", "store-aiff", "store-flac"))
                assertThatThrownBy(() -> write(recipe, master, small.resolve("copy.out")))
                        .isInstanceOf(IOException.class)
                        .satisfies(failure -> assertThat(failure.getMessage()).isNotBlank());
            try (Stream<Path> left = Files.list(small)) {
                assertThat(left).isEmpty();
            }
        } finally {
            new ProcessBuilder("umount", small.toString()).start().waitFor();
        }
    }
}
