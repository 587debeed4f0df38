package app.entrada.server.platform;

import app.entrada.core.text.Sha256;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Arrays;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.core.ResolvableType;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpOutputMessage;
import org.springframework.http.HttpStatus;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import org.springframework.http.server.ServletServerHttpResponse;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes answers as JSON, each with an entity tag (RFC 9110): whoever has it already is told so and gets no more. The tag is weak,
 * for the same answer may go out compressed or not.
 */
final class TaggedJson extends JacksonJsonHttpMessageConverter {
    /** Of the checksum, in hexadecimal. */
    private static final int TAG_DIGITS = 32;

    TaggedJson(JsonMapper json) {
        super(json);
    }

    @Override
    protected void writeInternal(
            Object answer, ResolvableType type, HttpOutputMessage output, @Nullable Map<String, Object> hints)
            throws IOException {
        if (!(output instanceof ServletServerHttpResponse response)
                || !(RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes asked)
                || !asked.getRequest().getMethod().equals("GET")
                || response.getServletResponse().getStatus() != HttpStatus.OK.value()) {
            super.writeInternal(answer, type, output, hints);
            return;
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(8192);
        super.writeInternal(answer, type, new Buffer(output.getHeaders(), bytes), hints);
        String tag = tag(bytes.toByteArray());
        output.getHeaders().setETag(tag);
        String had = asked.getRequest().getHeader(HttpHeaders.IF_NONE_MATCH);
        if (had != null && Arrays.asList(had.split("\\s*,\\s*")).contains(tag)) {
            response.setStatusCode(HttpStatus.NOT_MODIFIED);
            response.flush();
        } else bytes.writeTo(output.getBody());
    }

    private static String tag(byte[] bytes) {
        return "W/\"%s\"".formatted(Sha256.of(bytes).hex().substring(0, TAG_DIGITS));
    }

    private record Buffer(HttpHeaders headers, OutputStream bytes) implements HttpOutputMessage {
        @Override
        public OutputStream getBody() {
            return bytes;
        }

        @Override
        public HttpHeaders getHeaders() {
            return headers;
        }
    }
}
