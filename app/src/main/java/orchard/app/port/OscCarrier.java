package orchard.app.port;

import orchard.gear.Device;
import orchard.signal.Message;

/** Carries for devices that are found by the address in their messages. */
final class OscCarrier implements Carrier {

    private final OscWire osc;
    private final long silenceNanos;

    /** @param silenceNanos who beats, or is asked, and says nothing for so long is not there */
    OscCarrier(OscWire osc, long silenceNanos) {
        this.osc = osc;
        this.silenceNanos = silenceNanos;
    }

    @Override
    public void send(Device device, Message message, Object fold) {
        osc.send(device.id(), message);
    }

    @Override
    public boolean isThere(Device device, boolean beats) {
        boolean onlyHears = device.profile().controls().isEmpty();
        long last = lastIn(device);
        boolean lately = last != 0 && System.nanoTime() - last < silenceNanos;
        boolean rests = last != 0 && !canBeAsked(device) && !beats;
        return lately
                || rests
                || !canBeAsked(device) && onlyHears && !device.seat().out().isEmpty();
    }

    @Override
    public boolean rests(Device device) {
        return !canBeAsked(device)
                && !device.profile().controls().isEmpty()
                && System.nanoTime() - lastIn(device) > silenceNanos;
    }

    @Override
    public boolean canBeAsked(Device device) {
        return !device.profile().keepAlive().isEmpty();
    }

    @Override
    public boolean answers(Device device) {
        return false;
    }

    @Override
    public long lastIn(Device device) {
        return osc.traffic(device.id()).lastIn();
    }

    @Override
    public boolean isBusy(Device device) {
        return false;
    }

    @Override
    public void ask(Device device) {
        osc.traffic(device.id()).asks();
        device.profile().keepAlive().forEach(message -> osc.send(device.id(), message));
    }

    @Override
    public void reopen(Device device) {
        // a socket that many share is not the device's
    }
}
