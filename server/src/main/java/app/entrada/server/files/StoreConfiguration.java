package app.entrada.server.files;

import app.entrada.server.platform.Settings;
import java.io.IOException;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Where files and pieces of files lie. */
@Configuration(proxyBeanMethods = false)
class StoreConfiguration {
    @Bean
    DirectoryFileStore store(Settings settings) throws IOException {
        return new DirectoryFileStore(settings.var());
    }

    @Bean
    PieceStore pieces(DirectoryFileStore store) throws IOException {
        return new FolderPieces(store);
    }
}
