package orchard.app.access;

import java.util.function.Supplier;
import orchard.app.OrchardSettings;
import orchard.app.Shipped;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.access.intercept.RequestAuthorizationContext;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/**
 * The rules for every request, WebSocket handshakes among them: the host must be this machine, the origin must be
 * Orchard's own, the ticket must be there, and a change must carry a CSRF token. A tablet's pass opens the layouts it may
 * play and the socket, and nothing else.
 */
@Configuration
class AccessRules {

    private static final String CONTENT_POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self'; manifest-src 'self'; "
                    + "font-src 'self'; img-src 'self' data:; connect-src 'self'; form-action 'self'; base-uri 'none'; "
                    + "frame-ancestors 'none'";

    /** What a tablet reads besides the layouts it may play. */
    private static final String[] PLAYING = {"/live", "/play"};

    private static final String LAYOUT = "/play/{layout}";

    @Bean
    SecurityFilterChain rules(HttpSecurity http, Key key, Tablets tablets, OrchardSettings settings, Shipped shipped)
            throws Exception {
        CookieCsrfTokenRepository tokens = new CookieCsrfTokenRepository();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict").httpOnly(true));
        return http.addFilterBefore(new OwnHostFilter(settings.lan()), CsrfFilter.class)
                .addFilterBefore(new TicketFilter(key, tablets), AuthorizationFilter.class)
                .addFilterAfter(new BrowserFilter(), AuthorizationFilter.class)
                .csrf(csrf -> csrf.csrfTokenRepository(tokens))
                .sessionManagement(session -> session.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/enter/*",
                                "/tablet/*",
                                shipped.at("/css/*"),
                                shipped.at("/fonts/*"),
                                "/webjars/**",
                                "/favicon.svg",
                                "/play.webmanifest",
                                "/error")
                        .permitAll()
                        .requestMatchers(HttpMethod.GET, shipped.at("/js/**"))
                        .hasAnyAuthority(TicketFilter.PERFORMER, TicketFilter.TABLET)
                        .requestMatchers(HttpMethod.GET, PLAYING)
                        .hasAnyAuthority(TicketFilter.PERFORMER, TicketFilter.TABLET)
                        .requestMatchers(HttpMethod.HEAD, PLAYING)
                        .hasAnyAuthority(TicketFilter.PERFORMER, TicketFilter.TABLET)
                        .requestMatchers(HttpMethod.GET, LAYOUT)
                        .access(AccessRules::ofLayout)
                        .requestMatchers(
                                HttpMethod.HEAD, LAYOUT) // a page that lost its socket asks whether it is still let in
                        .access(AccessRules::ofLayout)
                        .anyRequest()
                        .hasAuthority(TicketFilter.PERFORMER))
                .exceptionHandling(errors -> errors.authenticationEntryPoint(
                                (request, response, e) -> response.sendError(HttpStatus.UNAUTHORIZED.value()))
                        .accessDeniedHandler(
                                (request, response, e) -> response.sendError(HttpStatus.FORBIDDEN.value())))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.NO_REFERRER)))
                .build();
    }

    private static AuthorizationDecision ofLayout(
            Supplier<? extends Authentication> who, RequestAuthorizationContext at) {
        return new AuthorizationDecision(mayPlay(who.get(), at.getVariables().get("layout")));
    }

    private static boolean mayPlay(Authentication who, String layout) {
        Tablet tablet = Tablet.of(who);
        return who.isAuthenticated()
                && (tablet == null
                        ? who.getAuthorities().contains(new SimpleGrantedAuthority(TicketFilter.PERFORMER))
                        : tablet.mayPlay(layout));
    }

    /** There are no users with passwords; without this bean a default one would be made up. */
    @Bean
    UserDetailsService nobody() {
        return name -> {
            throw new UsernameNotFoundException(name);
        };
    }
}
