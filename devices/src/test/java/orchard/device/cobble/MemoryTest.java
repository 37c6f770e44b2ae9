package orchard.device.cobble;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import orchard.memory.Memory;
import orchard.memory.Memory.State;
import orchard.memory.MemoryFormat;
import orchard.memory.MemoryImage;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** A memory is read, written and compared with a box on the other end of a cable that may go at any message. */
class MemoryTest {

    private static final long TENTH = 100_000_000;
    private static final int SETTINGS = 14;
    private static final int KEYS = 96;
    private static final int PADS = 512;
    private static final int KNOBS = 64;

    private final MemoryFormat format = MemoryFormat.named("cobble").orElseThrow();

    /** Holds blocks as the format has them, and answers. */
    private final class Box {

        private final List<byte[]> blocks = new ArrayList<>();
        private boolean answers = true;
        private boolean forgets;
        private int refuses;

        Box(MemoryImage programme) {
            for (int i = 0; i < programme.size(); i++) {
                blocks.add(programme.block(i));
            }
        }

        MemoryImage programme() {
            return new MemoryImage(blocks);
        }

        /** What it says to a message; null for nothing. */
        MidiMessage.SysEx hear(MidiMessage.SysEx message) {
            byte[] data = message.data();
            int block = data[3];
            if (!answers) {
                return null;
            } else if (data[2] == 0x30) {
                return told(block);
            } else if (refuses > 0) {
                return new MidiMessage.SysEx(new byte[] {0x7D, 1, 0x33, (byte) block, (byte) refuses});
            }
            byte[] inside = Arrays.copyOfRange(data, 5, data.length - 1);
            if (!forgets) {
                blocks.set(block, inside);
            }
            return new MidiMessage.SysEx(new byte[] {0x7D, 1, 0x33, (byte) block, 0});
        }

        private MidiMessage.SysEx told(int block) {
            byte[] data = format.write(block, blocks.size(), blocks.get(block)).data();
            data[2] = 0x31;
            return new MidiMessage.SysEx(data);
        }
    }

    private final Memory memory = new Memory(format);
    private long now;

    private static MemoryImage programme(int fill) {
        byte[] settings = new byte[SETTINGS];
        settings[0] = 1;
        settings[1] = 1;
        settings[2] = (byte) fill;
        List<byte[]> blocks = new ArrayList<>(List.of(settings));
        for (int length : new int[] {KEYS, PADS, KNOBS}) {
            byte[] block = new byte[length];
            block[0] = (byte) fill;
            blocks.add(block);
        }
        return new MemoryImage(blocks);
    }

    /** The same but for the last block, the knobs. */
    private static MemoryImage otherKnobs(MemoryImage programme, int fill) {
        List<byte[]> blocks = new ArrayList<>();
        for (int i = 0; i < programme.size(); i++) {
            blocks.add(programme.block(i));
        }
        blocks.get(blocks.size() - 1)[5] = (byte) fill;
        return new MemoryImage(blocks);
    }

    /** Lets both talk until they have nothing more to say, or so many messages have gone to the box; gives how many went. */
    private int talk(Box box, int most) {
        int said = 0;
        List<MidiMessage.SysEx> out = memory.toSend();
        while (!out.isEmpty()) {
            for (MidiMessage.SysEx message : out) {
                if (said == most) {
                    return said;
                }
                said++;
                MidiMessage.SysEx answer = box.hear(message);
                if (answer != null) {
                    assertThat(format.speaks(answer)).isTrue();
                    memory.heard(answer, now);
                }
            }
            out = memory.toSend();
        }
        return said;
    }

    private int talk(Box box) {
        return talk(box, Integer.MAX_VALUE);
    }

    private void plug(Box box) {
        memory.there(now);
        talk(box);
    }

    /** As long as it takes to lose patience. */
    private void wait(Box box) {
        for (int i = 0; i < 40; i++) {
            now += TENTH;
            memory.tick(now);
            talk(box);
        }
    }

    @Test
    void nothingIsKnownOfADeviceThatIsNotThere() {
        assertThat(memory.status()).isEqualTo(new Memory.Status(State.AWAY, 0, 0, ""));
        assertThat(memory.held()).isNull();
        assertThatThrownBy(() -> memory.write(programme(1), now))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("not known yet");
    }

    @Test
    void whenItComesItIsReadBlockByBlock() {
        Box box = new Box(programme(3));
        memory.there(now);
        talk(box, 2);
        assertThat(memory.status()).isEqualTo(new Memory.Status(State.READING, 2, 4, "Reading its memory"));
        assertThat(memory.held()).as("half of it is not known").isNull();
        memory.read(now);
        assertThat(talk(box)).as("one question a block").isEqualTo(4);
        assertThat(memory.status().state()).isEqualTo(State.KNOWN);
        assertThat(memory.held()).isEqualTo(programme(3));
    }

    @Test
    void onlyWhatDiffersIsWrittenAndEachBlockIsReadBack() {
        Box box = new Box(programme(3));
        plug(box);
        MemoryImage wanted = otherKnobs(programme(3), 9);
        memory.write(wanted, now);
        assertThat(memory.status()).isEqualTo(new Memory.Status(State.WRITING, 0, 1, "Writing its memory"));
        assertThat(talk(box)).as("one is written, one asked for").isEqualTo(2);
        assertThat(memory.status().state()).isEqualTo(State.KNOWN);
        assertThat(memory.held()).isEqualTo(wanted);
        assertThat(box.programme()).isEqualTo(wanted);
        memory.write(wanted, now);
        assertThat(memory.toSend()).as("it is like that already").isEmpty();
        assertThat(memory.status().state()).isEqualTo(State.KNOWN);
    }

