package orchard.app.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;
import org.springframework.http.HttpHeaders;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets only requests through that were sent to this machine by its own name and, where a browser says from which page they
 * come, come from Orchard's own. So no other site can reach Orchard through a performer's browser.
 */
final class OwnHostFilter extends OncePerRequestFilter {

    private static final Set<String> NAMES = Set.of("127.0.0.1", "localhost", "[::1]");

    private final boolean lan;

    /** @param lan whether the address this machine has on a network is its own name too */
    OwnHostFilter(boolean lan) {
        this.lan = lan;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String host = request.getHeader(HttpHeaders.HOST);
        String origin = request.getHeader(HttpHeaders.ORIGIN);
        boolean socket = "websocket".equalsIgnoreCase(request.getHeader(HttpHeaders.UPGRADE));
        boolean byAddress = lan && (request.getLocalAddr() + ":" + request.getLocalPort()).equals(host);
        if (!byAddress && !own(host, request.getLocalPort())) {
            refuse(response, "Orchard answers to 127.0.0.1 and localhost only.");
        } else if (origin == null ? socket : !origin.equals(request.getScheme().replace("ws", "http") + "://" + host)) {
            refuse(response, "This request came from another site.");
        } else {
            chain.doFilter(request, response);
        }
    }

    private static boolean own(String host, int port) {
        return host != null
                && NAMES.stream().anyMatch(name -> host.equals(name + ":" + port) || port == 80 && host.equals(name));
    }

    private static void refuse(HttpServletResponse response, String why) throws IOException {
        response.setStatus(HttpServletResponse.SC_FORBIDDEN);
        response.setContentType("text/plain;charset=UTF-8");
        response.getWriter().println(why);
    }
}
