package orchard.signal;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * A Standard MIDI File (RP-001, formats 0 and 1). Read and written by {@link MidiFileCodec}.
 *
 * @param format 0: one track; 1: several that sound together
 */
public record MidiFile(int format, Division division, List<Track> tracks) {

    public MidiFile {
        tracks = List.copyOf(tracks);
    }

    /** What a tick is. */
    public sealed interface Division {

        /** The two bytes that say so in a file (Standard MIDI Files 1.0, “Header Chunks”). */
        int code();

        /** Ticks in a quarter note, 1–32767; how long that is, tempo events say. */
        record Quarter(int ticks) implements Division {
            @Override
            public int code() {
                return ticks;
            }
        }

        /** Ticks in a frame of time code; tempo does not matter. Frames a second are 24, 25, 29 (meaning 29.97) or 30. */
        record Frame(int framesPerSecond, int ticks) implements Division {
            @Override
            public int code() {
                return (-framesPerSecond & 0xFF) << 8 | ticks;
            }
        }
    }

    /**
     * One track, its entries in the order of their ticks.
     *
     * @param end when it ends, in ticks from the beginning; not before its last entry
     */
    public record Track(List<Entry> entries, long end) {
        public Track {
            entries = List.copyOf(entries);
            end = entries.isEmpty()
                    ? end
                    : Math.max(end, entries.get(entries.size() - 1).tick());
        }

        /** A track that ends with its last entry. */
        public Track(List<Entry> entries) {
            this(entries, 0);
        }
    }

    /**
     * One thing in a track.
     *
     * @param tick from the beginning
     */
    public record Entry(long tick, Content content) {}

    /** What can stand in a track. */
    public sealed interface Content {

        /** Writes it as it stands behind its time (Standard MIDI Files 1.0, “Track Chunks”). */
        void write(ByteArrayOutputStream out);

        /** A message. */
        record Said(MidiMessage message) implements Content {
            @Override
            public void write(ByteArrayOutputStream out) {
                MidiFileCodec.said(out, message);
            }
        }

        /** Bytes to be sent as they are. */
        record Raw(List<Byte> bytes) implements Content {
            @Override
            public void write(ByteArrayOutputStream out) {
                MidiFileCodec.raw(out, bytes);
            }
        }

        /** A meta event. */
        record Meta(int type, List<Byte> data) implements Content {

            /** Type of the event that ends a track. */
            public static final int END_OF_TRACK = 0x2F;

            /** Type of the event that sets the tempo: microseconds a quarter note in 24 bit. */
            public static final int TEMPO = 0x51;

            @Override
            public void write(ByteArrayOutputStream out) {
                out.write(0xFF);
                out.write(type);
                MidiFileCodec.quantity(out, data.size());
                data.forEach(out::write);
            }
        }
    }

    /**
     * A message with its time.
     *
     * @param micros microseconds from the beginning
     */
    public record Timed(long micros, MidiMessage message) {}

    /** A file of one track that plays messages at their times, to a tenth of a millisecond. */
    public static MidiFile of(List<Timed> messages) {
        List<Entry> entries = new ArrayList<>();
        entries.add(new Entry(0, tempo(500_000)));
        for (Timed timed : messages) {
            MidiJoiner.split(timed.message())
                    .forEach(part -> entries.add(new Entry(timed.micros() / 100, new Content.Said(part))));
        }
        return new MidiFile(0, new Division.Quarter(5_000), List.of(new Track(entries)));
    }

    private static Content.Meta tempo(int microsPerQuarter) {
        return new Content.Meta(
                Content.Meta.TEMPO,
                List.of((byte) (microsPerQuarter >> 16), (byte) (microsPerQuarter >> 8), (byte) microsPerQuarter));
    }

    /** The messages of all tracks in the order and at the times at which they sound. */
    public List<Timed> timed() {
        List<Entry> all = new ArrayList<>();
        tracks.forEach(track -> all.addAll(track.entries()));
        all.sort(Comparator.comparingLong(Entry::tick)); // stable: tracks stay in their order
        List<Timed> timed = new ArrayList<>();
        double microsPerTick = microsPerTick(500_000);
        double micros = 0;
        long tick = 0;
        for (Entry entry : all) {
            micros += (entry.tick() - tick) * microsPerTick;
            tick = entry.tick();
            if (entry.content() instanceof Content.Said said) {
                timed.add(new Timed(Math.round(micros), said.message()));
            } else if (entry.content() instanceof Content.Meta meta
                    && meta.type() == Content.Meta.TEMPO
                    && meta.data().size() == 3) {
                int[] bytes = meta.data().stream().mapToInt(b -> b & 0xFF).toArray();
                microsPerTick = microsPerTick(bytes[0] << 16 | bytes[1] << 8 | bytes[2]);
            }
        }
        return timed;
    }

    private double microsPerTick(int microsPerQuarter) {
        if (division instanceof Division.Frame frame) {
            double frames = frame.framesPerSecond() == 29 ? 30_000 / 1001.0 : frame.framesPerSecond();
            return 1e6 / frames / frame.ticks();
        }
        return (double) microsPerQuarter / ((Division.Quarter) division).ticks();
    }

    static List<Byte> bytes(byte[] bytes, int from, int to) {
        List<Byte> list = new ArrayList<>(to - from);
        for (byte b : Arrays.copyOfRange(bytes, from, to)) {
            list.add(b);
        }
        return List.copyOf(list);
    }
}
