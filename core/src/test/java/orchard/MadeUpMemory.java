package orchard;

import java.util.List;
import orchard.gear.Profile;
import orchard.memory.MemoryFormat;
import orchard.memory.MemoryImage;
import orchard.mistake.Mistake;
import orchard.signal.MidiMessage;

/** The language of a memory that no device has: core knows none, and finds this one as it finds any. */
public final class MadeUpMemory implements MemoryFormat {

    @Override
    public String format() {
        return "made up";
    }

    @Override
    public boolean speaks(MidiMessage.SysEx message) {
        return message.startsWith((byte) 0x7D, (byte) 0x55);
    }

    @Override
    public MidiMessage.SysEx ask(int block) {
        return new MidiMessage.SysEx(new byte[] {0x7D, 0x55, 1});
    }

    @Override
    public MidiMessage.SysEx write(int block, int blocks, byte[] data) {
        return new MidiMessage.SysEx(new byte[] {0x7D, 0x55, 2, (byte) block});
    }

    @Override
    public Reply reply(MidiMessage.SysEx message) {
        return new Reply.Taken(0);
    }

    @Override
    public int blocks(byte[] first) {
        return 1;
    }

    @Override
    public String name(MemoryImage programme, int block) {
        return "all of it";
    }

    @Override
    public MemoryImage programme(Profile profile) {
        throw new Mistake("nothing is known of it");
    }

    @Override
    public Profile profile(Profile before, MemoryImage programme) {
        return before;
    }

    @Override
    public List<Difference> differences(MemoryImage rig, MemoryImage device) {
        return List.of();
    }
}
