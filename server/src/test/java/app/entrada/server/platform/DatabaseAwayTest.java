package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.SQLException;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.transaction.TransactionSystemException;

@DisplayName("A database that is away is told apart from what is wrong with a request")
class DatabaseAwayTest {
    /** States of PostgreSQL's own list: connection lost, going down, coming up, crowded; and some that are none of these. */
    @ParameterizedTest
    @CsvSource({
        "08006,true",
        "08001,true",
        "57P01,true",
        "57P03,true",
        "53300,true",
        "23505,false",
        "40P01,false",
        "22021,false"
    })
    void by_the_state_that_the_database_gave(String state, boolean away) {
        assertThat(DatabaseAway.in(new IllegalStateException(new SQLException("said", state))))
                .isEqualTo(away);
    }

    @Test
    void the_end_of_a_transaction_fails_only_with_its_connection() {
        assertThat(DatabaseAway.in(new TransactionSystemException("JDBC rollback failed")))
                .isTrue();
        assertThat(DatabaseAway.in(null)).isFalse();
        assertThat(DatabaseAway.in(new IllegalStateException("something else"))).isFalse();
    }
}
