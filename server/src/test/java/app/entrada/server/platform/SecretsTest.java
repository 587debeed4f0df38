package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("The key that secrets are sealed with is there whole or not at all")
class SecretsTest {
    private static final int SERVERS = 4;
    private static final int STARTS = 100;

    @TempDir
    Path folder;

    private static Secrets of(Path var) throws Exception {
        return new Secrets(SettingsOf.folder(var, true));
    }

    @Test
    void servers_that_begin_together_have_the_same_key() throws Exception {
        ExecutorService servers = Executors.newFixedThreadPool(SERVERS);
        try {
            for (int start = 0; start < STARTS; start++) {
                Path var = folder.resolve("start-" + start);
                List<Callable<Secrets>> beginning = new ArrayList<>();
                for (int each = 0; each < SERVERS; each++) beginning.add(() -> of(var));
                List<Secrets> begun = new ArrayList<>();
                for (Future<Secrets> each : servers.invokeAll(beginning)) begun.add(each.get());
                byte[] sealed = begun.get(0).seal("lumenfold", "paddle-7");
                for (Secrets each : begun)
                    assertThat(each.open("lumenfold", sealed)).isEqualTo("paddle-7");
                assertThat(Files.size(var.resolve("secrets").resolve(Secrets.FILE)))
                        .isEqualTo(32);
            }
        } finally {
            servers.shutdown();
        }
    }

    @Test
    void it_is_for_its_owner_alone_and_nothing_is_left_beside_it() throws Exception {
        Secrets secrets = of(folder);
        byte[] before = secrets.seal("ostra", "sluice");
        Path file = folder.resolve("secrets").resolve(Secrets.FILE);
        // of a start that was ended in the middle
        Files.write(file.resolveSibling("first17.part"), new byte[32]);
        secrets.addKey();
        assertThat(secrets.open("ostra", before)).isEqualTo("sluice");
        assertThat(of(folder).open("ostra", secrets.seal("ostra", "quay"))).isEqualTo("quay");
        secrets.dropOldKeys();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        try (Stream<Path> all = Files.list(file.getParent())) {
            assertThat(all).containsExactly(file);
        }
    }
}
