package orchard.standin;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.SysexMessage;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiMessage;

/** The other end of a stand-in's cable, through the machine's MIDI ports like any other program. */
final class Plug implements AutoCloseable {

    private final List<MidiDevice> open = new ArrayList<>();
    private Receiver to;

    /** Opens the ports of that name; what comes is taken on the thread that sends it. */
    Plug(String port, Consumer<Message> taker) {
        MidiDecoder decoder = new MidiDecoder(taker::accept);
        try {
            for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
                if (info.getName().equals(port)) {
                    MidiDevice device = MidiSystem.getMidiDevice(info);
                    device.open();
                    open.add(device);
                    if (device.getMaxTransmitters() == 0) {
                        to = device.getReceiver();
                    } else {
                        device.getTransmitter().setReceiver(new Feeding(decoder));
                    }
                }
            }
        } catch (MidiUnavailableException e) {
            throw new IllegalStateException(e);
        }
    }

    private record Feeding(MidiDecoder decoder) implements Receiver {
        @Override
        public void send(javax.sound.midi.MidiMessage message, long time) {
            decoder.feed(Arrays.copyOf(message.getMessage(), message.getLength()));
        }

        @Override
        public void close() {}
    }

    /** Sends something other than SysEx. */
    void send(javax.sound.midi.MidiMessage message) {
        to.send(message, -1);
    }

    /** Sends a SysEx of these data bytes. */
    void tell(int... data) {
        byte[] bytes = new byte[data.length];
        IntStream.range(0, data.length).forEach(i -> bytes[i] = (byte) data[i]);
        tell(new MidiMessage.SysEx(bytes));
    }

    /** Sends a SysEx. */
    void tell(MidiMessage.SysEx message) {
        byte[] whole = message.bytes();
        try {
            to.send(new SysexMessage(whole, whole.length), -1);
        } catch (InvalidMidiDataException e) {
            throw new IllegalArgumentException(e);
        }
    }

    @Override
    public void close() {
        open.forEach(MidiDevice::close);
    }
}
