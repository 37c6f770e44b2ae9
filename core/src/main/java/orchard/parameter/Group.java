package orchard.parameter;

/**
 * A named bundle of parameters of a device, such as a track or an effect on it.
 *
 * @param parent id of the group it sits in, or ""
 * @param name its name until the device tells another
 * @param nameAddress OSC address where the device tells the name, or ""
 * @param identity what the device says of it that stays the same wherever it is moved and whatever it is called, or ""
 */
public record Group(String id, String parent, String name, String nameAddress, String identity) {

    private static final String NAME = "/name";

    public Group {
        identity = identity == null ? "" : identity;
    }

    /** A group whose device tells nothing that stays the same. */
    public Group(String id, String parent, String name, String nameAddress) {
        this(id, parent, name, nameAddress, "");
    }

    /** The part of its addresses that all its parameters have in common, or "". */
    public String path() {
        return nameAddress.endsWith(NAME) ? nameAddress.substring(0, nameAddress.length() - NAME.length()) : "";
    }

    /** The same group at another place of the device. */
    public Group at(String path) {
        return new Group(id, parent, name, path + NAME, identity);
    }

    /** The same group, known by what its device tells of it. */
    public Group known(String otherIdentity) {
        return new Group(id, parent, name, nameAddress, otherIdentity);
    }

    /** The same group under another name. */
    public Group called(String other) {
        return new Group(id, parent, other, nameAddress, identity);
    }
}
