package orchard.app.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Knows a browser again by its ticket, or a tablet by its pass. */
final class TicketFilter extends OncePerRequestFilter {

    static final String COOKIE = "orchard";

    /** The cookie with a tablet's pass. */
    static final String PASS = "orchard-tablet";

    /** What somebody has who may do everything, and what a tablet has. */
    static final String PERFORMER = "performer";

    static final String TABLET = "tablet";

    private final Key key;
    private final Tablets tablets;

    TicketFilter(Key key, Tablets tablets) {
        this.key = key;
        this.tablets = tablets;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        who(request).ifPresent(who -> {
            SecurityContext context = SecurityContextHolder.createEmptyContext();
            context.setAuthentication(who);
            SecurityContextHolder.setContext(context);
        });
        chain.doFilter(request, response);
    }

    private Optional<Authentication> who(HttpServletRequest request) {
        if (cookies(request, COOKIE).anyMatch(key::admits)) {
            return Optional.of(is(PERFORMER, PERFORMER));
        }
        return cookies(request, PASS)
                .flatMap(pass -> tablets.of(pass).stream())
                .findFirst()
                .map(tablet -> is(tablet, TABLET));
    }

    private static Authentication is(Object who, String may) {
        return UsernamePasswordAuthenticationToken.authenticated(who, null, List.of(new SimpleGrantedAuthority(may)));
    }

    private static Stream<String> cookies(HttpServletRequest request, String name) {
        Cookie[] all = request.getCookies() == null ? new Cookie[0] : request.getCookies();
        return Stream.of(all).filter(cookie -> cookie.getName().equals(name)).map(Cookie::getValue);
    }
}