    @Test
    void otherSettingsMoveTheBlocksSoAllAreWritten() {
        Box box = new Box(programme(3));
        plug(box);
        memory.write(programme(4), now);
        assertThat(memory.status().of()).isEqualTo(4);
        talk(box);
        assertThat(box.programme()).isEqualTo(programme(4));
    }

    @Property(tries = 60)
    void aCableThatGoesAtAnyMessageLeavesNoDoubtAboutWhatIsHeld(
            @ForAll @IntRange(min = 0, max = 8) int messages, @ForAll boolean goesOn) {
        Memory own = memory;
        Box box = new Box(programme(3));
        plug(box);
        own.write(programme(4), now);
        talk(box, messages);
        own.gone();
        assertThat(own.held()).isNull();
        assertThat(own.toSend())
                .as("nothing is said into a cable that is not there")
                .isEmpty();
        plug(box);
        assertThat(own.held()).as("it was read again").isEqualTo(box.programme());
        if (messages >= 7) { // all four were written, and what was not read back then was read back now
            assertThat(own.status().state()).isEqualTo(State.KNOWN);
            return;
        }
        assertThat(own.isInterrupted()).isTrue();
        assertThat(own.status().text()).startsWith("Writing was cut off after " + messages / 2 + " of 4 blocks.");
        if (goesOn) {
            own.resume(now);
        } else {
            own.rollBack(now);
        }
        talk(box);
        assertThat(own.status().state()).isEqualTo(State.KNOWN);
        assertThat(box.programme()).isEqualTo(programme(goesOn ? 4 : 3));
        assertThat(own.held()).isEqualTo(box.programme());
    }

    @Test
    void aWriteThatIsCutOffTwiceStillKnowsWhatWasThereBefore() {
        Box box = new Box(programme(3));
        plug(box);
        memory.write(programme(4), now);
        talk(box, 3);
        memory.gone();
        assertThat(memory.status().text()).contains("The cable went while its memory was written");
        plug(box);
        memory.resume(now);
        talk(box, 2);
        memory.gone();
        plug(box);
        assertThat(memory.isInterrupted()).isTrue();
        memory.rollBack(now);
        talk(box);
        assertThat(box.programme()).isEqualTo(programme(3));
    }

    @Test
    void whatIsNotAnsweredIsAskedFourTimesAndThenGivenUp() {
        Box box = new Box(programme(3));
        box.answers = false;
        memory.there(now);
        int asked = memory.toSend().size();
        for (int i = 0; i < 40; i++) {
            now += TENTH;
            memory.tick(now);
            asked += memory.toSend().size();
        }
        assertThat(asked).isEqualTo(4);
        assertThat(memory.status())
                .isEqualTo(new Memory.Status(State.FAILED, 0, 0, "The device does not answer about its memory."));
        box.answers = true;
        memory.read(now);
        talk(box);
        assertThat(memory.held()).isEqualTo(programme(3));
    }

    @Test
    void anAnswerThatWasLostIsAskedForAgain() {
        Box box = new Box(programme(3));
        plug(box);
        memory.write(programme(4), now);
        box.answers = false;
        talk(box);
        box.answers = true;
        wait(box);
        assertThat(memory.status().state()).isEqualTo(State.KNOWN);
        assertThat(box.programme()).isEqualTo(programme(4));
    }

    @Test
    void aBlockThatReadsBackDifferentlyIsSaid() {
        Box box = new Box(programme(3));
        plug(box);
        box.forgets = true;
        memory.write(otherKnobs(programme(3), 9), now);
        talk(box);
        assertThat(memory.status().state()).isEqualTo(State.FAILED);
        assertThat(memory.status().text()).startsWith("Block 3 was written but reads back differently.");
        assertThat(memory.held()).as("nobody knows any more").isNull();
    }

    @Test
    void aRefusalIsSaidInTheDevicesWords() {
        Box box = new Box(programme(3));
        plug(box);
        box.refuses = 3;
        memory.write(programme(4), now);
        talk(box);
        assertThat(memory.status().text()).isEqualTo("The device refused block 0: it cannot be so.");
    }

    @Test
    void whatCannotBeUsedIsSaidButOnlyAsLongAsItIsWhatCame() {
        Box box = new Box(programme(3));
        memory.there(now);
        memory.toSend();
        byte[] bent = box.told(0).data();
        bent[6] ^= 1;
        memory.heard(new MidiMessage.SysEx(bent), now);
        box.answers = false;
        wait(box);
        assertThat(memory.status().text())
                .startsWith("What it says about its memory cannot be used: block 0: the checksum");
        memory.read(now);
        wait(box);
        assertThat(memory.status().text())
                .as("this time nothing came at all")
                .isEqualTo("The device does not answer about its memory.");
    }

    @Property(tries = 200)
    void nothingThatADeviceSaysUnaskedDisturbsWhatIsKnown(@ForAll long seed) {
        Random random = new Random(seed);
        Box box = new Box(programme(3));
        plug(box);
        for (int i = 0; i < 20; i++) {
            byte[] any = new byte[3 + random.nextInt(20)];
            for (int b = 0; b < any.length; b++) {
                any[b] = (byte) random.nextInt(128);
            }
            any[0] = 0x7D;
            any[1] = 1;
            any[2] = (byte) (random.nextBoolean() ? 0x31 : 0x33);
            memory.heard(new MidiMessage.SysEx(any), now);
        }
        assertThat(memory.held()).isEqualTo(programme(3));
        assertThat(memory.toSend()).isEmpty();
    }
}
