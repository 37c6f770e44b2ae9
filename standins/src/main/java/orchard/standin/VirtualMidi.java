package orchard.standin;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.SysexMessage;
import javax.sound.midi.Transmitter;

/**
 * A MIDI cable in the air: as long as it is plugged, the machine has one more MIDI input and output of its name, which look
 * to a program like any other port.
 */
final class VirtualMidi implements AutoCloseable {

    private static final long NANOS_OF_TEN_BITS = 10_000_000_000L;
    private static final List<VirtualMidi> PLUGGED = new CopyOnWriteArrayList<>();

    private final List<Receiver> listeners = new CopyOnWriteArrayList<>();
    private final Consumer<byte[]> arriving;
    private final Kind kind;
    private final Port input;
    private final Port output;
    private final ByteArrayOutputStream begun = new ByteArrayOutputStream();
    private long wireFree = System.nanoTime();
    private final ScheduledExecutorService wire;
    private final Runnable overflowing;
    private volatile boolean held;

    /**
     * What kind of cable it is.
     *
     * @param socket where it is plugged in
     * @param speaks whether the device can say something
     * @param hears whether something can be said to it
     * @param baud bits a second the wire carries towards the device, ten to a byte; 0 for as many as there are
     */
    record Kind(String socket, boolean speaks, boolean hears, int baud) {}

    /** One whose wire loses nothing. */
    VirtualMidi(String name, Kind kind, Consumer<byte[]> arriving) {
        this(name, kind, arriving, () -> {});
    }

    /**
     * @param name of its ports
     * @param arriving takes the bytes a program sends, one message at a time, when the wire has carried them
     * @param overflowing is told of each message that finds no room in the queue before a slow wire, and is lost
     */
    VirtualMidi(String name, Kind kind, Consumer<byte[]> arriving, Runnable overflowing) {
        this.arriving = arriving;
        this.overflowing = overflowing;
        this.wire = kind.baud() == 0
                ? null
                : Executors.newSingleThreadScheduledExecutor(task -> {
                    Thread thread = new Thread(task, "wire to " + name);
                    thread.setDaemon(true);
                    return thread;
                });
        this.kind = kind;
        this.input = new Port(name, kind.socket(), true);
        this.output = new Port(name, kind.socket(), false);
        PLUGGED.add(this);
    }

    /** So many bytes wait before a slow wire. */
    static final int QUEUE = 1_024;

    /** A slow wire carries what was sent after what was sent before; what finds no room in its queue is lost. */
    private void carry(byte[] bytes) {
        if (kind.baud() == 0) {
            arrive(bytes);
            return;
        }
        synchronized (this) {
            long now = System.nanoTime();
            long waiting = Math.max(0, wireFree - now) * kind.baud() / NANOS_OF_TEN_BITS;
            if (waiting + bytes.length > QUEUE) {
                overflowing.run();
                return;
            }
            wireFree = Math.max(now, wireFree) + bytes.length * NANOS_OF_TEN_BITS / kind.baud();
            if (!wire.isShutdown()) {
                wire.schedule(() -> arrive(bytes), wireFree - now, TimeUnit.NANOSECONDS);
            }
        }
    }

    private void arrive(byte[] bytes) {
        if (PLUGGED.contains(this)) {
            join(bytes);
        }
    }

    /** Puts a SysEx together that comes in pieces: the later ones are marked with F7, which is not on the wire. One that is broken off is passed over. */
    private synchronized void join(byte[] bytes) {
        boolean goesOn = (bytes[0] & 0xFF) == SysexMessage.SPECIAL_SYSTEM_EXCLUSIVE;
        boolean isSysEx = goesOn || (bytes[0] & 0xFF) == SysexMessage.SYSTEM_EXCLUSIVE;
        boolean isCut = goesOn && bytes.length == 1 || !goesOn;
        if (isCut) {
            begun.reset();
        }
        if (!isSysEx) {
            arriving.accept(bytes);
            return;
        }
        begun.write(bytes, goesOn ? 1 : 0, bytes.length - (goesOn ? 1 : 0));
        if (bytes[bytes.length - 1] == (byte) 0xF7 && begun.size() > 0) {
            byte[] whole = begun.toByteArray();
            begun.reset();
            arriving.accept(whole);
        }
    }

