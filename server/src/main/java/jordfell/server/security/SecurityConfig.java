package jordfell.server.security;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.hierarchicalroles.RoleHierarchy;
import org.springframework.security.access.hierarchicalroles.RoleHierarchyImpl;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Who may ask for what: looking is for all who sign in, changing for technicians, secrets for leads. */
@Configuration
class SecurityConfig {

    private static final String CONTENT_POLICY = "default-src 'self'; style-src 'self' 'unsafe-inline'; "
            + "img-src 'self' data:; font-src 'self' data:; object-src 'none'; frame-ancestors 'none'; base-uri 'none'";

    /** The screens scan labels by a camera nowhere, and ask for nothing else of the machine either. */
    private static final String PERMISSIONS =
            "camera=(), microphone=(), geolocation=(), usb=(), serial=(), payment=(), display-capture=()";

    @Bean
    RoleHierarchy roles() {
        return RoleHierarchyImpl.fromHierarchy("ROLE_LEAD > ROLE_TECHNICIAN\nROLE_TECHNICIAN > ROLE_VIEWER");
    }

    @Bean
    SecurityFilterChain security(HttpSecurity http) throws Exception {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict"));
        return http.csrf(csrf -> csrf.spa()
                        .csrfTokenRepository(tokens)
                        // What comes by the port for feeds comes from no browser, and has a key of its own.
                        .ignoringRequestMatchers("/feed/**"))
                .headers(headers -> headers.contentSecurityPolicy(csp -> csp.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.NO_REFERRER))
                        .permissionsPolicyHeader(permissions -> permissions.policy(PERMISSIONS)))
                .authorizeHttpRequests(paths -> paths.requestMatchers(HttpMethod.POST, "/api/session")
                        .permitAll()
                        // Whoever has the link may open it, once.
                        .requestMatchers(HttpMethod.POST, "/api/handoffs/open", "/api/pin-links/open")
                        .permitAll()
                        .requestMatchers(HttpMethod.PUT, "/feed/*")
                        .permitAll()
                        .requestMatchers(HttpMethod.GET, "/api/start")
                        .permitAll()
                        .requestMatchers(
                                "/api/sites/*/network",
                                "/api/sites/*/dhcp.txt",
                                "/api/audit/**",
                                "/api/lab/capture",
                                "/api/casefile/**")
                        .hasRole("TECHNICIAN")
                        .requestMatchers(HttpMethod.DELETE, "/api/session")
                        .hasRole("VIEWER")
                        .requestMatchers("/api/export/accounts.*")
                        .hasRole("TECHNICIAN")
                        .requestMatchers(HttpMethod.GET, "/api/**")
                        .hasRole("VIEWER")
                        .requestMatchers(HttpMethod.POST, "/api/today/looked")
                        .hasRole("VIEWER")
                        .requestMatchers(HttpMethod.POST, OnlyTelling.paths())
                        .hasRole("VIEWER")
                        .requestMatchers("/api/**")
                        .hasRole("TECHNICIAN")
                        .requestMatchers("/actuator/health")
                        .permitAll()
                        .requestMatchers("/actuator/**")
                        .hasRole("VIEWER")
                        .requestMatchers(HttpMethod.GET, "/**")
                        .permitAll()
                        .anyRequest()
                        .denyAll())
                .exceptionHandling(e -> e.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
                .formLogin(AbstractHttpConfigurer::disable)
                .httpBasic(AbstractHttpConfigurer::disable)
                .logout(AbstractHttpConfigurer::disable)
                .requestCache(AbstractHttpConfigurer::disable)
                .anonymous(Customizer.withDefaults())
                .build();
    }
}
