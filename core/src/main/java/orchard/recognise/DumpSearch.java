package orchard.recognise;

import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.signal.Checksum;
import orchard.signal.MidiMessage;
import orchard.signal.Packing;

/**
 * What a device's dumps tell of themselves: how they begin, whether they end with a checksum, and, after one thing was changed on the device, what moved.
 *
 * @param last the newest of them
 * @param head how all of them begin, in upper-case hex with blanks
 * @param checksum null where none was found; for that two different ones are needed
 * @param compared whether there are two different ones
 * @param moved what is otherwise in the last one than in the last one that was another
 */
public record DumpSearch(MidiMessage.SysEx last, String head, Checksum checksum, boolean compared, List<Moved> moved) {

    /** A dump is no shorter; what is, tells one thing. */
    public static final int SHORTEST = 8;

    /** Bytes after the maker's that say what kind of message it is. */
    private static final int KIND = 2;

    /** A coarse half moves less than this when something is turned a little; a fine one jumps about. */
    private static final int LITTLE = 8;

    /**
     * A number that moved.
     *
     * @param at its first byte, from 0, the byte after F0
     */
    public record Moved(int at, Packing packing, int before, int after) {}

    public DumpSearch {
        moved = List.copyOf(moved);
    }

    /** What can be said of the dumps that were heard, the newest last; empty if the newest is none. */
    public static Optional<DumpSearch> of(List<MidiMessage.SysEx> heard) {
        MidiMessage.SysEx last = heard.isEmpty() ? null : heard.get(heard.size() - 1);
        if (last == null || last.length() < SHORTEST) {
            return Optional.empty();
        }
        int start = (last.at(0) == 0 ? 3 : 1) + KIND;
        List<MidiMessage.SysEx> same = heard.stream()
                .filter(one -> one.length() == last.length())
                .filter(one -> IntStream.range(0, start).allMatch(i -> one.at(i) == last.at(i)))
                .distinct()
                .toList();
        Checksum checksum = same.size() < 2 ? null : checksum(same, start);
        Optional<MidiMessage.SysEx> before = IntStream.iterate(heard.size() - 1, i -> i >= 0, i -> i - 1)
                .mapToObj(heard::get)
                .filter(one -> !one.equals(last))
                .filter(same::contains)
                .findFirst();
        String head = HexFormat.ofDelimiter(" ")
                .withUpperCase()
                .formatHex(last.data(), 0, start)
                .toUpperCase(Locale.ROOT);
        return Optional.of(new DumpSearch(
                last,
                head,
                checksum,
                before.isPresent(),
                before.map(one -> moved(one, last, checksum == null ? last.length() : checksum.at()))
                        .orElse(List.of())));
    }

    /** The last byte, worked out in a way that fits all of them; most begin right behind the head. */
    private static Checksum checksum(List<MidiMessage.SysEx> same, int start) {
        int at = same.get(0).length() - 1;
        for (int from : new int[] {start, start + 1, start - 1, 1, 0, start + 2}) {
            for (Checksum.Kind kind : Checksum.Kind.values()) {
                Checksum one = new Checksum(kind, from, at);
                if (same.stream().allMatch(message -> one.of(message) == message.at(at))) {
                    return one;
                }
            }
        }
        return null;
    }

    private static List<Moved> moved(MidiMessage.SysEx before, MidiMessage.SysEx after, int end) {
        List<Moved> all = new ArrayList<>();
        for (int i = 0; i < end; i++) {
            if (before.at(i) == after.at(i)) {
                continue;
            }
            boolean two = i + 1 < end && before.at(i + 1) != after.at(i + 1);
            Packing packing = two ? pair(before, after, i) : Packing.SEVEN;
            all.add(new Moved(i, packing, packing.number(before, i), packing.number(after, i)));
            i += packing.size() - 1;
        }
        return all;
    }

    /** Two bytes that moved together are one number. */
    private static Packing pair(MidiMessage.SysEx before, MidiMessage.SysEx after, int at) {
        if (Math.max(before.at(at), after.at(at)) < 16 && Math.max(before.at(at + 1), after.at(at + 1)) < 16) {
            return Packing.NIBBLES;
        }
        int first = Math.abs(before.at(at) - after.at(at));
        int second = Math.abs(before.at(at + 1) - after.at(at + 1));
        return second < LITTLE && first >= LITTLE ? Packing.FOURTEEN_FINE_FIRST : Packing.FOURTEEN;
    }
}
