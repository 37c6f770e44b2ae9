package orchard.recognise;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;
import orchard.mistake.Mistake;
import orchard.signal.Checksum;
import orchard.signal.MidiMessage;
import orchard.signal.Packing;
import orchard.signal.SysExTemplate;

/**
 * What a few messages of one kind have in common, and what varies: a number of 7 bit, of 14 bit or of two nibbles, a counter, a checksum. They are best sent low, in the middle, and high, in this order: it
 * tells which half of a number comes first.
 *
 * @param places what each byte is
 * @param templates one for every number that varies; in each of them the others may be any
 * @param doubts what the messages do not tell, in words; none if all is sure
 */
public record Examples(List<Place> places, List<SysExTemplate> templates, List<String> doubts) {

    /** So many messages tell a number from chance. */
    public static final int ENOUGH = 3;

    private static final int NIBBLE = 15;
    private static final int ROUND = 128;

    /** What a byte is. */
    public enum Role {
        FIXED("always the same"),
        NUMBER("the number"),
        CHECKSUM("a checksum"),
        COUNTER("a counter");

        private final String words;

        Role(String words) {
            this.words = words;
        }

        /** It in words. */
        public String words() {
            return words;
        }
    }

    /** @param text the byte in hex, or how far it goes */
    public record Place(String text, Role role) {}

    /** Whether nothing is left open. */
    public boolean isSure() {
        return doubts.isEmpty();
    }

    /**
     * What the messages have in common.
     *
     * @throws Mistake if they are too few, too long, not of one length, or all the same
     */
    public static Examples of(List<MidiMessage.SysEx> messages) {
        if (messages.size() < 2) {
            throw new Mistake(
                    "messages", "send or paste the same message with two other settings at least; three are better");
        }
        int length = messages.get(0).length();
        for (MidiMessage.SysEx message : messages) {
            if (message.length() != length) {
                throw new Mistake(
                        "messages",
                        "one message has %d bytes, another %d: they are not of one kind"
                                .formatted(length, message.length()));
            }
        }
        if (length > SysExTemplate.LONGEST) {
            throw new Mistake(
                    "messages",
                    "a message for a control has at most %d bytes, and these have %d: Dumps reads longer ones"
                            .formatted(SysExTemplate.LONGEST, length));
        }
        return new Search(messages, length).found();
    }

    /** One look at some messages. */
    private static final class Search {
        private final List<MidiMessage.SysEx> messages;
        private final int length;
        private final List<String> doubts = new ArrayList<>();

        Search(List<MidiMessage.SysEx> messages, int length) {
            this.messages = messages;
            this.length = length;
        }

        Examples found() {
            TreeSet<Integer> varying = new TreeSet<>();
            for (int i = 0; i < length; i++) {
                if (values(i).distinct().count() > 1) {
                    varying.add(i);
                }
            }
            if (varying.isEmpty()) {
                throw new Mistake("messages", "all messages are the same: change the setting in between");
            }
            if (messages.size() < ENOUGH) {
                doubts.add("two messages tell little: send one more with another setting");
            }
            Checksum checksum = checksum(varying);
            if (checksum != null) {
                varying.remove(checksum.at());
            }
            Set<Integer> counters = counters(varying);
            varying.removeAll(counters);
            List<int[]> numbers = runs(varying);
            if (numbers.size() > 1) {
                doubts.add(numbers.size()
                        + " numbers vary: change one setting at a time, or take each as a control of its own");
            }
            List<SysExTemplate> templates = new ArrayList<>();
            for (int[] number : numbers) {
                templates.add(template(number, varying, counters, checksum));
            }
            return new Examples(places(varying, counters, checksum), List.copyOf(templates), List.copyOf(doubts));
        }

        private IntStream values(int at) {
            return messages.stream().mapToInt(message -> message.at(at));
        }

        /** The last byte, or the last that varies, if it is worked out of those before it in every message. */
        private Checksum checksum(TreeSet<Integer> varying) {
            Checksum last = varying.contains(length - 1) ? null : checksum(length - 1);
            if (last != null) {
                doubts.add(
                        "the last byte may be a checksum that is the same by chance: send one more with another setting");
                return last;
            }
            return varying.size() < 2 ? null : checksum(varying.last());
        }

        private Checksum checksum(int at) {
            List<Checksum> fitting = new ArrayList<>();
            for (Checksum.Kind kind : Checksum.Kind.values()) {
                for (int from = 0; from < at; from++) {
                    Checksum one = new Checksum(kind, from, at);
                    if (messages.stream().allMatch(message -> one.of(message) == message.at(at))) {
                        fitting.add(one);
                        break; // what is left out further on is 0, and the same in all
                    }
                }
            }
            if (fitting.size() > 1) {
                doubts.add(
                        "the last byte is a checksum, but these messages do not tell of which kind: send more of them");
            }
            return fitting.isEmpty() ? null : fitting.get(0);
        }

