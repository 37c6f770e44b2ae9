package orchard.app.port;

import orchard.gear.Device;
import orchard.signal.Message;

/** Takes what is said to devices and knows who is there, for all wires on which devices are found in the same way. */
interface Carrier {

    /**
     * Sends a message without waiting.
     *
     * @param fold if not null, a message with an equal fold that still waits may be replaced
     */
    void send(Device device, Message message, Object fold);

    /**
     * Whether a device is there.
     *
     * @param beats whether it says something of itself again and again, so that its silence means something
     */
    boolean isThere(Device device, boolean beats);

    /** Whether it is quiet for no other reason than that nobody moves it. */
    boolean rests(Device device);

    /** Whether a device that is there can be asked whether it is well. */
    boolean canBeAsked(Device device);

    /** Whether it is known to answer. */
    boolean answers(Device device);

    /** When something last came from it, in nanoseconds; 0 for never. */
    long lastIn(Device device);

    /** Whether something still waits to go to it, so that a question would come late. */
    boolean isBusy(Device device);

    /** Asks a device whether it is well. */
    void ask(Device device);

    /** It did not answer: opens what leads to it anew, where that can help. */
    void reopen(Device device);
}
