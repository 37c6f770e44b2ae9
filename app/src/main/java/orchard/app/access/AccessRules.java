package orchard.app.access;

import orchard.app.OrchardSettings;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/**
 * The rules for every request, WebSocket handshakes among them: the host must be this machine, the origin must be
 * Orchard's own, the ticket must be there, and a change must carry a CSRF token.
 */
@Configuration
class AccessRules {

    private static final String CONTENT_POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; "
            + "font-src 'self'; img-src 'self' data:; connect-src 'self'; form-action 'self'; base-uri 'none'; "
            + "frame-ancestors 'none'";

    @Bean
    SecurityFilterChain rules(HttpSecurity http, Key key, OrchardSettings settings) throws Exception {
        CookieCsrfTokenRepository tokens = new CookieCsrfTokenRepository();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict").httpOnly(true));
        return http.addFilterBefore(new OwnHostFilter(settings.lan()), CsrfFilter.class)
                .addFilterBefore(new TicketFilter(key), AuthorizationFilter.class)
                .addFilterAfter(new BrowserFilter(), AuthorizationFilter.class)
                .csrf(csrf -> csrf.csrfTokenRepository(tokens))
                .sessionManagement(session -> session.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/enter/*", "/css/*", "/fonts/*", "/webjars/**", "/favicon.svg", "/error")
                        .permitAll()
                        .anyRequest()
                        .authenticated())
                .exceptionHandling(errors -> errors.authenticationEntryPoint(
                                (request, response, e) -> response.sendError(HttpStatus.UNAUTHORIZED.value()))
                        .accessDeniedHandler(
                                (request, response, e) -> response.sendError(HttpStatus.FORBIDDEN.value())))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.NO_REFERRER)))
                .build();
    }

    /** There are no users with passwords; without this bean a default one would be made up. */
    @Bean
    UserDetailsService nobody() {
        return name -> {
            throw new UsernameNotFoundException(name);
        };
    }
}
