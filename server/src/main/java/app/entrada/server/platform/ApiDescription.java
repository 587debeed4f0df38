package app.entrada.server.platform;

import io.swagger.v3.oas.models.info.Info;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The description of the API, from which the interface's types are generated. */
@Configuration(proxyBeanMethods = false)
class ApiDescription {
    /** Records always carry all their members, so every property is there; what may be null says so itself. */
    @Bean
    @SuppressWarnings({"rawtypes", "unchecked"}) // the library's own model is raw
    OpenApiCustomizer everythingIsThere() {
        return api -> {
            api.setInfo(new Info().title("Entrada").version("1"));
            api.setServers(List.of());
            api.getComponents().getSchemas().values().forEach(schema -> {
                Map<?, ?> properties = schema.getProperties();
                if (properties == null) return;
                List<String> names = new ArrayList<>();
                properties.keySet().forEach(name -> names.add(String.valueOf(name)));
                schema.setRequired(names);
            });
        };
    }
}
