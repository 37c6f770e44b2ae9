package orchard.app.port;

import java.util.Arrays;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.SysexMessage;
import javax.sound.midi.Transmitter;
import orchard.gear.Seat;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiEncoder;
import orchard.signal.MidiMessage;

/**
 * The MIDI input and output of one name. What goes out waits in a queue of its own, so a slow driver holds nobody up; what
 * does not fit is dropped and counted.
 */
final class MidiPort implements Port {

    private static final int QUEUE = 4096;

    private final String name;
    private final Traffic traffic = new Traffic();
    private final MidiDevice input;
    private final MidiDevice output;
    private final Receiver receiver;
    private final ThreadPoolExecutor sender;

    /**
     * Opens both ends that are there.
     *
     * @param input null if there is none
     * @param output null if there is none
     */
    MidiPort(String name, MidiDevice input, MidiDevice output, Listener listener) throws MidiUnavailableException {
        this.name = name;
        this.input = input;
        this.output = output;
        if (input != null) {
            MidiDecoder decoder = new MidiDecoder(message -> {
                traffic.in(message);
                listener.arrived(this, message);
            });
            input.open();
            Transmitter transmitter = input.getTransmitter();
            transmitter.setReceiver(new Decoding(decoder));
        }
        if (output != null) {
            output.open();
            receiver = output.getReceiver();
        } else {
            receiver = null;
        }
        sender = new ThreadPoolExecutor(
                1,
                1,
                0,
                TimeUnit.SECONDS,
                new ArrayBlockingQueue<>(QUEUE),
                task -> {
                    Thread thread = new Thread(task, "midi out " + name);
                    thread.setDaemon(true);
                    return thread;
                },
                (task, executor) -> traffic.dropped());
    }

    private record Decoding(MidiDecoder decoder) implements Receiver {
        @Override
        public synchronized void send(javax.sound.midi.MidiMessage message, long timeStamp) {
            decoder.feed(Arrays.copyOf(message.getMessage(), message.getLength()));
        }

        @Override
        public void close() {
            decoder.end();
        }
    }

    @Override
    public Seat.Wire wire() {
        return Seat.Wire.MIDI;
    }

    @Override
    public String name() {
        return name;
    }

    @Override
    public Traffic traffic() {
        return traffic;
    }

    boolean hasInput() {
        return input != null;
    }

    boolean hasOutput() {
        return output != null;
    }

    @Override
    public void send(Message message) {
        if (receiver == null || !(message instanceof MidiMessage midi)) {
            traffic.dropped();
            return;
        }
        sender.execute(() -> sendNow(midi));
    }

    private void sendNow(MidiMessage message) {
        try {
            byte[] bytes = MidiEncoder.encode(message);
            receiver.send(
                    message instanceof MidiMessage.SysEx
                            ? new SysexMessage(bytes, bytes.length)
                            : new ShortMessage(
                                    bytes[0] & 0xFF, bytes.length > 1 ? bytes[1] : 0, bytes.length > 2 ? bytes[2] : 0),
                    -1);
            traffic.out();
        } catch (InvalidMidiDataException | IllegalStateException | IllegalArgumentException e) {
            traffic.dropped();
        }
    }

    /** Sends what still waits, then lets go of both ends. */
    @Override
    public void close() {
        sender.shutdown();
        try {
            sender.awaitTermination(500, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        if (input != null) {
            input.close();
        }
        if (output != null) {
            output.close();
        }
    }
}
