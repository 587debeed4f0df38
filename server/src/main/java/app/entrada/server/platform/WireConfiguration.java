package app.entrada.server.platform;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.converter.HttpMessageConverters;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.deser.jdk.StringDeserializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/** How JSON comes and goes over the wire: texts are whole, lists hold no holes, answers are tagged. */
@Configuration(proxyBeanMethods = false)
class WireConfiguration implements WebMvcConfigurer {
    private final JsonMapper json;

    WireConfiguration(JsonMapper json) {
        this.json = json;
    }

    @Override
    public void configureMessageConverters(HttpMessageConverters.ServerBuilder converters) {
        converters.withJsonConverter(new TaggedJson(json.rebuild()
                .addModule(new SimpleModule("wire").addDeserializer(String.class, new WholeText()))
                .withConfigOverride(java.util.List.class, list -> list.setNullHandling(noHoles()))
                .withConfigOverride(java.util.Set.class, set -> set.setNullHandling(noHoles()))
                .build()));
    }

    private static JsonSetter.Value noHoles() {
        return JsonSetter.Value.forContentNulls(Nulls.FAIL);
    }

    /** Refuses U+0000 and halves of characters, which neither the database nor any file can hold. */
    private static final class WholeText extends StringDeserializer {
        @Override
        public @Nullable String deserialize(JsonParser parser, DeserializationContext context) {
            String text = super.deserialize(parser, context);
            if (text == null) return null;
            for (int i = 0; i < text.length(); i++) {
                char letter = text.charAt(i);
                boolean pair = Character.isHighSurrogate(letter)
                        && i + 1 < text.length()
                        && Character.isLowSurrogate(text.charAt(i + 1));
                if (pair) i++;
                else if (letter == 0 || Character.isSurrogate(letter))
                    context.reportInputMismatch(String.class, "half a character, or none");
            }
            return text;
        }
    }
}
