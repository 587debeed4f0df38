package app.entrada.standins;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("P1 The device of a second factor shows what RFC 6238 says")
class AuthenticatorDeviceTest {
    /** Appendix B, of whose eight digits devices show the last six; its secret is 12345678901234567890. */
    @ParameterizedTest
    @CsvSource({
        "59, 287082",
        "1111111109, 081804",
        "1111111111, 050471",
        "1234567890, 005924",
        "2000000000, 279037",
        "20000000000, 353130"
    })
    void shows(long second, String digits) {
        assertThat(new AuthenticatorDevice("GEZD GNBV GY3T QOJQ GEZD GNBV GY3T QOJQ")
                        .shows(Instant.ofEpochSecond(second)))
                .isEqualTo(digits);
    }
}
