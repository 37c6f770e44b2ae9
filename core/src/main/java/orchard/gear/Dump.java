package orchard.gear;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.mistake.Mistake;
import orchard.parameter.Range;
import orchard.signal.Checksum;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.Packing;

/**
 * A SysEx in which a device tells where some of its parameters stand (MIDI 1.0, system exclusive): all of a patch when it is asked, or one when its own panel is moved.
 *
 * @param name unique within its device; what people call it: patch dump
 * @param head its first bytes after F0, by which it is known; upper-case hex with blanks
 * @param length how many bytes stand between F0 and F7
 * @param ask what makes the device say it; none where it says it only by itself
 * @param places which parameter stands where
 * @param checksum null for none
 * @param after ids of the parameters with which the device puts all its others elsewhere, such as the patch; they are not known from then on until it told
 * @param waitMillis how long after such a change it is asked, 0–5,000
 * @param taken whether the device takes such a message as well as it says it, and stands then as it says
 */
public record Dump(
        String name,
        String head,
        int length,
        List<Message> ask,
        List<Place> places,
        Checksum checksum,
        List<String> after,
        int waitMillis,
        @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean taken) {

    /** The most bytes of a dump that is understood. */
    public static final int LONGEST = 16_384;

    private static final int LONGEST_WAIT = 5_000;

    /**
     * Where a parameter stands in it.
     *
     * @param at its first byte, from 0, the byte after F0
     * @param plain whether the number counts from the lowest value on, instead of being spread over the whole range
     */
    public record Place(String parameter, int at, Packing packing, boolean plain) {

        public Place {
            if (parameter == null || packing == null || at < 0) {
                throw new Mistake("A place in a dump needs a parameter, where its first byte is, and how it is packed");
            }
        }

        /** Whether it shares a byte with another. */
        public boolean overlaps(Place other) {
            return at < other.at + other.packing.size() && other.at < at + packing.size();
        }

        /** Puts a real value into the bytes of a message. */
        public void put(byte[] data, double real, Range range) {
            double number = plain ? real - range.low() : range.place(real) * packing.most();
            packing.put(data, at, (int) Math.rint(Math.max(0, Math.min(packing.most(), number))));
        }

        /** The real value in a message. */
        public double real(MidiMessage.SysEx message, Range range) {
            int number = packing.number(message, at);
            return plain ? range.low() + number : range.at((double) number / packing.most());
        }
    }

    /** One that its device only says. */
    public Dump(
            String name,
            String head,
            int length,
            List<Message> ask,
            List<Place> places,
            Checksum checksum,
            List<String> after,
            int waitMillis) {
        this(name, head, length, ask, places, checksum, after, waitMillis, false);
    }

    public Dump {
        ask = ask == null ? List.of() : List.copyOf(ask);
        places = places == null ? List.of() : List.copyOf(places);
        after = after == null ? List.of() : List.copyOf(after);
        if (name == null || name.isBlank()) {
            throw new Mistake("A dump needs a name");
        }
        head = head == null ? "" : head.strip().toUpperCase(Locale.ROOT);
        if (!head.matches("[0-7][0-9A-F]( [0-7][0-9A-F])*")) {
            throw new Mistake(
                    "“%s” begins with “%s”; expected bytes 00–7F in hex with blanks between them, like 7D 04 41"
                            .formatted(name, head));
        }
        int first = (head.length() + 1) / 3;
        if (length < first || length > LONGEST) {
            throw new Mistake("“%s” has %d bytes; expected %d–%,d".formatted(name, length, first, LONGEST));
        }
        for (Place place : places) {
            if (place.at < first || place.at + place.packing.size() > length) {
                throw new Mistake("“%s”: %s stands at byte %d; expected one of %d–%d"
                        .formatted(name, place.parameter, place.at, first, length - place.packing.size()));
            }
        }
        if (checksum != null && checksum.at() >= length) {
            throw new Mistake("“%s”: its checksum stands at byte %d, and the last one is %d"
                    .formatted(name, checksum.at(), length - 1));
        }
        if (waitMillis < 0 || waitMillis > LONGEST_WAIT) {
            throw new Mistake(
                    "“%s” is asked for after %d ms; expected 0–%,d".formatted(name, waitMillis, LONGEST_WAIT));
        }
    }

    /** The same with a parameter at a place; whatever stood there, or where that parameter stood, does no more. */
    public Dump with(Place place) {
        List<Place> others = places.stream()
                .filter(one -> !one.parameter.equals(place.parameter) && !one.overlaps(place))
                .toList();
        return placed(Stream.concat(others.stream(), Stream.of(place))
                .sorted(Comparator.comparingInt(Place::at))
                .toList());
    }

    /** The same without a parameter. */
    public Dump without(String parameter) {
        Dump rest = placed(places.stream()
                .filter(place -> !place.parameter.equals(parameter))
                .toList());
        return rest.after(
                rest.after.stream().filter(one -> !one.equals(parameter)).toList());
    }

    private Dump placed(List<Place> other) {
        return new Dump(name, head, length, ask, other, checksum, after, waitMillis, taken);
    }

    /** The same, asked for by other messages. */
    public Dump ask(List<Message> other) {
        return new Dump(name, head, length, other, places, checksum, after, waitMillis, taken);
    }

    /** The same with another checksum. */
    public Dump with(Checksum other) {
        return new Dump(name, head, length, ask, places, other, after, waitMillis, taken);
    }

    /** The same, asked for after other parameters were chosen. */
    public Dump after(List<String> other) {
        return new Dump(name, head, length, ask, places, checksum, other, waitMillis, taken);
    }

    /** The same, which its device takes, or only says. */
    public Dump taken(boolean isTaken) {
        return new Dump(name, head, length, ask, places, checksum, after, waitMillis, isTaken);
    }

    /** The bytes it begins with. */
    public byte[] start() {
        return HexFormat.ofDelimiter(" ").parseHex(head);
    }

    /** Why a message that begins as it does cannot be used; empty if it can. */
    public Optional<String> fault(MidiMessage.SysEx message) {
        if (message.length() != length) {
            return Optional.of("it has %d bytes, and %d were expected".formatted(message.length(), length));
        }
        if (checksum != null && checksum.of(message) != message.at(checksum.at())) {
            return Optional.of("its checksum is %02X, and %02X was expected"
                    .formatted(message.at(checksum.at()), checksum.of(message)));
        }
        return Optional.empty();
    }
}
