package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Semaphore;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.SysexMessage;
import javax.sound.midi.Transmitter;
import orchard.gear.Wire;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiMessage;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;

/** What one MIDI output makes of what it is given, on a wire that carries one thing at a time. */
class MidiPortTest {

    private final Wire wire = new Wire();

    private static MidiMessage.SysEx sysEx(int length) {
        byte[] data = new byte[length];
        Arrays.fill(data, (byte) 0x55);
        return new MidiMessage.SysEx(data);
    }

    private MidiPort open() throws MidiUnavailableException {
        return new MidiPort("wire", null, wire, (port, message) -> {}, port -> {});
    }

    @Test
    void sysExOfAnyLengthArrivesAsItWasSent() throws Exception {
        wire.gate.release(1_000);
        MidiPort port = open();
        List<Integer> lengths = List.of(1, 61, 62, 63, 64, 125, 126, 127, 128, 1_000);
        lengths.forEach(length -> port.send(sysEx(length), null));
        Awaitility.await().until(() -> wire.heard.size() == lengths.size());
        assertThat(wire.heard)
                .containsExactlyElementsOf(
                        lengths.stream().map(MidiPortTest::sysEx).toList());
        port.close();
    }

    @Test
    void panicEndsASysExThatIsOnItsWay() throws Exception {
        MidiPort port = open();
        MidiMessage silence = new MidiMessage.ControlChange(1, 120, 0);
        port.send(sysEx(100_000), null);
        port.send(new MidiMessage.ControlChange(1, 1, 1), null);
        wire.gate.release(2);
        Awaitility.await().until(() -> wire.bytes == 128 && wire.gate.hasQueuedThreads());
        port.clear();
        port.send(silence, null);
        wire.gate.release(1_000);
        Awaitility.await().until(() -> !wire.heard.isEmpty());
        assertThat(wire.heard).as("no part of what was ended").containsExactly(silence);
        assertThat(wire.bytes)
                .as("two pieces, the one that waited, the end, and the silence")
                .isEqualTo(3 * 64 + 1 + 3);
        assertThat(port.traffic().counts().error()).isEqualTo(MidiPort.CUT);
        port.send(sysEx(200), null);
        Awaitility.await().until(() -> wire.heard.size() == 2);
        assertThat(wire.heard).last().as("the next goes out whole").isEqualTo(sysEx(200));
        port.close();
    }

    /** An output that takes one message for each permit. */
    private static final class Wire implements MidiDevice, Receiver {

        private final Semaphore gate = new Semaphore(0);
        private final List<Message> heard = new CopyOnWriteArrayList<>();
        private final MidiDecoder decoder = new MidiDecoder(message -> {
            if (message instanceof MidiMessage) {
                heard.add(message);
            }
        });
        private volatile int bytes;
        private boolean ended;

        @Override
        public void send(javax.sound.midi.MidiMessage message, long timeStamp) {
            gate.acquireUninterruptibly();
            boolean goesOn = message.getStatus() == SysexMessage.SPECIAL_SYSTEM_EXCLUSIVE && message.getLength() > 1;
            boolean isEnd = message.getStatus() == SysexMessage.SPECIAL_SYSTEM_EXCLUSIVE && message.getLength() == 1;
            byte[] all = message.getMessage();
            if (isEnd) {
                decoder.end(); // a device passes over what it cannot use
            } else {
                decoder.feed(Arrays.copyOfRange(all, goesOn ? 1 : 0, message.getLength()));
            }
            bytes += message.getLength() - (goesOn ? 1 : 0);
        }

        @Override
        public Receiver getReceiver() {
            return this;
        }

        @Override
        public MidiDevice.Info getDeviceInfo() {
            return null;
        }

        @Override
        public void open() {
            ended = false;
        }

        @Override
        public void close() {
            ended = true;
        }

        @Override
        public boolean isOpen() {
            return !ended;
        }

        @Override
        public long getMicrosecondPosition() {
            return -1;
        }

        @Override
        public int getMaxReceivers() {
            return -1;
        }

        @Override
        public int getMaxTransmitters() {
            return 0;
        }

        @Override
        public List<Receiver> getReceivers() {
            return List.of(this);
        }

        @Override
        public Transmitter getTransmitter() throws MidiUnavailableException {
            throw new MidiUnavailableException();
        }

        @Override
        public List<Transmitter> getTransmitters() {
            return List.of();
        }
    }
}