        /** Bytes that are one higher in every message, if something else varies too. */
        private Set<Integer> counters(Set<Integer> varying) {
            Set<Integer> counters = new TreeSet<>();
            for (int at : varying) {
                boolean counts = messages.size() >= ENOUGH;
                for (int i = 1; i < messages.size(); i++) {
                    counts &= (messages.get(i - 1).at(at) + 1) % ROUND
                            == messages.get(i).at(at);
                }
                boolean isBeside = varying.contains(at - 1) || varying.contains(at + 1);
                if (counts && isBeside) {
                    doubts.add(
                            "byte " + (at + 1)
                                    + " is half of the number beside it, or counts messages: send one more with another setting");
                } else if (counts) {
                    counters.add(at);
                }
            }
            return counters.size() < varying.size() ? counters : Set.of();
        }

        /** Bytes that vary side by side, as first and last. */
        private List<int[]> runs(Set<Integer> varying) {
            List<int[]> runs = new ArrayList<>();
            for (int at : varying) {
                int[] last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
                if (last != null && last[1] == at - 1) {
                    last[1] = at;
                } else {
                    runs.add(new int[] {at, at});
                }
            }
            List<int[]> numbers = new ArrayList<>();
            for (int[] run : runs) {
                if (run[1] - run[0] < 2) {
                    numbers.add(run);
                    continue;
                }
                doubts.add(
                        (run[1] - run[0] + 1) + " bytes vary side by side: they are taken as numbers of one byte each");
                for (int at = run[0]; at <= run[1]; at++) {
                    numbers.add(new int[] {at, at});
                }
            }
            return numbers;
        }

        private SysExTemplate template(int[] number, Set<Integer> varying, Set<Integer> counters, Checksum checksum) {
            String letters = number[0] == number[1] ? single(number[0]) : halves(number[0]);
            String[] own = letters.split(" ");
            List<String> bytes = new ArrayList<>();
            for (int i = 0; i < length; i++) {
                if (i >= number[0] && i <= number[1]) {
                    bytes.add(own[i - number[0]]);
                } else if (checksum != null && i == checksum.at()) {
                    bytes.add("c" + checksum.kind().letter() + checksum.from());
                } else if (varying.contains(i) || counters.contains(i)) {
                    bytes.add("xx");
                } else {
                    bytes.add("%02X".formatted(messages.get(0).at(i)));
                }
            }
            return SysExTemplate.of(String.join(" ", bytes));
        }

        private String single(int at) {
            if (values(at).max().orElse(0) <= NIBBLE) {
                doubts.add(
                        "no byte is above 0F: send the highest setting as well, to see whether it is all of the number");
            }
            return "vv";
        }

        /** Which half comes first: the way round in which the numbers rise, and if both do, that in which they rise more evenly. */
        private String halves(int at) {
            boolean isNibbles =
                    values(at).max().orElse(0) <= NIBBLE && values(at + 1).max().orElse(0) <= NIBBLE;
            Packing first = isNibbles ? Packing.NIBBLES : Packing.FOURTEEN;
            Packing other = isNibbles ? Packing.NIBBLES_LOW_FIRST : Packing.FOURTEEN_FINE_FIRST;
            boolean rises = rises(first, at);
            if (rises == rises(other, at)) {
                doubts.add(
                        "which half of the number comes first is a guess: send it low, in the middle, and high, in this order");
            }
            boolean isFirst = rises != rises(other, at) ? rises : unevenness(first, at) <= unevenness(other, at);
            return isNibbles ? isFirst ? "nh nl" : "nl nh" : isFirst ? "vv vv" : "vl vh";
        }

        private boolean rises(Packing packing, int at) {
            int[] numbers = messages.stream()
                    .mapToInt(message -> packing.number(message, at))
                    .toArray();
            return IntStream.range(1, numbers.length).allMatch(i -> numbers[i] > numbers[i - 1]);
        }

        private double unevenness(Packing packing, int at) {
            double[] numbers = messages.stream()
                    .mapToDouble(message -> packing.number(message, at))
                    .toArray();
            double step = (numbers[numbers.length - 1] - numbers[0]) / (numbers.length - 1);
            double off = 0;
            for (int i = 0; i < numbers.length; i++) {
                off += Math.abs(numbers[i] - numbers[0] - i * step);
            }
            return off / Math.max(1, Math.abs(step));
        }

        private List<Place> places(Set<Integer> varying, Set<Integer> counters, Checksum checksum) {
            List<Place> places = new ArrayList<>();
            for (int i = 0; i < length; i++) {
                Role role = checksum != null && i == checksum.at()
                        ? Role.CHECKSUM
                        : counters.contains(i) ? Role.COUNTER : varying.contains(i) ? Role.NUMBER : Role.FIXED;
                int low = values(i).min().orElse(0);
                int high = values(i).max().orElse(0);
                places.add(new Place(low == high ? "%02X".formatted(low) : "%02X–%02X".formatted(low, high), role));
            }
            return List.copyOf(places);
        }
    }
}
