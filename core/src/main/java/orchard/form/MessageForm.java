package orchard.form;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import orchard.form.Cell.Named;
import orchard.mistake.Mistake;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscArgument;
import orchard.signal.OscMessage;

/**
 * A message some places of which vary: {@code SysEx 7D 04 {patch} {level 2 bytes}}, {@code CC 20 = {level}, ch any}, {@code /track/{n}/volume {level}}. It is
 * recognised by it, with a value for each name; and said by it, with a value for each name. Where a name stands twice, both places say the same. Immutable; what
 * recognising and saying need is worked out once.
 */
public final class MessageForm {

    static final String SYSEX = "SysEx";
    static final String OSC = "OSC";

    /** The most places. */
    public static final int MOST_CELLS = 128;

    private final String kind;
    private final List<Cell> cells;
    private final List<Cell> arguments;
    private final List<String> names;
    /** Null for SysEx and OSC. */
    private final Family family;

    private final int length;
    private final Optional<String> unsaid;

    /**
     * @param kind “SysEx”, “OSC”, or how a channel message is called
     * @param cells the places, in order; of an OSC message first those of its address, whose slashes part them
     * @param arguments those of an OSC message; none elsewhere
     * @throws Mistake where there is no such message
     */
    MessageForm(String kind, List<Cell> cells, List<Cell> arguments) {
        this.kind = kind;
        this.cells = List.copyOf(cells);
        this.arguments = List.copyOf(arguments);
        this.names = names(cells, arguments);
        this.family = kind.equals(SYSEX) || kind.equals(OSC) ? null : Family.valueOf(kind);
        this.length = cells.stream().mapToInt(MessageForm::size).sum();
        this.unsaid = unsaid(cells, arguments);
        if (cells.size() + arguments.size() > MOST_CELLS) {
            throw new Mistake("A message has at most " + MOST_CELLS + " places here, and this has "
                    + (cells.size() + arguments.size()));
        }
        if (kind.equals(SYSEX)) {
            FormCheck.bytes(cells);
        } else if (kind.equals(OSC)) {
            FormCheck.address(cells);
            FormCheck.arguments(arguments);
        } else {
            FormCheck.parts(family, cells);
        }
    }

    static int size(Cell cell) {
        return cell instanceof Named named ? named.size().bytes() : 1;
    }

    /**
     * Reads {@link #text}.
     *
     * @throws Mistake that names the place which cannot be read, and what is expected
     */
    @JsonCreator
    public static MessageForm of(String text) {
        return FormText.read(text == null ? "" : text);
    }

    /** The form of one message, with nothing in it that varies. */
    public static MessageForm of(Message message) {
        if (message instanceof MidiMessage.SysEx sysEx) {
            List<Cell> bytes = new ArrayList<>();
            for (byte one : sysEx.data()) {
                bytes.add(new Cell.Fixed(one));
            }
            return new MessageForm(SYSEX, bytes, List.of());
        } else if (message instanceof OscMessage osc) {
            return new MessageForm(
                    OSC,
                    Stream.of(osc.address().substring(1).split("/", -1))
                            .map(word -> (Cell) new Cell.Said(word))
                            .toList(),
                    osc.arguments().stream().map(MessageForm::fixed).toList());
        } else if (message instanceof MidiMessage midi) {
            for (Family family : Family.values()) {
                int[] numbers = family.read(midi);
                if (numbers != null) {
                    return new MessageForm(
                            family.name(),
                            Arrays.stream(numbers)
                                    .mapToObj(number -> (Cell) new Cell.Fixed(number))
                                    .toList(),
                            List.of());
                }
            }
        }
        throw new Mistake("Such a message has no places that could vary: " + message.words());
    }

    private static Cell fixed(OscArgument argument) {
        if (argument instanceof OscArgument.Text text) {
            return new Cell.Said(text.value());
        }
        return Double.isFinite(argument.number()) ? new Cell.Fixed(argument.number()) : new Cell.Any();
    }

    /** As it is read. */
    @JsonValue
    public String text() {
        return FormText.written(this);
    }

    /** All places. */
    public List<Cell> all() {
        return Stream.concat(cells.stream(), arguments.stream()).toList();
    }

    /** The same with another place. */
    public MessageForm with(int place, Cell cell) {
        List<Cell> all = new ArrayList<>(all());
        all.set(place, cell);
        return new MessageForm(kind, all.subList(0, cells.size()), all.subList(cells.size(), all.size()));
    }

    /**
     * The same with another place. In a SysEx a place that takes more bytes than before takes those that stand behind it, and one that takes fewer leaves zeros.
     *
     * @throws Mistake where there are not so many
     */
    public MessageForm replaced(int place, Cell cell) {
        if (!isSysEx()) {
            return with(place, cell);
        }
        List<Cell> bytes = new ArrayList<>(cells);
        int more = size(cell) - size(bytes.set(place, cell));
        for (; more < 0; more++) {
            bytes.add(place + 1, new Cell.Fixed(0));
        }
        for (; more > 0; more--) {
            if (place + 1 >= bytes.size()
                    || size(bytes.get(place + 1)) > 1
                    || bytes.get(place + 1) instanceof Cell.Sum) {
                throw new Mistake("Behind it are not bytes enough for that");
            }
            bytes.remove(place + 1);
        }
        return new MessageForm(kind, bytes, List.of());
    }

