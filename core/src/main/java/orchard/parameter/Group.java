package orchard.parameter;

/**
 * A named bundle of parameters of a device, such as a track or an effect on it.
 *
 * @param parent id of the group it sits in, or ""
 * @param name its name until the device tells another
 * @param nameAddress OSC address where the device tells the name, or ""
 */
public record Group(String id, String parent, String name, String nameAddress) {}
