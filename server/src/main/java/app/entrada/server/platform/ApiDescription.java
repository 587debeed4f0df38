package app.entrada.server.platform;

import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.GenericArrayType;
import java.lang.reflect.Method;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** The description of the API, from which the interface's types are generated. */
@Configuration(proxyBeanMethods = false)
class ApiDescription {
    private static final String OURS = "app.entrada.";

    /**
     * Records always carry all their members, so every property is there; what may be null says so itself. A schema is called
     * as its record is, so two records of one name would be described as one: that is refused.
     */
    @Bean
    @SuppressWarnings({"rawtypes", "unchecked"}) // the library's own model is raw
    OpenApiCustomizer everythingIsThere(
            @Qualifier("requestMappingHandlerMapping") RequestMappingHandlerMapping routes) {
        return api -> {
            api.setInfo(new Info().title("Entrada").version("1"));
            api.setServers(List.of());
            Map<String, Class<?>> records = records(routes);
            api.getComponents().getSchemas().forEach((schemaName, schema) -> {
                Map<String, Schema<?>> properties = schema.getProperties();
                if (properties == null) return;
                schema.setRequired(new ArrayList<>(properties.keySet()));
                Class<?> record = records.get(schemaName);
                if (record == null || !record.isRecord()) return;
                for (RecordComponent component : record.getRecordComponents())
                    if (mayBeNull(component))
                        properties.computeIfPresent(component.getName(), (name, property) -> orNull(property));
            });
        };
    }

    private static boolean mayBeNull(RecordComponent component) {
        AnnotatedElement type = component.getAnnotatedType();
        return component.getType() == Optional.class || type.isAnnotationPresent(Nullable.class);
    }

    /** The same or null, as OpenAPI 3.1 says it. */
    private static Schema<?> orNull(Schema<?> property) {
        if (property.get$ref() == null) {
            if (property.getTypes() != null) property.addType("null");
            return property;
        }
        Schema<Object> nothing = new Schema<>();
        nothing.addType("null");
        Schema<Object> either = new Schema<>();
        either.addAnyOfItem(property);
        either.addAnyOfItem(nothing);
        return either;
    }

    /** Everything of ours that routes take or give, by name. */
    private static Map<String, Class<?>> records(RequestMappingHandlerMapping routes) {
        Map<String, Class<?>> records = new TreeMap<>();
        for (HandlerMethod route : routes.getHandlerMethods().values()) {
            Method method = route.getMethod();
            if (!method.getDeclaringClass().getName().startsWith(OURS)) continue;
            gather(method.getGenericReturnType(), records);
            for (var parameter : method.getParameters())
                if (parameter.isAnnotationPresent(RequestBody.class)) gather(parameter.getParameterizedType(), records);
        }
        return records;
    }

    private static void gather(Type type, Map<String, Class<?>> records) {
        if (type instanceof ParameterizedType generic) {
            gather(generic.getRawType(), records);
            for (Type argument : generic.getActualTypeArguments()) gather(argument, records);
        } else if (type instanceof GenericArrayType array) gather(array.getGenericComponentType(), records);
        else if (type instanceof Class<?> found && found.isArray()) gather(found.getComponentType(), records);
        else if (type instanceof Class<?> found
                && found.isRecord()
                && found.getName().startsWith(OURS)) {
            Class<?> known = records.putIfAbsent(found.getSimpleName(), found);
            if (known == found) return;
            if (known != null)
                throw new IllegalStateException("%s and %s would be described as one: give one of them another name."
                        .formatted(known.getName(), found.getName()));
            for (RecordComponent component : found.getRecordComponents()) gather(component.getGenericType(), records);
        }
    }
}
