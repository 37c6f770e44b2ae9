package orchard.app.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.UUID;
import java.util.stream.Stream;
import orchard.app.store.Maker;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.web.filter.OncePerRequestFilter;

/** Tells browsers apart that make edits: each gets an id at its first page, and what is done for a request is its own. */
final class BrowserFilter extends OncePerRequestFilter {

    static final String COOKIE = "orchard-browser";

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String browser = Stream.of(request.getCookies() == null ? new Cookie[0] : request.getCookies())
                .filter(cookie ->
                        cookie.getName().equals(COOKIE) && cookie.getValue().matches("[0-9a-f-]{36}"))
                .map(Cookie::getValue)
                .findFirst()
                .orElse("");
        if (browser.isEmpty()) {
            browser = UUID.randomUUID().toString();
            response.addHeader(
                    HttpHeaders.SET_COOKIE,
                    ResponseCookie.from(COOKIE, browser)
                            .path("/")
                            .httpOnly(true)
                            .sameSite("Strict")
                            .maxAge(Duration.ofDays(365))
                            .build()
                            .toString());
        }
        try (Maker.Work work = Maker.as(browser)) {
            chain.doFilter(request, response);
        }
    }
}
