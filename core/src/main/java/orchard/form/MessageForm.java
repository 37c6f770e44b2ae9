package orchard.form;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import orchard.form.Cell.Named;
import orchard.mistake.Mistake;
import orchard.signal.Checksum;
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

    private static final Pattern NUMBER = Pattern.compile("[-+]?\\d{1,15}(\\.\\d+)?");

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
            checkBytes(cells);
        } else if (kind.equals(OSC)) {
            checkAddress(cells);
            checkArguments(arguments);
        } else {
            checkParts(family, cells);
        }
    }

    private static void checkBytes(List<Cell> cells) {
        if (cells.isEmpty()) {
            throw new Mistake("A SysEx needs bytes, like SysEx 7D 04 {level}");
        }
        int at = 0;
        for (Cell cell : cells) {
            if (cell instanceof Cell.Sum sum && sum.from() >= at) {
                throw new Mistake("The checksum at byte " + (at + 1) + " counts nothing: it begins at byte "
                        + (sum.from() + 1) + ", which does not lie before it");
            } else if (cell instanceof Cell.Sum sum && sum.from() < 0) {
                throw new Mistake("A checksum begins at byte 1 or later");
            }
            boolean isByte = !(cell instanceof Cell.Fixed fixed) || fixed.number() >= 0 && fixed.number() <= 127;
            boolean isRange = !(cell instanceof Cell.Within range) || range.low() >= 0 && range.high() <= 127;
            if (cell instanceof Named named && named.type() != Cell.Type.FLOAT) {
                throw new Mistake("Byte " + (at + 1) + ": in a SysEx a number has a size, like {level 2 bytes}");
            }
            if (!isByte || !isRange || cell instanceof Cell.Said) {
                throw new Mistake("Byte " + (at + 1) + ": the bytes inside a SysEx are 00–7F");
            }
            at += size(cell);
        }
    }

    private static void checkAddress(List<Cell> cells) {
        for (Cell cell : cells) {
            boolean isFine = cell instanceof Cell.Any
                    || cell instanceof Named named && named.size().equals(Size.BYTE) && named.type() == Cell.Type.FLOAT
                    || cell instanceof Cell.Said said
                            && !said.text().isEmpty()
                            && !said.text().matches(".*[\\s#,/{}].*");
            if (!isFine) {
                throw new Mistake("Between two slashes of an OSC address stands a word, any, or a name like {track}");
            }
        }
        if (cells.isEmpty()) {
            throw new Mistake("An OSC address begins with / and has a word behind it");
        }
    }

    private static void checkArguments(List<Cell> arguments) {
        for (Cell cell : arguments) {
            boolean isSized = cell instanceof Named named && !named.size().equals(Size.BYTE);
            if (isSized || cell instanceof Cell.Sum) {
                throw new Mistake("Argument " + (arguments.indexOf(cell) + 1)
                        + ": in OSC a number has a type, like {level} or {level whole}, and there are no checksums");
            }
        }
    }

    private static void checkParts(Family family, List<Cell> cells) {
        for (int i = 0; i < family.parts.size(); i++) {
            Family.Part part = family.parts.get(i);
            Cell cell = cells.get(i);
            double low = cell instanceof Cell.Fixed fixed
                    ? fixed.number()
                    : cell instanceof Cell.Within in ? in.low() : part.low();
            double high = cell instanceof Cell.Fixed fixed
                    ? fixed.number()
                    : cell instanceof Cell.Within in ? in.high() : part.high();
            if (low < part.low() || high > part.high() || low != Math.rint(low) || high != Math.rint(high)) {
                throw new Mistake(
                        "The %s is a whole number from %d to %d".formatted(part.word(), part.low(), part.high()));
            }
            if (cell instanceof Named named && (!named.size().equals(Size.BYTE) || named.type() != Cell.Type.FLOAT)
                    || cell instanceof Cell.Said
                    || cell instanceof Cell.Sum) {
                throw new Mistake(
                        "The " + part.word() + " is a number, any, a stretch like 0..63, or a name like {level}");
            }
        }
    }

    private static int size(Cell cell) {
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

    /** A place as it is read. */
    public String words(int place) {
        Cell cell = all().get(place);
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
        if (message instanceof OscMessage osc) {
            return isOsc() ? readOsc(osc) : null;
        } else if (message instanceof MidiMessage.SysEx sysEx) {
            return isSysEx() ? readBytes(sysEx) : null;
        }
        int[] numbers = !isOsc() && !isSysEx() && message instanceof MidiMessage midi ? family().read(midi) : null;
        if (numbers == null) {
            return null;
        }
        Values values = new Values(names());
        for (int i = 0; i < numbers.length; i++) {
            if (cells.get(i) instanceof Named named) {
                if (!values.put(named, (double) numbers[i])) {
                    return null;
                }
            } else if (!fits(cells.get(i), numbers[i])) {
                return null;
            }
        }
        return values.all;
    }

    /** What was found under each name. */
    private static final class Values {
        private final List<String> names;
        private final Object[] all;

        Values(List<String> names) {
            this.names = names;
            this.all = new Object[names.size()];
        }

        /** False where nothing can stand there, or another value stands under the same name already. */
        boolean put(Named named, Object value) {
            int place = names.indexOf(named.name());
            boolean isFine = value != null && (all[place] == null || all[place].equals(value));
            all[place] = value;
            return isFine;
        }
    }

    private static boolean fits(Cell cell, double number) {
        return cell instanceof Cell.Any
                || cell instanceof Cell.Fixed fixed && Math.abs(fixed.number() - number) <= 1e-6 * Math.abs(number)
                || cell instanceof Cell.Within range && number >= range.low() && number <= range.high();
    }

    private Object[] readBytes(MidiMessage.SysEx message) {
        byte[] data = message.data();
        if (data.length != length()) {
            return null;
        }
        Values values = new Values(names());
        int at = 0;
        for (Cell cell : cells) {
            if (cell instanceof Named named) {
                if (!values.put(named, named.size().read(data, at))) {
                    return null;
                }
            } else if (cell instanceof Cell.Sum sum) {
                if (new Checksum(sum.kind(), sum.from(), at).of(message) != data[at]) {
                    return null;
                }
            } else if (!fits(cell, data[at])) {
                return null;
            }
            at += size(cell);
        }
        return values.all;
    }

    private Object[] readOsc(OscMessage message) {
        String[] words = message.address().substring(1).split("/", -1);
        if (words.length != cells.size() || message.arguments().size() < arguments.size()) {
            return null;
        }
        Values values = new Values(names());
        for (int i = 0; i < words.length; i++) {
            if (cells.get(i) instanceof Named named) {
                boolean isNumber = NUMBER.matcher(words[i]).matches();
                if (!values.put(named, isNumber ? (Object) Double.valueOf(words[i]) : words[i])) {
                    return null;
                }
            } else if (cells.get(i) instanceof Cell.Said said && !said.text().equals(words[i])) {
                return null;
            }
        }
        for (int i = 0; i < arguments.size(); i++) {
            OscArgument argument = message.arguments().get(i);
            Cell cell = arguments.get(i);
            if (cell instanceof Named named) {
                boolean isNumber = !Double.isNaN(argument.number());
                if (!values.put(named, isNumber ? (Object) argument.number() : text(argument))) {
                    return null;
                }
            } else if (cell instanceof Cell.Said said) {
                if (!said.text().equals(text(argument))) {
                    return null;
                }
            } else if (!fits(cell, argument.number())) {
                return null;
            }
        }
        return values.all;
    }

    private static String text(OscArgument argument) {
        return argument instanceof OscArgument.Text text ? text.value() : argument.words();
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
        unsaid().ifPresent(why -> {
            throw new Mistake(why);
        });
        if (isSysEx()) {
            return bytes(value);
        } else if (isOsc()) {
            return osc(value);
        }
        int[] numbers = new int[cells.size()];
        for (int i = 0; i < numbers.length; i++) {
            Family.Part part = family().parts.get(i);
            double number =
                    cells.get(i) instanceof Cell.Fixed fixed ? fixed.number() : number((Named) cells.get(i), value);
            numbers[i] = (int) Math.round(Math.max(part.low(), Math.min(part.high(), number)));
        }
        return family().make(numbers);
    }

    /** What stands under a name. */
    private Object of(Named named, Object[] value) {
        Object is = value[names.indexOf(named.name())];
        return is == null ? "" : is;
    }

    private double number(Named named, Object[] value) {
        if (of(named, value) instanceof Double number && Double.isFinite(number)) {
            return number;
        }
        throw new Mistake("nothing is known for “" + named.name() + "”, or it is no number");
    }

    private Message bytes(Object[] value) {
        byte[] data = new byte[length()];
        int at = 0;
        for (Cell cell : cells) {
            if (cell instanceof Cell.Fixed fixed) {
                data[at] = (byte) fixed.number();
            } else if (cell instanceof Named named) {
                Object is = named.size().isText() ? word(of(named, value)) : (Object) number(named, value);
                named.size().write(is, data, at);
            } else if (cell instanceof Cell.Sum sum) {
                data[at] = (byte) new Checksum(sum.kind(), sum.from(), at).of(new MidiMessage.SysEx(data));
            }
            at += size(cell);
        }
        return new MidiMessage.SysEx(data);
    }

    private Message osc(Object[] value) {
        StringBuilder address = new StringBuilder();
        for (Cell cell : cells) {
            address.append('/');
            address.append(
                    cell instanceof Cell.Said said
                            ? said.text()
                            : word(of((Named) cell, value)).replaceAll("[\\s#*,/?\\[\\]{}]", "_"));
        }
        return new OscMessage(
                address.toString(),
                arguments.stream().map(cell -> argument(cell, value)).toList());
    }

    private OscArgument argument(Cell cell, Object[] value) {
        if (cell instanceof Cell.Said said) {
            return new OscArgument.Text(said.text());
        } else if (cell instanceof Cell.Fixed fixed) {
            boolean isWhole =
                    fixed.number() == Math.rint(fixed.number()) && Math.abs(fixed.number()) < Integer.MAX_VALUE;
            return isWhole
                    ? new OscArgument.Int32((int) fixed.number())
                    : new OscArgument.Float32((float) fixed.number());
        }
        Named named = (Named) cell;
        if (named.type() == Cell.Type.TEXT) {
            return new OscArgument.Text(word(of(named, value)));
        }
        double number = number(named, value);
        return switch (named.type()) {
            case WHOLE ->
                new OscArgument.Int32(
                        (int) Math.max(Integer.MIN_VALUE, Math.min(Integer.MAX_VALUE, Math.rint(number))));
            case DOUBLE -> new OscArgument.Float64(number);
            case LONG -> new OscArgument.Int64(Math.round(number));
            case SWITCH -> number >= 0.5 ? OscArgument.Plain.TRUE : OscArgument.Plain.FALSE;
            default -> new OscArgument.Float32((float) number);
        };
    }

    /** A value as a text: whole numbers without a point. */
    private static String word(Object value) {
        return value instanceof Double number && number == Math.rint(number) && Math.abs(number) < 1e15
                ? String.valueOf(number.longValue())
                : String.valueOf(value);
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
