package orchard.gear;

/**
 * Something on a device that can show an answer.
 *
 * @param id unique within its device
 * @param control id of the control it sits on, or ""
 */
public record Light(String id, String name, String control, Lamp lamp) {}
