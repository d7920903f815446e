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
import org.springframework.security.config.annotation.web.configurers.CsrfConfigurer;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;

/** Who may ask for what: looking is for all who sign in, changing for technicians, secrets for leads. */
@Configuration
class SecurityConfig {

    private static final String CONTENT_POLICY = "default-src 'self'; style-src 'self' 'unsafe-inline'; "
            + "img-src 'self' data:; font-src 'self' data:; object-src 'none'; frame-ancestors 'none'; base-uri 'none'";

    @Bean
    RoleHierarchy roles() {
        return RoleHierarchyImpl.fromHierarchy("ROLE_LEAD > ROLE_TECHNICIAN\nROLE_TECHNICIAN > ROLE_VIEWER");
    }

    @Bean
    SecurityFilterChain security(HttpSecurity http) throws Exception {
        return http.csrf(CsrfConfigurer::spa)
                .headers(headers -> headers.contentSecurityPolicy(csp -> csp.policyDirectives(CONTENT_POLICY)))
                .authorizeHttpRequests(paths -> paths
                        // Phones have no session; the address itself is the site's secret.
                        .requestMatchers("/p/**")
                        .permitAll()
                        .requestMatchers(HttpMethod.POST, "/api/session")
                        .permitAll()
                        // Whoever has the link may open it, once.
                        .requestMatchers(HttpMethod.POST, "/api/handoffs/open")
                        .permitAll()
                        .requestMatchers("/api/openapi/**", "/api/openapi")
                        .permitAll()
                        .requestMatchers(HttpMethod.POST, "/api/extensions/*/password/reveal")
                        .hasRole("LEAD")
                        .requestMatchers(HttpMethod.DELETE, "/api/session")
                        .hasRole("VIEWER")
                        .requestMatchers("/api/export/accounts.*")
                        .hasRole("TECHNICIAN")
                        .requestMatchers(HttpMethod.GET, "/api/**")
                        .hasRole("VIEWER")
                        // These only tell what would be.
                        .requestMatchers(
                                HttpMethod.POST,
                                "/api/*/try/**",
                                "/api/*/*/impact",
                                "/api/releases/impact",
                                "/api/devices/*/preview",
                                "/api/devices/*/keys",
                                "/api/families/check")
                        .hasRole("VIEWER")
                        .requestMatchers("/api/**")
                        .hasRole("TECHNICIAN")
                        .requestMatchers("/actuator/health")
                        .permitAll()
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
