package orchard.gear;

/**
 * Everything that talks: hardware, software, a synth, or a touch layout.
 *
 * @param id stays for the device's whole life and is what mappings point at
 * @param name what people call it
 * @param role what it does in the rig, in the performer's words; may be ""
 */
public record Device(String id, String name, String role, Seat seat, Profile profile) {

    /** The same device with another profile. */
    public Device with(Profile other) {
        return new Device(id, name, role, seat, other);
    }

    /** The same device at another seat. */
    public Device at(Seat other) {
        return new Device(id, name, role, other, profile);
    }
}
