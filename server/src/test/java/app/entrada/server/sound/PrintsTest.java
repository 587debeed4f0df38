package app.entrada.server.sound;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.fingerprint.Print;
import app.entrada.core.text.Sha256;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import app.entrada.media.Ffmpeg;
import app.entrada.server.RunningServer;
import app.entrada.server.files.FileIndex;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.util.List;
import javax.sql.DataSource;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;

@ExtendWith(RunningServer.class)
@DisplayName("G4 No print is passed over, whenever its transaction ends")
class PrintsTest {
    @TempDir
    Path folder;

    private final JdbcClient jdbc = RunningServer.bean(JdbcClient.class);
    private final Prints prints = RunningServer.bean(Prints.class);
    private final FileIndex files = RunningServer.bean(FileIndex.class);

    private Print print(long seed, int bpm) throws IOException {
        Path wav = folder.resolve(seed + ".wav");
        Synthesiser.write(new Piece(seed, bpm, 3, true, 20, Piece.Layers.QUARTET, 1), wav);
        return app.entrada.core.intake.SoundAnalysis.of(wav, new Ffmpeg(), bytes -> {})
                .print()
                .orElseThrow();
    }

    private Sha256 file(char letter) {
        String sha256 = String.valueOf(letter).repeat(64);
        jdbc.sql("INSERT INTO file (sha256, bytes, kind, measured) VALUES (?, 1, 'audio', true)")
                .param(sha256)
                .update();
        return new Sha256(sha256);
    }

    @Test
    void a_print_whose_transaction_ends_late_is_followed_all_the_same() throws Exception {
        Print late = print(8101, 96);
        Print quick = print(8102, 131);
        Sha256 a = file('a');
        Sha256 b = file('b');
        Sha256 c = file('c');
        try (Connection open = RunningServer.bean(DataSource.class).getConnection()) {
            open.setAutoCommit(false);
            try (PreparedStatement write = open.prepareStatement("""
                    UPDATE file SET print = ?, print_order = nextval('print_order'),
                        print_transaction = pg_current_xact_id() WHERE sha256 = ?""")) {
                write.setBytes(1, late.bytes());
                write.setString(2, a.hex());
                write.executeUpdate();
            }
            // a later number is followed while the earlier one is not to be seen yet
            files.heard(b, new byte[0], quick.bytes());
            assertThat(prints.compare(b, quick)).isTrue();
            open.commit();
        }
        files.heard(c, new byte[0], late.bytes());
        assertThat(prints.compare(c, late)).isTrue();
        assertThat(prints.alike(List.of(c)).getOrDefault(c, List.of()))
                .extracting(Prints.Alike::file)
                .contains(a);
        // other tests find sound again, and these files are none
        jdbc.sql("DELETE FROM likeness WHERE sha256 IN (:all) OR known IN (:all)")
                .param("all", List.of(a.hex(), b.hex(), c.hex()))
                .update();
    }
}
