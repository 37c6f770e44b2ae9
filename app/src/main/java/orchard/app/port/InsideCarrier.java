package orchard.app.port;

import java.util.function.BiConsumer;
import orchard.gear.Device;
import orchard.signal.Message;
import orchard.signal.TouchMessage;

/** Carries for what Orchard itself draws or keeps: always there, never asked. */
final class InsideCarrier implements Carrier {

    private final BiConsumer<String, TouchMessage> show;

    /** @param show takes what a layout has to show, by its id */
    InsideCarrier(BiConsumer<String, TouchMessage> show) {
        this.show = show;
    }

    @Override
    public void send(Device device, Message message, Object fold) {
        if (message instanceof TouchMessage touch) {
            show.accept(device.id(), touch);
        }
    }

    @Override
    public boolean isThere(Device device, boolean beats) {
        return true;
    }

    @Override
    public boolean rests(Device device) {
        return false;
    }

    @Override
    public boolean canBeAsked(Device device) {
        return false;
    }

    @Override
    public boolean answers(Device device) {
        return false;
    }

    @Override
    public long lastIn(Device device) {
        return 0;
    }

    @Override
    public boolean isBusy(Device device) {
        return false;
    }

    @Override
    public void ask(Device device) {
        throw new IllegalStateException("nobody has to ask " + device.id());
    }

    @Override
    public void reopen(Device device) {
        // nothing leads to it
    }
}
