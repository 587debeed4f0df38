package app.entrada.server.platform;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AuthorizeHttpRequestsConfigurer;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter;
import tools.jackson.databind.json.JsonMapper;

/** Who may do what: everything is denied that is not allowed here. */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration {
    private static final String CONTENT_POLICY =
            "default-src 'self'; img-src 'self' data: blob:; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    private static final String NOTHING_OF_THE_MACHINE =
            "camera=(), microphone=(), geolocation=(), payment=(), usb=(), midi=(), display-capture=()";

    @Bean
    PasswordEncoder passwordEncoder(Settings settings) {
        // as many tries a second as the recommendation for Argon2id with the least memory allows
        String now = "argon2id";
        var encoder = new DelegatingPasswordEncoder(
                now, Map.of(now, new Argon2PasswordEncoder(16, 32, 1, settings.passwordMemory(), 2)));
        // as they were hashed before; they are hashed anew when their owner signs in
        encoder.setDefaultPasswordEncoderForMatches(new BCryptPasswordEncoder());
        return encoder;
    }

    @Bean
    SecurityContextRepository securityContexts() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    SecurityFilterChain security(
            HttpSecurity http, SecurityContextRepository contexts, JsonMapper json, Settings settings)
            throws Exception {
        return http.authorizeHttpRequests(requests -> {
                    requests.requestMatchers(HttpMethod.GET, "/api/session", "/actuator/health/**")
                            .permitAll();
                    open(Routes.ANYBODY, requests, url -> url.permitAll());
                    open(Routes.SIGNED_IN, requests, url -> url.hasAnyRole("MANAGER", "ASSISTANT", "READER"));
                    open(Routes.ENTERING, requests, url -> url.authenticated());
                    open(Routes.MANAGERS, requests, url -> url.hasRole("MANAGER"));
                    open(Routes.EDITORS, requests, url -> url.hasAnyRole("MANAGER", "ASSISTANT"));
                    for (HttpMethod reading : List.of(HttpMethod.GET, HttpMethod.HEAD)) {
                        requests.requestMatchers(reading, "/api/**").hasAnyRole("MANAGER", "ASSISTANT", "READER");
                        requests.requestMatchers(reading, "/actuator/metrics/**", "/actuator/prometheus")
                                .hasAnyAuthority("ROLE_MANAGER", MetricsToken.READS_METRICS);
                        requests.requestMatchers(reading, "/actuator/**").denyAll();
                        requests.requestMatchers(reading, "/**").permitAll();
                    }
                    requests.anyRequest().denyAll();
                })
                .addFilterBefore(new MetricsToken(settings.metricsToken()), AnonymousAuthenticationFilter.class)
                .csrf(csrf -> csrf.spa().ignoringRequestMatchers("/api/callbacks/*"))
                .securityContext(context -> context.securityContextRepository(contexts))
                .requestCache(cache -> cache.disable())
                .formLogin(form -> form.disable())
                .httpBasic(basic -> basic.disable())
                .logout(logout -> logout.disable())
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(policy -> policy.policy(ReferrerPolicyHeaderWriter.ReferrerPolicy.NO_REFERRER))
                        .permissionsPolicyHeader(policy -> policy.policy(NOTHING_OF_THE_MACHINE)))
                .exceptionHandling(
                        handling -> handling.authenticationEntryPoint((request, response, missing) -> write(
                                        json,
                                        response,
                                        HttpStatus.UNAUTHORIZED,
                                        "signed-out",
                                        "You are signed out. What you saved is safe; sign in again."))
                                .accessDeniedHandler(
                                        (request, response, denied) -> write(
                                                json,
                                                response,
                                                HttpStatus.FORBIDDEN,
                                                "not-allowed",
                                                "Your account is not allowed to do this, or the page is older than your sign-in. Reload the page; if it persists, ask a manager.")))
                .build();
    }

    private static void open(
            List<String> routes,
            AuthorizeHttpRequestsConfigurer<HttpSecurity>.AuthorizationManagerRequestMatcherRegistry requests,
            Consumer<AuthorizeHttpRequestsConfigurer<HttpSecurity>.AuthorizedUrl> to) {
        for (String route : routes) {
            String[] parts = route.split(" ");
            to.accept(requests.requestMatchers(HttpMethod.valueOf(parts[0]), parts[1]));
        }
    }

    private static void write(
            JsonMapper json, HttpServletResponse response, HttpStatus status, String type, String says)
            throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream().write(json.writeValueAsBytes(ProblemHandler.detail(status, type, says)));
    }
}
