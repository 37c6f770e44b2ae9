package orchard.memory;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import orchard.signal.MidiMessage;

/**
 * Reads and writes one device's memory, block by block. Every block that is written is read back and compared before the next. If the
 * cable goes in the middle, it is read anew when the device is back, and the person chooses between going on and putting back what was
 * there. It never claims to know what it did not hear from the device since it last came. Not safe for several threads.
 */
public final class Memory {

    private static final long PATIENCE_NANOS = 600_000_000;
    private static final int TRIES = 4;

    /** What is going on. */
    public enum State {
        /** The device is not there. */
        AWAY,
        /** The blocks are being read. */
        READING,
        /** What it holds is known. */
        KNOWN,
        /** Blocks are being written and compared. */
        WRITING,
        /** Writing was cut off, and the device holds some of the old and some of the new. */
        INTERRUPTED,
        /** It did not answer, or not as it should. */
        FAILED
    }

    /**
     * How far it is.
     *
     * @param done blocks that are done
     * @param of blocks in all
     * @param text what is going on, in a sentence; "" while nothing is
     */
    public record Status(State state, int done, int of, String text) {}

    private final MemoryFormat format;
    private final List<MidiMessage.SysEx> outbox = new ArrayList<>();
    private State state = State.AWAY;
    private final List<byte[]> reading = new ArrayList<>();
    private MemoryImage held;
    private MemoryImage before;
    private MemoryImage target;
    private final List<Integer> toWrite = new ArrayList<>();
    private int written;
    private boolean verifying;
    private MidiMessage.SysEx last;
    private long askedAt;
    private int tries;
    private String why = "";

    /** The memory of a device that is not there yet. */
    public Memory(MemoryFormat format) {
        this.format = format;
    }

    /** What the device holds, as it was last read; null if that is not known. */
    public MemoryImage held() {
        return state == State.KNOWN || state == State.INTERRUPTED ? held : null;
    }

    /** Whether a write was cut off: {@link #resume} and {@link #rollBack} are possible. */
    public boolean isInterrupted() {
        return state == State.INTERRUPTED;
    }

    /** Where it stands. */
    public Status status() {
        return switch (state) {
            case AWAY ->
                new Status(
                        state,
                        0,
                        0,
                        target == null ? "" : "The cable went while its memory was written. Plug it in again.");
            case READING -> new Status(state, reading.size(), blocks(), "Reading its memory");
            case KNOWN -> new Status(state, 0, 0, "");
            case WRITING -> new Status(state, written, toWrite.size(), "Writing its memory");
            case INTERRUPTED ->
                new Status(
                        state,
                        written,
                        toWrite.size(),
                        "Writing was cut off after %d of %d blocks. What it holds now was read again."
                                .formatted(written, toWrite.size()));
            case FAILED -> new Status(state, 0, 0, why);
        };
    }

    private int blocks() {
        return reading.isEmpty() ? 0 : format.blocks(reading.get(0));
    }

    /** What has to be sent now; it is forgotten here. */
    public List<MidiMessage.SysEx> toSend() {
        List<MidiMessage.SysEx> now = List.copyOf(outbox);
        outbox.clear();
        return now;
    }

    /** The device came: what it holds is read. */
    public void there(long nanos) {
        read(nanos);
    }

    /** The device went. What it holds is not known any more. */
    public void gone() {
        outbox.clear();
        state = State.AWAY;
    }

    /** Reads everything. */
    public void read(long nanos) {
        reading.clear();
        outbox.clear();
        state = State.READING;
        ask(0, nanos);
    }

    /**
     * Writes what differs from what the device holds.
     *
     * @throws IllegalStateException if what it holds is not known
     */
    public void write(MemoryImage programme, long nanos) {
        if (held() == null) {
            throw new IllegalStateException("What the device holds is not known yet");
        }
        if (state != State.INTERRUPTED) {
            before = held;
        }
        begin(programme, nanos);
    }

    /** Goes on with what was cut off. */
    public void resume(long nanos) {
        begin(target, nanos);
    }

    /** Puts back what was there before the write that was cut off. */
    public void rollBack(long nanos) {
        begin(before, nanos);
    }

    private void begin(MemoryImage programme, long nanos) {
        target = programme;
        toWrite.clear();
        boolean otherPages = programme.size() != held.size() || !programme.sameBlock(held, 0);
        for (int i = 0; i < programme.size(); i++) {
            // with another number of pages the blocks move, so all are written
            if (otherPages || !programme.sameBlock(held, i)) {
                toWrite.add(i);
            }
        }
        written = 0;
        verifying = false;
        state = State.WRITING;
        next(nanos);
    }

    private void next(long nanos) {
        if (written == toWrite.size()) {
            held = target;
            target = null;
            before = null;
            state = State.KNOWN;
            return;
        }
        int block = toWrite.get(written);
        say(format.write(block, target.size(), target.block(block)), nanos);
    }

    private void ask(int block, long nanos) {
        say(format.ask(block), nanos);
    }

    private void say(MidiMessage.SysEx message, long nanos) {
        last = message;
        askedAt = nanos;
        tries = 1;
        why = "";
        outbox.add(message);
    }

    /** A message came that {@linkplain MemoryFormat#speaks is about} the memory. */
    public void heard(MidiMessage.SysEx message, long nanos) {
        MemoryFormat.Reply reply = format.reply(message);
        if (state == State.READING && reply instanceof MemoryFormat.Reply.Told told && told.block() == reading.size()) {
            reading.add(told.data());
            if (reading.size() < blocks()) {
                ask(reading.size(), nanos);
            } else {
                held = new MemoryImage(reading);
                boolean cutOff = target != null && !held.equals(target);
                if (!cutOff) {
                    target = null;
                    before = null;
                }
                state = cutOff ? State.INTERRUPTED : State.KNOWN;
            }
        } else if (state == State.WRITING
                && !verifying
                && reply instanceof MemoryFormat.Reply.Taken taken
                && taken.block() == toWrite.get(written)) {
            verifying = true;
            ask(taken.block(), nanos);
        } else if (state == State.WRITING
                && verifying
                && reply instanceof MemoryFormat.Reply.Told told
                && told.block() == toWrite.get(written)) {
            verifying = false;
            if (!Arrays.equals(told.data(), target.block(told.block()))) {
                fail("Block %d was written but reads back differently. Read it again and see what it holds."
                        .formatted(told.block()));
                return;
            }
            written++;
            next(nanos);
        } else if (state == State.WRITING && reply instanceof MemoryFormat.Reply.Refused refused) {
            fail("The device refused block %d: %s.".formatted(refused.block(), refused.why()));
        } else if (reply instanceof MemoryFormat.Reply.Broken broken
                && (state == State.READING || state == State.WRITING)) {
            why = broken.why();
        }
    }

    /** Time passed: what was not answered is asked again, a few times. */
    public void tick(long nanos) {
        if (state != State.READING && state != State.WRITING || nanos - askedAt < PATIENCE_NANOS) {
            return;
        }
        if (tries >= TRIES) {
            fail(
                    why.isEmpty()
                            ? "The device does not answer about its memory."
                            : "What it says about its memory cannot be used: " + why + ".");
            return;
        }
        tries++;
        askedAt = nanos;
        outbox.add(last);
    }

    private void fail(String sentence) {
        state = State.FAILED;
        held = null;
        why = sentence;
    }
}
