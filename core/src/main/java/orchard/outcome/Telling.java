package orchard.outcome;

import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.rig.Rig;

/**
 * What has to be known to put outcomes into words.
 *
 * @param rig that was in force
 * @param names what things are called now
 * @param isListenedTo whether any mapping was considered
 */
public record Telling(Rig rig, Directory names, boolean isListenedTo) {

    /** What a reference points at. */
    String words(Ref ref) {
        return names.words(ref);
    }

    /** What a device is called. */
    String device(String id) {
        return device(id, names);
    }

    /** What the sender of a message is called. */
    public static String sender(String id, Directory names) {
        return names.device(id).map(Device::name).orElse("an unknown sender");
    }

    /** What a device is called, also when nobody knows it. */
    public static String device(String id, Directory names) {
        return names.device(id).map(Device::name).orElse(id.isEmpty() ? "an unknown sender" : id);
    }
}
