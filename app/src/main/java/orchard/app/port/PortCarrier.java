package orchard.app.port;

import orchard.gear.Device;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/** Carries for devices that are found by a port. */
final class PortCarrier implements Carrier {

    private static final String ASKING = "who are you";

    private final SeatBook book;

    PortCarrier(SeatBook book) {
        this.book = book;
    }

    @Override
    public void send(Device device, Message message, Object fold) {
        Port port = book.port(device.id());
        if (port != null) {
            if (message instanceof MidiMessage.SysEx) {
                book.told(port, device.profile().greeting().contains(message));
            }
            port.pace(device.profile().traits().baud());
            port.send(message, fold);
        }
    }

    @Override
    public boolean isThere(Device device, boolean beats) {
        Port port = book.port(device.id());
        return port != null && !port.traffic().stoppedSensing(System.nanoTime());
    }

    @Override
    public boolean rests(Device device) {
        return false;
    }

    @Override
    public boolean canBeAsked(Device device) {
        Port port = book.port(device.id());
        return port != null
                && port.hasOutput()
                && port.wire().midi()
                && (book.canAnswer(port) || !book.recognition(device).identity().isEmpty());
    }

    @Override
    public boolean answers(Device device) {
        Port port = book.port(device.id());
        return port != null && book.canAnswer(port);
    }

    @Override
    public long lastIn(Device device) {
        Port port = book.port(device.id());
        return port == null ? 0 : port.traffic().lastIn();
    }

    @Override
    public boolean isBusy(Device device) {
        Port port = book.port(device.id());
        return port != null && port.isBusy();
    }

    @Override
    public void ask(Device device) {
        Port port = book.port(device.id());
        if (port != null) {
            port.traffic().asks();
            port.send(Identity.REQUEST, ASKING);
        }
    }

    @Override
    public void reopen(Device device) {
        Port port = book.port(device.id());
        if (port != null) {
            port.reopen();
        }
    }
}
