package orchard.app.port;

import java.io.IOException;
import java.util.Arrays;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.SysexMessage;
import javax.sound.midi.Transmitter;
import orchard.gear.Wire;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;

/** The machine's MIDI input and output of one name. */
final class MidiPort implements Port {

    /** What a port says whose SysEx was ended by a panic. */
    static final String CUT = "a SysEx was ended before it was whole, because everything was stopped";

    /** So many bytes a DIN wire carries in 20 ms. */
    private static final int PIECE = 64;

    private static final byte[] END = {(byte) 0xF7};

    private final String name;
    private final Traffic traffic = Traffic.midi();
    private final MidiDevice input;
    private final MidiDevice output;
    private final Receiver receiver;
    private final OutQueue queue;
    private final Consumer<MidiPort> reopen;

    /**
     * Opens both ends that are there.
     *
     * @param input null if there is none
     * @param output null if there is none
     * @param reopen opens it anew
     */
    MidiPort(String name, MidiDevice input, MidiDevice output, Listener listener, Consumer<MidiPort> reopen)
            throws MidiUnavailableException {
        this.name = name;
        this.reopen = reopen;
        this.input = input;
        this.output = output;
        if (output != null) {
            output.open();
            receiver = output.getReceiver();
        } else {
            receiver = null;
        }
        queue = new OutQueue("midi out " + name, traffic, this::sendNow);
        try {
            if (input != null) {
                listen(listener);
            }
        } catch (MidiUnavailableException | RuntimeException e) {
            close(); // it is tried again every second, and must leave nothing behind
            throw e;
        }
    }

    private void listen(Listener listener) throws MidiUnavailableException {
        MidiDecoder decoder = new MidiDecoder(message -> {
            traffic.in(message);
            listener.arrived(this, message);
        });
        input.open();
        Transmitter transmitter = input.getTransmitter();
        transmitter.setReceiver(new Decoding(decoder));
    }

    private record Decoding(MidiDecoder decoder) implements Receiver {
        @Override
        public synchronized void send(javax.sound.midi.MidiMessage message, long timeStamp) {
            byte[] bytes = message.getMessage();
            // a SysEx that comes in pieces has its later pieces marked with F7, which is not on the wire
            boolean goesOn =
                    message instanceof SysexMessage && message.getStatus() == SysexMessage.SPECIAL_SYSTEM_EXCLUSIVE;
            decoder.feed(Arrays.copyOfRange(bytes, goesOn ? 1 : 0, message.getLength()));
        }

        @Override
        public void close() {
            decoder.end();
        }
    }

    /**
     * Whether it is still the same that is plugged in, and open: pulled and plugged again between two looks, it is another, or its handles are closed. Systems that
     * tell neither are found out by asking the device.
     */
    boolean sameAs(MidiDevice otherInput, MidiDevice otherOutput) {
        return sameInfo(input, otherInput) && sameInfo(output, otherOutput) && isOpen(input) && isOpen(output);
    }

    private static boolean isOpen(MidiDevice device) {
        return device == null || device.isOpen();
    }

    private static boolean sameInfo(MidiDevice one, MidiDevice other) {
        return one == null || other == null ? one == other : one.getDeviceInfo().equals(other.getDeviceInfo());
    }

    @Override
    public Wire wire() {
        return Wire.MIDI;
    }

    @Override
    public String name() {
        return name;
    }

    @Override
    public String vendor() {
        return info().getVendor().startsWith("Unknown") ? "" : info().getVendor();
    }

    @Override
    public String socket() {
        return info().getDescription();
    }

    private MidiDevice.Info info() {
        return (input != null ? input : output).getDeviceInfo();
    }

    @Override
    public Traffic traffic() {
        return traffic;
    }

    @Override
    public boolean hasInput() {
        return input != null;
    }

    @Override
    public boolean hasOutput() {
        return output != null;
    }

    @Override
    public void send(Message message, Object fold) {
        if (receiver == null || !(message instanceof MidiMessage midi)) {
            traffic.dropped(
                    receiver == null ? "the device has no MIDI input" : "this is no MIDI message: " + message.words());
            return;
        }
        queue.offer(midi, fold);
    }

    private void sendNow(Message message, BooleanSupplier isCut) throws InvalidMidiDataException, IOException {
        for (MidiMessage part : MidiJoiner.split((MidiMessage) message)) {
            byte[] bytes = part.bytes();
            if (part instanceof MidiMessage.SysEx) {
                sendSysEx(bytes, isCut);
            } else {
                receiver.send(
                        new ShortMessage(
                                bytes[0] & 0xFF, bytes.length > 1 ? bytes[1] : 0, bytes.length > 2 ? bytes[2] : 0),
                        -1);
            }
        }
    }

    /**
     * In pieces, so that nothing has to wait until a long one is out. The later ones are marked with F7, which does not go onto the wire; F7 alone ends it
     * (MIDI 1.0, “System Exclusive”: any status byte does, and what was begun is passed over).
     */
    private void sendSysEx(byte[] bytes, BooleanSupplier isCut) throws InvalidMidiDataException, IOException {
        for (int from = 0; from < bytes.length; from += PIECE) {
            if (from > 0 && isCut.getAsBoolean()) {
                receiver.send(new SysexMessage(END, END.length), -1);
                throw new IOException(CUT);
            }
            byte[] part = Arrays.copyOfRange(bytes, from, Math.min(bytes.length, from + PIECE));
            if (from > 0) {
                queue.carried(part.length); // a slow wire has a short queue before it
            }
            receiver.send(
                    from == 0
                            ? new SysexMessage(part, part.length)
                            : new SysexMessage(SysexMessage.SPECIAL_SYSTEM_EXCLUSIVE, part, part.length),
                    -1);
        }
    }

    @Override
    public void pace(int baud) {
        queue.pace(baud);
    }

    @Override
    public boolean isBusy() {
        return queue.isBusy();
    }

    @Override
    public void clear() {
        queue.clear();
    }

    @Override
    public void reopen() {
        reopen.accept(this);
    }

    /** Sends what still waits, then lets go of both ends. */
    @Override
    public void close() {
        queue.close();
        if (input != null) {
            input.close();
        }
        if (output != null) {
            output.close();
        }
    }
}
