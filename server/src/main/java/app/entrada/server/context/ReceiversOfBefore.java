package app.entrada.server.context;

import app.entrada.core.check.profile.Profile;
import app.entrada.demo.DemoReceivers;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.migration.Context;
import org.flywaydb.core.api.migration.JavaMigration;
import org.springframework.stereotype.Component;

/**
 * An installation that is older than destinations of one's own keeps those that it showed: its releases, deliveries and rules
 * speak of them. A new one begins without any.
 */
@Component
class ReceiversOfBefore implements JavaMigration {
    @Override
    public MigrationVersion getVersion() {
        return MigrationVersion.fromVersion("11");
    }

    @Override
    public String getDescription() {
        return "receivers of before";
    }

    @Override
    public Integer getChecksum() {
        return 1;
    }

    @Override
    public boolean canExecuteInTransaction() {
        return true;
    }

    @Override
    public void migrate(Context context) throws SQLException {
        try (Statement asking = context.getConnection().createStatement();
                ResultSet used = asking.executeQuery("SELECT EXISTS (SELECT FROM release)")) {
            if (!used.next() || !used.getBoolean(1)) return;
        }
        try (PreparedStatement keeping =
                context.getConnection().prepareStatement("INSERT INTO receiver (id, yaml, at) VALUES (?, ?, now())")) {
            for (Profile profile : DemoReceivers.all()) {
                keeping.setString(1, profile.id());
                keeping.setString(2, profile.yaml());
                keeping.execute();
            }
        }
    }
}