    /** What each place is: a part's name, or which byte, word or argument. */
    public List<String> labels() {
        List<String> labels = new ArrayList<>();
        int at = 1;
        for (int i = 0; i < cells.size(); i++) {
            labels.add(
                    isSysEx()
                            ? "byte " + at
                            : isOsc() ? "word " + at : family().parts.get(i).word());
            at += isSysEx() ? size(cells.get(i)) : 1;
        }
        for (int i = 0; i < arguments.size(); i++) {
            labels.add("argument " + (i + 1));
        }
        return labels;
    }

    /** A place as it is shown. */
    public String words(int place) {
        Cell cell = all().get(place);
        if (cell instanceof Cell.Sum sum) {
            return sum.title();
        }
        return isSysEx()
                ? FormText.hex(cell)
                : isOsc() && place < cells.size() && cell instanceof Cell.Said said ? said.text() : cell.words();
    }

    /** What it is called, in front of its places. */
    public String title() {
        return isSysEx()
                ? SYSEX
                : isOsc()
                        ? OSC
                        : family().words
                                .replaceAll("[\\[\\]=,]+", "")
                                .replaceAll("\\bch\\b|velocity", "")
                                .replaceAll("\\s+", " ")
                                .strip();
    }

    /**
     * The number that is typed for a place: in hex in a SysEx.
     *
     * @throws Mistake where it is none
     */
    public Cell typed(int place, String text) {
        boolean isWord = isOsc() && (place < cells.size() || !text.matches("[-+]?(\\d+\\.?\\d*|\\.\\d+)"));
        return isWord
                ? new Cell.Said(text.strip())
                : FormText.place(text.strip(), labels().get(place), isSysEx() ? 16 : 10);
    }

    /**
     * A place as it is written in braces.
     *
     * @throws Mistake where it cannot be read
     */
    public static Cell place(String text) {
        return FormText.place(text, "place", 10);
    }

    /** The names of what varies, in order. */
    public List<String> names() {
        return names;
    }

    List<Cell> cells() {
        return cells;
    }

    List<Cell> arguments() {
        return arguments;
    }

    String kind() {
        return kind;
    }

    private static List<String> names(List<Cell> cells, List<Cell> arguments) {
        return Stream.concat(cells.stream(), arguments.stream())
                .filter(Named.class::isInstance)
                .map(cell -> ((Named) cell).name())
                .distinct()
                .toList();
    }

    /** The first place with a name, if there is one. */
    public Optional<Named> first() {
        return all().stream()
                .filter(Named.class::isInstance)
                .map(Named.class::cast)
                .findFirst();
    }

    /** Whether it can be said: nothing in it may be anything. */
    public Optional<String> unsaid() {
        return unsaid;
    }

    private static Optional<String> unsaid(List<Cell> cells, List<Cell> arguments) {
        return Stream.concat(cells.stream(), arguments.stream())
                .filter(cell -> cell instanceof Cell.Any || cell instanceof Cell.Within)
                .findFirst()
                .map(cell -> "what is said is known: in place of “" + cell.words()
                        + "” stands a number or a name like {level}");
    }

    boolean isSysEx() {
        return family == null && kind.equals(SYSEX);
    }

    boolean isOsc() {
        return family == null && kind.equals(OSC);
    }

    Family family() {
        return family;
    }

    /** Whether such messages go to MIDI devices, or else to those that speak OSC. */
    public boolean isMidi() {
        return !isOsc();
    }

    /** Whether it is about messages that are made of several. */
    public boolean isJoined() {
        return !isOsc() && !isSysEx() && family().isJoined();
    }

    /** Of how many bytes a SysEx of this form is. */
    int length() {
        return length;
    }

    /** Between which numbers what has a name is; NaN for a text, 0 and 1 for what has no ends. */
    public double[] ends(String name) {
        for (int i = 0; i < cells.size(); i++) {
            if (cells.get(i) instanceof Named named && named.name().equals(name)) {
                if (isSysEx()) {
                    return named.size().isText()
                            ? new double[] {Double.NaN, Double.NaN}
                            : new double[] {named.size().low(), named.size().high()};
                } else if (!isOsc()) {
                    Family.Part part = family().parts.get(i);
                    return new double[] {part.low(), part.high()};
                }
            }
        }
        return new double[] {0, 1};
    }

    /** Whether what has a name is said as a text: letters, a word of an address, or an argument of that type. */
    public boolean isText(String name) {
        for (int i = 0; i < all().size(); i++) {
            if (all().get(i) instanceof Named named && named.name().equals(name)) {
                return named.size().isText() || named.type() == Cell.Type.TEXT || isOsc() && i < cells.size();
            }
        }
        return false;
    }

    /** The values of what has a name, in the order of {@link #names}: numbers or texts. Null where the message has not this form. */
    public Object[] read(Message message) {
        return FormMatch.read(this, message);
    }

    /**
     * The message with a value for each name: numbers are cut to what their place can hold.
     *
     * @param value a number or a text, by name
     * @throws Mistake where a number is needed and there is none, or where it has places that may be anything
     */
    public Message message(Function<String, Object> value) {
        return message(names.stream().map(value).toArray());
    }

    /**
     * The same with the values in the order of {@link #names}.
     *
     * @throws Mistake where a number is needed and there is none, or where it has places that may be anything
     */
    public Message message(Object[] value) {
        unsaid.ifPresent(why -> {
            throw new Mistake(why);
        });
        return new FormMessage(this, value).said();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof MessageForm that
                && kind.equals(that.kind)
                && cells.equals(that.cells)
                && arguments.equals(that.arguments);
    }

    @Override
    public int hashCode() {
        return Objects.hash(kind, cells, arguments);
    }

    @Override
    public String toString() {
        return text();
    }
}
