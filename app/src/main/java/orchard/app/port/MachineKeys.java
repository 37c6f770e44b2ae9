package orchard.app.port;

import java.util.List;

/**
 * How typing on this machine stands.
 *
 * @param allowed whether a person allowed it
 * @param refusal why it cannot be done although it is allowed, as a sentence; or ""
 * @param windows titles of the windows that are open
 */
public record MachineKeys(boolean allowed, String refusal, List<String> windows) {}
