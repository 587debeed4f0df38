package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.core.env.MapPropertySource;
import org.springframework.core.env.StandardEnvironment;

@DisplayName("P4 One data folder is one server's, unless all say that they share it")
class DataFolderTest {
    @TempDir
    Path folder;

    private static DataFolder hold(Path folder, boolean shared) {
        return hold(folder, shared, Map.of());
    }

    private static DataFolder hold(Path folder, boolean shared, Map<String, Object> said) {
        StandardEnvironment environment = new StandardEnvironment();
        environment.getPropertySources().addFirst(new MapPropertySource("said", said));
        return new DataFolder(SettingsOf.folder(folder, shared), environment);
    }

    /** A process that holds a folder until it is killed. */
    static final class Holding {
        public static void main(String[] arguments) throws InterruptedException {
            DataFolder held = hold(Path.of(arguments[0]), Boolean.parseBoolean(arguments[1]));
            System.out.println("held " + held.isBeside());
            Thread.sleep(Duration.ofMinutes(5).toMillis());
        }
    }

    private Process another(boolean shared) throws IOException {
        Process process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        Holding.class.getName(),
                        folder.toString(),
                        Boolean.toString(shared))
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        BufferedReader said =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
        assertThat(said.readLine()).isEqualTo("held false");
        return process;
    }

    @Test
    void a_second_server_is_refused_and_told_who_works_there_until_that_is_gone_however_it_ended() throws Exception {
        Process other = another(false);
        assertThatThrownBy(() -> hold(folder, false))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("process " + other.pid())
                .hasMessageContaining("Nothing was touched");
        assertThatThrownBy(() -> hold(folder, true)).isInstanceOf(IllegalStateException.class);
        other.destroyForcibly().waitFor();
        DataFolder mine = hold(folder, false);
        assertThatThrownBy(() -> hold(folder, false)).isInstanceOf(IllegalStateException.class);
        mine.destroy();
        hold(folder, false).destroy();
    }

    @Test
    void those_that_share_it_work_beside_each_other_and_beside_none_that_does_not() throws Exception {
        Process other = another(true);
        DataFolder mine = hold(folder, true);
        mine.destroy();
        assertThatThrownBy(() -> hold(folder, false)).isInstanceOf(IllegalStateException.class);
        other.destroyForcibly().waitFor();
    }

    @Test
    void what_runs_beside_a_server_holds_nothing() throws Exception {
        DataFolder server = hold(folder, false);
        DataFolder beside = hold(folder, false, Map.of("entrada.doctor", "backup"));
        assertThat(beside.isBeside()).isTrue();
        beside.destroy();
        server.destroy();
    }
}
