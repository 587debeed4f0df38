package app.entrada.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.time.Duration;
import java.util.Collections;
import java.util.Enumeration;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.EncodedResourceResolver;
import org.springframework.web.servlet.resource.PathResourceResolver;
import org.springframework.web.servlet.resource.ResourceResolverChain;

/** Serves the built interface; every path that is no file and no API call is the one page. */
@Configuration(proxyBeanMethods = false)
class PagesConfiguration implements WebMvcConfigurer {
    private static final Resource PAGE = new ClassPathResource("static/index.html");

    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        registry.addViewController("/").setViewName("forward:/index.html");
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(CacheControl.maxAge(Duration.ofDays(365)).immutable())
                .resourceChain(true)
                // as they were compressed when the interface was built
                .addResolver(new Smallest())
                .addResolver(new PathResourceResolver());
        registry.addResourceHandler("/**")
                .addResourceLocations("classpath:/static/")
                .setCacheControl(CacheControl.noCache())
                .resourceChain(true)
                .addResolver(new PathResourceResolver() {
                    @Override
                    protected @Nullable Resource getResource(String path, Resource location)
                            throws java.io.IOException {
                        Resource found = super.getResource(path, location);
                        if (found != null) return found;
                        boolean page = !path.contains(".") && !path.startsWith("api/") && !path.startsWith("actuator");
                        return page ? PAGE : null;
                    }
                });
    }

    /** Of several codings that are welcome the smallest is sent, not the one that a browser names first. */
    private static final class Smallest extends EncodedResourceResolver {
        private static final Pattern BROTLI = Pattern.compile("(^|,)\\s*br\\s*(,|$)");

        @Override
        protected @Nullable Resource resolveResourceInternal(
                @Nullable HttpServletRequest request,
                String path,
                List<? extends Resource> locations,
                ResourceResolverChain chain) {
            return super.resolveResourceInternal(
                    request != null && isBrotliWelcome(request) ? new BrotliOnly(request) : request,
                    path,
                    locations,
                    chain);
        }

        private static boolean isBrotliWelcome(HttpServletRequest request) {
            String codings = request.getHeader(HttpHeaders.ACCEPT_ENCODING);
            return codings != null && BROTLI.matcher(codings).find();
        }
    }

    private static final class BrotliOnly extends HttpServletRequestWrapper {
        BrotliOnly(HttpServletRequest request) {
            super(request);
        }

        @Override
        public @Nullable String getHeader(String name) {
            return name.equalsIgnoreCase(HttpHeaders.ACCEPT_ENCODING) ? "br" : super.getHeader(name);
        }

        @Override
        public Enumeration<String> getHeaders(String name) {
            return name.equalsIgnoreCase(HttpHeaders.ACCEPT_ENCODING)
                    ? Collections.enumeration(List.of("br"))
                    : super.getHeaders(name);
        }
    }
}
