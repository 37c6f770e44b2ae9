package orchard.standin;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
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

    private static final List<VirtualMidi> PLUGGED = new CopyOnWriteArrayList<>();

    private final List<Receiver> listeners = new CopyOnWriteArrayList<>();
    private final Consumer<byte[]> arriving;
    private final Port input;
    private final Port output;

    /**
     * @param name of both ports
     * @param arriving takes the bytes a program sends, one message at a time, on the program's thread
     */
    VirtualMidi(String name, Consumer<byte[]> arriving) {
        this.arriving = arriving;
        this.input = new Port(name, "in", true);
        this.output = new Port(name, "out", false);
        PLUGGED.add(this);
    }

    /** Sends bytes of whole messages to whoever has the input open. */
    void send(byte[] bytes) {
        MidiMessage message = message(bytes);
        for (Receiver listener : listeners) {
            listener.send(message, -1);
        }
    }

    /** Pulls the cable. */
    @Override
    public void close() {
        PLUGGED.remove(this);
        listeners.clear();
    }

    static List<MidiDevice> ports() {
        List<MidiDevice> ports = new ArrayList<>();
        PLUGGED.forEach(midi -> {
            ports.add(midi.input);
            ports.add(midi.output);
        });
        return ports;
    }

    private static MidiMessage message(byte[] bytes) {
        try {
            if ((bytes[0] & 0xFF) == 0xF0) {
                return new SysexMessage(bytes, bytes.length);
            }
            return bytes.length == 1
                    ? new ShortMessage(bytes[0] & 0xFF)
                    : new ShortMessage(bytes[0] & 0xFF, bytes[1], bytes.length > 2 ? bytes[2] : 0);
        } catch (InvalidMidiDataException e) {
            throw new IllegalArgumentException(e);
        }
    }

    private static final class PortInfo extends MidiDevice.Info {
        PortInfo(String name, String direction) {
            super(name, "Orchard", name + " " + direction, "1");
        }
    }

    private final class Port implements MidiDevice {
        private final PortInfo info;
        private final boolean sends;
        private volatile boolean open;

        Port(String name, String direction, boolean sends) {
            this.info = new PortInfo(name, direction);
            this.sends = sends;
        }

        @Override
        public MidiDevice.Info getDeviceInfo() {
            return info;
        }

        @Override
        public void open() {
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
                    arriving.accept(Arrays.copyOf(message.getMessage(), message.getLength()));
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
