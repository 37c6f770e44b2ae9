package orchard.app.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Exchanges the key of the ready line for a ticket. */
@Controller
class EnterPage {

    private final Key key;

    EnterPage(Key key) {
        this.key = key;
    }

    @GetMapping("/enter/{tried}")
    String enter(@PathVariable String tried, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        if (!key.opens(tried)) {
            response.sendError(HttpStatus.UNAUTHORIZED.value());
            return null;
        }
        ResponseCookie cookie = ResponseCookie.from(TicketFilter.COOKIE, key.ticket())
                .httpOnly(true)
                .secure(request.isSecure())
                .sameSite("Strict")
                .path("/")
                .maxAge(Duration.ofDays(365))
                .build();
        response.addHeader(HttpHeaders.SET_COOKIE, cookie.toString());
        return "redirect:/";
    }
}
