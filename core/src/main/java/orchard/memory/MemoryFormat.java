package orchard.memory;

import java.util.List;
import java.util.Optional;
import java.util.ServiceLoader;
import orchard.gear.Profile;
import orchard.gear.Traits;
import orchard.mistake.Mistake;
import orchard.signal.MidiMessage;

/**
 * The language in which a device's memory is read and written, and what its programme means for a profile. A programme is a row of
 * blocks; the first says how many there are.
 */
public interface MemoryFormat {

    /** All formats there are; a device brings its own, found by {@link ServiceLoader}. */
    List<MemoryFormat> ALL = ServiceLoader.load(MemoryFormat.class, MemoryFormat.class.getClassLoader()).stream()
            .map(ServiceLoader.Provider::get)
            .toList();

    /** The format of that name, see {@link Traits#memory}. */
    static Optional<MemoryFormat> named(String name) {
        return ALL.stream().filter(one -> one.format().equals(name)).findFirst();
    }

    /** The name by which profiles ask for it. */
    String format();

    /** Whether a message is said in it. */
    boolean speaks(MidiMessage.SysEx message);

    /** Asks for a block, or for all if the number is negative. */
    MidiMessage.SysEx ask(int block);

    /** Writes a block. */
    MidiMessage.SysEx write(int block, int blocks, byte[] data);

    /** What a message of the device says. */
    Reply reply(MidiMessage.SysEx message);

    /** How many blocks a programme has whose first block is this. */
    int blocks(byte[] first);

    /** What a block is about, in words. */
    String name(MemoryImage programme, int block);

    /**
     * The programme that makes a device be as a profile says.
     *
     * @throws Mistake naming what the device cannot do
     */
    MemoryImage programme(Profile profile);

    /** A profile changed to what a programme says; names and places stay. */
    Profile profile(Profile before, MemoryImage programme);

    /** Where two programmes differ, in words. */
    List<Difference> differences(MemoryImage rig, MemoryImage device);

    /** One place where rig and device differ; each side in words. */
    record Difference(String where, String rig, String device) {}

    /** What a device said about its memory. */
    sealed interface Reply {

        /** A block as it is. */
        record Told(int block, int blocks, byte[] data) implements Reply {}

        /** A block was written. */
        record Taken(int block) implements Reply {}

        /** A block was not written. */
        record Refused(int block, String why) implements Reply {}

        /** What came cannot be used. */
        record Broken(String why) implements Reply {}
    }
}
