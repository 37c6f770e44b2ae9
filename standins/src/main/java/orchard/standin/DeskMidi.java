package orchard.standin;

import java.util.function.Consumer;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiMessage;

/** The MIDI socket of a stand-in whose own language is OSC: a port of its name that hears, and speaks if it is said to. */
final class DeskMidi implements AutoCloseable {

    private final VirtualMidi port;
    private final byte[] identity;
    private final MidiDecoder decoder;

    /**
     * @param name of its port
     * @param model byte of its identity
     * @param arriving takes each message, on the sender's thread
     */
    DeskMidi(String name, int model, boolean speaks, Consumer<MidiMessage> arriving) {
        identity = new MidiMessage.SysEx(
                        new byte[] {0x7E, 0, 0x06, 0x02, MidiStandIn.MAKER, (byte) model, 0, 1, 0, 0, 0, 1, 0})
                .bytes();
        decoder = new MidiDecoder(message -> arrived(message, speaks, arriving));
        port = new VirtualMidi(name, new VirtualMidi.Kind(name + " socket", speaks, true, 0), this::feed);
    }

    private synchronized void feed(byte[] bytes) {
        decoder.feed(bytes);
    }

    private void arrived(Message message, boolean speaks, Consumer<MidiMessage> arriving) {
        if (Identity.isRequest(message)) {
            if (speaks) {
                port.send(identity);
            }
        } else if (message instanceof MidiMessage midi) {
            arriving.accept(midi);
        }
    }

    void send(MidiMessage message) {
        port.send(message.bytes());
    }

    @Override
    public void close() {
        port.close();
    }
}
