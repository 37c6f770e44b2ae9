package orchard.app.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Exchanges the key of the ready line for a ticket, and a tablet's link for its pass. */
@Controller
class EnterPage {

    private final Key key;
    private final Tablets tablets;

    EnterPage(Key key, Tablets tablets) {
        this.key = key;
        this.tablets = tablets;
    }

    @GetMapping("/enter/{tried}")
    String enter(@PathVariable String tried, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        if (!key.opens(tried)) {
            response.sendError(HttpStatus.UNAUTHORIZED.value());
            return null;
        }
        keep(TicketFilter.COOKIE, key.ticket(), request, response);
        return "redirect:/";
    }

    /** Exchanges a tablet's link for a cookie with its pass. A browser that may do everything may still do so. */
    @GetMapping("/tablet/{pass}")
    String tablet(@PathVariable String pass, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        Optional<Tablet> tablet = tablets.of(pass);
        if (tablet.isEmpty()) {
            response.sendError(HttpStatus.UNAUTHORIZED.value());
            return null;
        }
        keep(TicketFilter.PASS, pass, request, response);
        String layout = tablet.get().layout();
        return "redirect:/play" + (layout.isEmpty() ? "" : "/" + layout);
    }

    private static void keep(String name, String text, HttpServletRequest request, HttpServletResponse response) {
        ResponseCookie cookie = ResponseCookie.from(name, text)
                .httpOnly(true)
                .secure(request.isSecure())
                .sameSite("Strict")
                .path("/")
                .maxAge(Duration.ofDays(365))
                .build();
        response.addHeader(HttpHeaders.SET_COOKIE, cookie.toString());
    }
}
