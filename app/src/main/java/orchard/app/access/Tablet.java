package orchard.app.access;

import java.security.Principal;
import org.springframework.security.core.Authentication;

/**
 * A browser that may play layouts, stop everything, and nothing else.
 *
 * @param id random, never given twice
 * @param name as the performer calls it: “balcony”
 * @param layout id of the layout it may play; "" for all
 */
public record Tablet(String id, String name, String layout) {

    /** Whether it may play a layout. */
    public boolean mayPlay(String id) {
        return layout.isEmpty() || layout.equals(id);
    }

    /** The tablet that asks; null if it is somebody who may do everything. */
    public static Tablet of(Principal who) {
        return who instanceof Authentication ticket && ticket.getPrincipal() instanceof Tablet tablet ? tablet : null;
    }
}