    /** Sends bytes that are not whole messages. */
    void sendRaw(byte[] bytes) {
        byte[] special = new byte[bytes.length + 1];
        special[0] = (byte) SysexMessage.SPECIAL_SYSTEM_EXCLUSIVE;
        System.arraycopy(bytes, 0, special, 1, bytes.length);
        send(special);
    }

    /** Sends bytes of whole messages to whoever has the input open. */
    void send(byte[] bytes) {
        MidiMessage message = message(bytes);
        for (Receiver listener : listeners) {
            listener.send(message, -1);
        }
    }

    /** Another program takes its ports, or lets go of them; who had them open has them no more. */
    void hold(boolean taken) {
        held = taken;
        input.close();
        output.close();
    }

    /** Pulls the cable. */
    @Override
    public void close() {
        PLUGGED.remove(this);
        listeners.clear();
        if (wire != null) {
            wire.shutdownNow();
        }
    }

    static List<MidiDevice> ports() {
        List<MidiDevice> ports = new ArrayList<>();
        PLUGGED.forEach(midi -> {
            if (midi.kind.speaks()) {
                ports.add(midi.input);
            }
            if (midi.kind.hears()) {
                ports.add(midi.output);
            }
        });
        return ports;
    }

    private static MidiMessage message(byte[] bytes) {
        try {
            if ((bytes[0] & 0xFF) == 0xF0 || (bytes[0] & 0xFF) == 0xF7) {
                return new SysexMessage(bytes, bytes.length);
            }
            return bytes.length == 1
                    ? new ShortMessage(bytes[0] & 0xFF)
                    : new ShortMessage(bytes[0] & 0xFF, bytes[1], bytes.length > 2 ? bytes[2] : 0);
        } catch (InvalidMidiDataException e) {
            throw new IllegalArgumentException(e);
        }
    }

    /** The machine's list knows a port by its name and place alone: pulled and plugged again, it is the same to the list, though whoever had it open has nothing any more. */
    private static final Map<String, PortInfo> INFOS = new ConcurrentHashMap<>();

    private static final class PortInfo extends MidiDevice.Info {
        PortInfo(String name, String socket) {
            super(name, "Orchard", socket, "1");
        }
    }

    private final class Port implements MidiDevice {
        private final PortInfo info;
        private final boolean sends;
        private volatile boolean open;

        Port(String name, String socket, boolean sends) {
            this.info = INFOS.computeIfAbsent(name + "\n" + socket + "\n" + sends, key -> new PortInfo(name, socket));
            this.sends = sends;
        }

        @Override
        public MidiDevice.Info getDeviceInfo() {
            return info;
        }

        @Override
        public void open() throws MidiUnavailableException {
            if (held) {
                throw new MidiUnavailableException(info.getName() + " is in use");
            }
            open = true;
        }

        @Override
        public void close() {
            open = false;
            if (sends) {
                listeners.clear();
            }
        }

        @Override
        public boolean isOpen() {
            return open;
        }

        @Override
        public long getMicrosecondPosition() {
            return -1;
        }

        @Override
        public int getMaxReceivers() {
            return sends ? 0 : -1;
        }

        @Override
        public int getMaxTransmitters() {
            return sends ? -1 : 0;
        }

        @Override
        public Receiver getReceiver() throws MidiUnavailableException {
            if (sends) {
                throw new MidiUnavailableException(info + " only sends");
            }
            return new Receiver() {
                @Override
                public void send(MidiMessage message, long timeStamp) {
                    carry(Arrays.copyOf(message.getMessage(), message.getLength()));
                }

                @Override
                public void close() {}
            };
        }

        @Override
        public List<Receiver> getReceivers() {
            return List.of();
        }

        @Override
        public Transmitter getTransmitter() throws MidiUnavailableException {
            if (!sends) {
                throw new MidiUnavailableException(info + " only receives");
            }
            return new Transmitter() {
                private Receiver receiver;

                @Override
                public void setReceiver(Receiver receiver) {
                    close();
                    this.receiver = receiver;
                    if (receiver != null) {
                        listeners.add(receiver);
                    }
                }

                @Override
                public Receiver getReceiver() {
                    return receiver;
                }

                @Override
                public void close() {
                    if (receiver != null) {
                        listeners.remove(receiver);
                    }
                }
            };
        }

        @Override
        public List<Transmitter> getTransmitters() {
            return List.of();
        }
    }
}
