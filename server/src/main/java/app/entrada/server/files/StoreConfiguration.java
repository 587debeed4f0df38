package app.entrada.server.files;

import app.entrada.server.platform.Settings;
import java.io.IOException;
import org.springframework.boot.autoconfigure.condition.ConditionalOnExpression;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.DependsOn;
import org.springframework.core.env.Environment;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Where files and pieces of files lie: in the data folder, or in a bucket where one is named. */
@Configuration(proxyBeanMethods = false)
class StoreConfiguration {
    private static final String IN_A_BUCKET = "!'${entrada.bucket.name:}'.isBlank()";

    private StoreConfiguration() {}

    @Configuration(proxyBeanMethods = false)
    @ConditionalOnExpression("!(" + IN_A_BUCKET + ")")
    static class InTheFolder {
        @Bean
        DirectoryFileStore store(Settings settings) throws IOException {
            return new DirectoryFileStore(settings.var());
        }

        @Bean
        PieceStore pieces(DirectoryFileStore store) throws IOException {
            return new FolderPieces(store);
        }
    }

    @Configuration(proxyBeanMethods = false)
    @ConditionalOnExpression(IN_A_BUCKET)
    static class InTheBucket {
        @Bean(destroyMethod = "close")
        Bucket bucket(Settings settings) {
            return new Bucket(settings.bucket());
        }

        @Bean
        BucketFileStore store(Bucket bucket, Settings settings) throws IOException {
            return new BucketFileStore(
                    bucket,
                    new DirectoryFileStore(settings.var()),
                    settings.bucket().nearby().toBytes());
        }

        @Bean
        PieceStore pieces(Bucket bucket) {
            return new BucketPieces(bucket);
        }

        @Bean
        @DependsOn("flywayInitializer")
        BucketOfThisHouse bucketOfThisHouse(
                Bucket bucket, BucketFileStore store, JdbcClient jdbc, Environment environment) {
            return new BucketOfThisHouse(bucket, store, jdbc, environment);
        }
    }
}
