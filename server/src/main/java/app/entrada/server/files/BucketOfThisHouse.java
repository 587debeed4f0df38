package app.entrada.server.files;

import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.core.env.Environment;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Looks, before a server begins, whether its bucket is the one of its database: with another, or with an empty one, every file
 * would be said to be missing.
 */
class BucketOfThisHouse implements InitializingBean {
    private static final Logger LOG = LoggerFactory.getLogger(BucketOfThisHouse.class);
    private static final int SAMPLE = 20;

    private final Bucket bucket;
    private final BucketFileStore store;
    private final JdbcClient jdbc;
    private final Environment environment;

    BucketOfThisHouse(Bucket bucket, BucketFileStore store, JdbcClient jdbc, Environment environment) {
        this.bucket = bucket;
        this.store = store;
        this.jdbc = jdbc;
        this.environment = environment;
    }

    @Override
    public void afterPropertiesSet() {
        bucket.refused().ifPresent(why -> {
            throw new IllegalStateException(
                    "The bucket %s cannot be used: %s. Nothing was touched. Look at ENTRADA_BUCKET and what belongs to it; a bucket is not made by the program."
                            .formatted(bucket.name(), why));
        });
        // what runs beside a server may be about to fill it
        if (environment.containsProperty("entrada.doctor")) return;
        try {
            bucket.clear();
            List<String> known = jdbc.sql("SELECT sha256 FROM file ORDER BY random() LIMIT ?")
                    .param(SAMPLE)
                    .query(String.class)
                    .list();
            if (!known.isEmpty() && !holdsOne(known))
                throw new IllegalStateException(
                        "The bucket %s contains none of the files in this database. Nothing was touched. Move them there first with “./entrada move-files”, or name the right bucket in ENTRADA_BUCKET."
                                .formatted(bucket.name()));
        } catch (IOException away) {
            LOG.error("The server starts, but receives nothing until the bucket answers: {}", away.getMessage());
        }
    }

    private boolean holdsOne(List<String> known) throws IOException {
        for (String each : known) if (store.holds(new Sha256(each))) return true;
        return false;
    }
}
