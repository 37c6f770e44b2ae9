package orchard.standin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import orchard.memory.Memory;
import orchard.memory.MemoryFormat;
import orchard.memory.MemoryImage;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A Cobble's memory, read and written through its port while the cable is pulled. */
class CobbleMemoryTest {

    private final MemoryFormat format = MemoryFormat.named("cobble").orElseThrow();
    private final Memory memory = new Memory(format);
    private final List<MidiMessage.SysEx> heard = new ArrayList<>();
    private final Cobble cobble = new Cobble("Cobble of memory");
    private Plug plug;
    private long nanos;
    private int messages;

    @BeforeEach
    void plugIn() {
        plug = new Plug("Cobble of memory", message -> {
            if (message instanceof MidiMessage.SysEx sysEx && format.speaks(sysEx)) {
                heard.add(sysEx);
            }
        });
    }

    @AfterEach
    void close() {
        plug.close();
        cobble.close();
    }

    /** Carries messages to and fro until nothing more is said, or until so many were sent; then the cable is pulled. */
    private boolean carry(int cutAfter) {
        for (int idle = 0; idle < 20; ) {
            List<MidiMessage.SysEx> out = memory.toSend();
            for (MidiMessage.SysEx message : out) {
                if (messages++ == cutAfter) {
                    cobble.play("cable", "pull", 0);
                    memory.gone();
                    return true;
                }
                plug.tell(message);
            }
            List<MidiMessage.SysEx> in = List.copyOf(heard);
            heard.clear();
            in.forEach(message -> memory.heard(message, nanos));
            nanos += 100_000_000;
            memory.tick(nanos);
            idle = out.isEmpty() && in.isEmpty() ? idle + 1 : 0;
        }
        return false;
    }

    private MemoryImage read() {
        memory.there(nanos);
        carry(Integer.MAX_VALUE);
        assertThat(memory.status().state()).isIn(Memory.State.KNOWN, Memory.State.INTERRUPTED);
        return memory.held();
    }

    /** Three pad pages, two knob pages, one number changed on each. */
    private static MemoryImage other(MemoryImage from) {
        List<byte[]> blocks = new ArrayList<>();
        byte[] settings = from.block(0);
        settings[0] = 3;
        settings[1] = 2;
        blocks.add(settings);
        blocks.add(from.block(1));
        for (int page = 0; page < 3; page++) {
            byte[] pads = from.block(2);
            pads[3] = (byte) (60 + page);
            blocks.add(pads);
        }
        for (int page = 0; page < 2; page++) {
            byte[] knobs = from.block(3);
            knobs[3] = (byte) (90 + page);
            blocks.add(knobs);
        }
        return new MemoryImage(blocks);
    }

    @Test
    void whatIsWrittenIsWhatIsReadBack() {
        MemoryImage before = read();
        assertThat(before.size()).isEqualTo(4);
        MemoryImage wanted = other(before);
        memory.write(wanted, nanos);
        carry(Integer.MAX_VALUE);
        assertThat(memory.status().state()).isEqualTo(Memory.State.KNOWN);
        memory.gone();
        assertThat(memory.held())
                .as("of a device that is away nothing is known")
                .isNull();
        cobble.play("cable", "pull", 0);
        reconnect();
        assertThat(read()).isEqualTo(wanted);
        assertThat(format.differences(before, wanted))
                .extracting(MemoryFormat.Difference::where)
                .contains("Pad pages", "Knob pages", "Pad 1, hit", "Knob 1");
    }

    private void reconnect() {
        plug.close();
        cobble.play("cable", "plug", 0);
        plugIn();
    }

    @ParameterizedTest
    @CsvSource({
        "0, true",
        "1, false",
        "2, true",
        "3, false",
        "4, true",
        "5, false",
        "6, true",
        "7, false",
        "8, true",
        "9, false",
        "10, true",
        "11, false",
        "12, true",
        "13, false"
    })
    void aCableThatGoesWhileWritingIsNeverPassedOver(int cutAfter, boolean goOn) {
        MemoryImage before = read();
        MemoryImage wanted = other(before);
        messages = 0;
        memory.write(wanted, nanos);
        assertThat(carry(cutAfter)).as("pulled").isTrue();
        assertThat(memory.held()).isNull();
        reconnect();
        MemoryImage held = read();
        if (held.equals(wanted)) {
            assertThat(memory.status().state()).isEqualTo(Memory.State.KNOWN);
            return;
        }
        assertThat(memory.isInterrupted()).isTrue();
        if (goOn) {
            memory.resume(nanos);
        } else {
            memory.rollBack(nanos);
        }
        carry(Integer.MAX_VALUE);
        assertThat(memory.status().state()).isEqualTo(Memory.State.KNOWN);
        memory.gone();
        assertThat(read()).isEqualTo(goOn ? wanted : before);
    }

    @Test
    void aDumpThatIsCutOffOrDamagedIsSaidAndNothingIsTakenFromIt() {
        read();
        byte[] whole = {0x7D, 1, 0x31, 1, 4, 9, 9};
        assertThat(format.reply(new MidiMessage.SysEx(whole)))
                .isEqualTo(new MemoryFormat.Reply.Broken("block 1: the checksum 09 does not fit; 72 was expected"));
        byte[] half = {0x7D, 1, 0x31, 1, 4, 3, 0x78};
        assertThat(format.reply(new MidiMessage.SysEx(half)))
                .isEqualTo(new MemoryFormat.Reply.Broken("block 1: 1 bytes came, 96 were expected"));
        byte[] shorter = {0x7D, 1, 0x31, 1};
        assertThat(format.reply(new MidiMessage.SysEx(shorter)))
                .isEqualTo(new MemoryFormat.Reply.Broken("a block of 4 bytes, which is cut off"));
        MemoryImage held = memory.held();
        memory.heard(new MidiMessage.SysEx(whole), nanos);
        assertThat(memory.held()).isEqualTo(held);
    }

    @Test
    void aDeviceThatDoesNotAnswerIsSaidToFail() {
        cobble.play("cable", "sleep", 0);
        memory.there(nanos);
        carry(Integer.MAX_VALUE);
        assertThat(memory.status().state()).isEqualTo(Memory.State.FAILED);
        assertThat(memory.status().text()).isEqualTo("The device does not answer about its memory.");
    }
}
