package app.entrada.core.check.profile;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Receivers;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import com.networknt.schema.ValidationMessage;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.yaml.snakeyaml.Yaml;

@DisplayName("B0 The schema of a profile, as another program reads it")
class ProfileSchemaTest {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final JsonSchema SCHEMA = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(JSON.<com.fasterxml.jackson.databind.JsonNode>valueToTree(ProfileSchema.schema()));

    private static Set<ValidationMessage> objections(Map<String, Object> profile) {
        return SCHEMA.validate(JSON.valueToTree(profile));
    }

    static Stream<String> shipped() {
        return Receivers.FILES.stream();
    }

    @ParameterizedTest
    @MethodSource("shipped")
    void a_shipped_profile_is_one_and_so_is_what_is_written_of_it(String yaml) {
        assertThat(objections(new Yaml().load(yaml))).isEmpty();
        assertThat(objections(new Yaml().load(Profile.read(yaml).yaml()))).isEmpty();
    }

    private static final String FORM = """
            pattern: distributor
            id: hollow-quay
            name: Hollow Quay Distribution
            version: 1
            dated: "2026-11-01"
            captions: [{ caption: Title, fact: title, limit: 30, names: "last, first", words: { explicit: yes } }]
            rules: { title.too-long: { weight: stop, max: 90 } }
            """;

    @Test
    void a_profile_that_says_only_what_is_different_is_one() {
        assertThat(objections(new Yaml().load(FORM))).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "version: 1, version: one",
        "title.too-long, title.too-loud",
        "weight: stop, weight: perhaps",
        "pattern: distributor, pattern: wholesaler",
        "limit: 30, limit: -1",
        "id: hollow-quay, id: Hollow Quay",
        "'last, first', 'first, last'",
        "name: Hollow, nmae: Hollow"
    })
    void what_is_wrong_is_objected_to_as_reading_objects_to_it(String right, String wrong) {
        String yaml = FORM.replaceFirst(java.util.regex.Pattern.quote(right), wrong);
        assertThat(yaml).isNotEqualTo(FORM);
        assertThat(objections(new Yaml().load(yaml))).isNotEmpty();
    }
}
