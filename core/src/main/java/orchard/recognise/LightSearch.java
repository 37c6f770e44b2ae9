package orchard.recognise;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.gear.Control;
import orchard.gear.Swatch;
import orchard.light.ControllerLed;
import orchard.light.Led;
import orchard.light.Letters;
import orchard.light.Light;
import orchard.light.LightKind;
import orchard.light.Motor;
import orchard.light.Ring;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MidiMessage;

/**
 * Finds a device's lights by trying: it says what is to be sent, and a person says which controls lit up. First pads and knobs are sent what they send themselves,
 * in two patterns that show whether each lights for itself; if not, every control is, and the person marks what lit. What stays dark, or lights for another, is
 * looked for among all notes and all controllers, in as many rounds as a number has bits, whatever order the device has. Then colours are told apart, and words are
 * sent to displays. Not safe for several threads.
 */
public final class LightSearch {

    /** A light is tried with this. */
    private static final int ON = 127;

    private static final int BITS = 7;
    private static final int NUMBERS = 128;
    /** From here on controllers are mode messages (MIDI 1.0, “Channel Mode Messages”), which switch more than a light. */
    private static final int MODES = 120;

    private static final int MOST_WORDS = 32;

    private static final Set<Control.Kind> USUAL =
            Set.of(Control.Kind.PAD, Control.Kind.KNOB, Control.Kind.ENDLESS_KNOB, Control.Kind.FADER);

    /** How often values are tried that lie between those before, while a colour is missing. */
    private static final int SWEEPS = 4;

    /** Colours a person is asked for, and how they look in Orchard. */
    private static final Map<String, String> COLOURS = new LinkedHashMap<>();

    static {
        COLOURS.put("red", "#d0402f");
        COLOURS.put("green", "#3f9a54");
        COLOURS.put("blue", "#3f6fc0");
    }

    /**
     * What is to be done now.
     *
     * @param question for the person, as a sentence
     * @param say what is sent now
     * @param after what is sent when it is answered, so that all is dark again
     * @param round which of the rounds that belong together, from 1
     * @param rounds how many there are of them
     * @param single whether one control is asked for, and no more
     * @param expected ids of the controls that should be lit, where a person only has to compare; else empty
     * @param among ids of the controls that can be lit, because they lit before; empty where any can
     */
    public record Step(
            String question,
            List<Message> say,
            List<Message> after,
            int round,
            int rounds,
            boolean single,
            Set<String> expected,
            Set<String> among) {

        public Step {
            say = List.copyOf(say);
            after = List.copyOf(after);
            expected = Set.copyOf(expected);
            among = Set.copyOf(among);
        }

        Step(String question, List<Message> say, List<Message> after, int round, int rounds, boolean single) {
            this(question, say, after, round, rounds, single, Set.of(), Set.of());
        }
    }

    private final List<Control> controls;
    private final List<Letters> displays;
    private final int channel;
    private final Map<String, Light> found = new LinkedHashMap<>();
    private final List<Light> texts = new ArrayList<>();
    private final List<Swatch> palette = new ArrayList<>();
    private final List<Task> tasks = new ArrayList<>();

    /** Something to be tried: it says its step, and what the answer means. */
    private interface Task {
        Step step();

        /** Takes the ids of the controls that lit; what comes of it may put further tasks before the rest. */
        void answer(Set<String> lit);
    }

    /**
     * @param controls of the device, one page of each
     * @param displays the ways of showing letters that are known, to be tried: the last byte of a prefix counts displays
     */
    public LightSearch(List<Control> controls, List<Letters> displays) {
        this.controls =
                controls.stream().filter(control -> control.pageNumber() == 1).toList();
        this.displays = List.copyOf(displays);
        channel = usualChannel();
        assume();
        tasks.add(new Own());
        tasks.add(new Everywhere());
        for (int sweep = 0; sweep < SWEEPS; sweep++) {
            for (String colour : COLOURS.keySet()) {
                tasks.add(new Colour(colour, sweep));
            }
        }
        for (int i = 0; i < displays.size(); i++) {
            tasks.add(new Display(displays.get(i), i + 1));
        }
        passOver();
    }

    /** What is to be done now, or null when there is nothing more. */
    public Step step() {
        return tasks.isEmpty() ? null : tasks.get(0).step();
    }

    /** A person says which controls lit up; ids that are none are passed over. */
    public void answer(Set<String> lit) {
        if (!tasks.isEmpty()) {
            tasks.remove(0).answer(lit);
            passOver();
        }
    }

    /** Passes what is tried now over, with all rounds that belong to it. */
    public void skip() {
        if (!tasks.isEmpty()) {
            Class<?> kind = tasks.get(0).getClass();
            tasks.removeIf(task -> task.getClass() == kind);
            passOver();
        }
    }

    /** What asks for nothing is not asked. */
    private void passOver() {
        while (!tasks.isEmpty() && tasks.get(0).step() == null) {
            tasks.remove(0);
        }
    }

    /** The lights that were found, in the order of the controls; displays after them. */
    public List<Light> lights() {
        List<Light> lights = new ArrayList<>();
        controls.forEach(control -> {
            if (found.containsKey(control.id())) {
                lights.add(found.get(control.id()));
            }
        });
        lights.addAll(texts);
        return lights;
    }

    /** The colours that were told apart. */
    public List<Swatch> palette() {
        return List.copyOf(palette);
    }

    private int usualChannel() {
        int[] counts = new int[17];
        controls.forEach(control -> control.dimensions()
                .forEach(dimension -> dimension.pattern().ids().stream()
                        .filter(id -> id.channel() > 0)
                        .forEach(id -> counts[id.channel()]++)));
        return IntStream.rangeClosed(1, 16).boxed().reduce(1, (a, b) -> counts[b] > counts[a] ? b : a);
    }

    private void keep(Control control, LightKind kind) {
        String what = kind instanceof Ring ? "ring" : kind instanceof Motor ? "motor" : "light";
        found.put(
                control.id(), new Light(control.id() + "." + what, what + " of " + control.name(), control.id(), kind));
    }

    private List<Control> dark() {
        return controls.stream()
                .filter(control -> !found.containsKey(control.id()))
                .toList();
    }

    /** What shows a place on a way rather than on and off. */
    private static boolean isTurned(Control control) {
        return !control.kind().pressed();
    }

    private static LightKind of(Control control, MessageId.Space space, int channel, int number) {
        return switch (space) {
            case NOTE -> new Led(channel, number, 0, ON);
            case CONTROLLER ->
                isTurned(control) ? new Ring(channel, number) : new ControllerLed(channel, number, 0, ON);
            case BEND -> new Motor(channel);
            default -> null;
        };
    }

    /** What most boxes do: pads, knobs and motor faders show what they are sent by their own message. */
    private void assume() {
        controls.stream()
                .filter(control -> USUAL.contains(control.kind()))
                .forEach(control -> own(control)
                        .filter(kind -> control.kind() != Control.Kind.FADER || kind instanceof Motor)
                        .ifPresent(kind -> keep(control, kind)));
        if (!found.isEmpty()) {
            tasks.add(new Compare(0));
            tasks.add(new Compare(1));
        }
    }

    /** The light that a control would be if it showed what it sends itself. */
    private static Optional<LightKind> own(Control control) {
        return control.dimensions().stream()
                .flatMap(dimension -> dimension.pattern().ids().stream())
                .map(id -> of(control, id.space(), id.channel(), id.number()))
                .filter(kind -> kind != null)
                .findFirst();
    }

    /** Every control is sent what it sends itself, all at once. */
    private final class Own implements Task {

        private final Map<Control, LightKind> tried = new LinkedHashMap<>();

        Own() {
            controls.forEach(control -> own(control).ifPresent(kind -> tried.put(control, kind)));
        }

        @Override
        public Step step() {
            return tried.isEmpty() || !found.isEmpty()
                    ? null
                    : new Step(
                            "Mark everything that lit up or moved.",
                            tried.values().stream()
                                    .map(kind -> kind.message(1, ""))
                                    .toList(),
                            tried.values().stream()
                                    .map(kind -> kind.message(0, ""))
                                    .toList(),
                            1,
                            1,
                            false);
        }

        @Override
        public void answer(Set<String> lit) {
            tried.forEach((control, kind) -> {
                if (lit.contains(control.id())) {
                    keep(control, kind);
                }
            });
            if (!found.isEmpty()) {
                tasks.add(0, new Compare(1));
                tasks.add(0, new Compare(0));
            }
        }
    }

    /** Some of the lights that were found are lit: just those, or does one light for another? */
    private final class Compare implements Task {

        private static final int ROUNDS = 2;

        private final int round;

        Compare(int round) {
            this.round = round;
        }

        /** Each is lit in one of the rounds or in both, and neighbours hardly in the same. */
        private boolean isLit(int place) {
            return place * 7 % 11 % 3 != round;
        }

        @Override
        public Step step() {
            List<Light> lights = lights();
            if (lights.isEmpty()) {
                return null;
            }
            List<Message> say = new ArrayList<>();
            Set<String> expected = new HashSet<>();
            for (int i = 0; i < lights.size(); i++) {
                say.add(lights.get(i).kind().message(isLit(i) ? 1 : 0, ""));
                if (isLit(i)) {
                    expected.add(lights.get(i).control());
                }
            }
            return new Step(
                    "Are pads and rings lit just as they are drawn here?",
                    say,
                    lights.stream().map(light -> light.kind().message(0, "")).toList(),
                    round + 1,
                    ROUNDS,
                    false,
                    expected,
                    Set.of());
        }

        @Override
        public void answer(Set<String> lit) {
            if (!lit.equals(step().expected())) {
                found.clear();
                tasks.removeIf(task -> task instanceof Compare);
            }
        }
    }

    private Message message(MessageId.Space space, int number, int value) {
        return space == MessageId.Space.NOTE
                ? new MidiMessage.NoteOn(channel, number, value)
                : new MidiMessage.ControlChange(channel, number, value);
    }

    /** The numbers of a kind of message that no light has yet. */
    private List<Integer> numbers(MessageId.Space space) {
        Set<Integer> known = found.values().stream()
                .flatMap(light -> light.kind().ids().stream())
                .filter(id -> id.space() == space && id.channel() == channel)
                .map(MessageId::number)
                .collect(Collectors.toSet());
        return IntStream.range(0, space == MessageId.Space.NOTE ? NUMBERS : MODES)
                .filter(number -> !known.contains(number))
                .boxed()
                .toList();
    }

    private List<Message> all(MessageId.Space space, List<Integer> numbers, int bit) {
        return numbers.stream()
                .map(number -> message(space, number, bit < 0 || (number >> bit & 1) == 1 ? ON : 0))
                .toList();
    }

    private static Set<String> ids(Collection<Control> controls) {
        return controls.stream().map(Control::id).collect(Collectors.toSet());
    }

    private List<Message> silence(MessageId.Space space, List<Integer> numbers) {
        return numbers.stream().map(number -> message(space, number, 0)).toList();
    }

    /** All notes and all controllers at once: does anything light at all? */
    private final class Everywhere implements Task {

        @Override
        public Step step() {
            if (dark().isEmpty()) {
                return null;
            }
            List<Message> say = new ArrayList<>(all(MessageId.Space.NOTE, numbers(MessageId.Space.NOTE), -1));
            say.addAll(all(MessageId.Space.CONTROLLER, numbers(MessageId.Space.CONTROLLER), -1));
            List<Message> after = new ArrayList<>(silence(MessageId.Space.NOTE, numbers(MessageId.Space.NOTE)));
            after.addAll(silence(MessageId.Space.CONTROLLER, numbers(MessageId.Space.CONTROLLER)));
            return new Step(
                    "Now every note and every controller was sent. Does anything light up besides? Mark it.",
                    say,
                    after,
                    1,
                    1,
                    false);
        }

        @Override
        public void answer(Set<String> lit) {
            List<Control> among = dark().stream()
                    .filter(control -> lit.contains(control.id()))
                    .toList();
            tasks.add(0, new Anywhere(MessageId.Space.CONTROLLER, among));
            tasks.add(0, new Anywhere(MessageId.Space.NOTE, among));
        }
    }

    /** All numbers of a kind at once: which of those that lit before light by it? */
    private final class Anywhere implements Task {

        private final MessageId.Space space;
        private final List<Control> among;

        Anywhere(MessageId.Space space, List<Control> among) {
            this.space = space;
            this.among = among;
        }

        private List<Control> sought() {
            return among.stream()
                    .filter(control -> !found.containsKey(control.id()))
                    .toList();
        }

        @Override
        public Step step() {
            List<Integer> numbers = numbers(space);
            return sought().isEmpty()
                    ? null
                    : new Step(
                            "Now all " + space.words() + " alone. Mark what lit up.",
                            all(space, numbers, -1),
                            silence(space, numbers),
                            1,
                            BITS + 1,
                            false,
                            Set.of(),
                            ids(sought()));
        }

        @Override
        public void answer(Set<String> lit) {
            List<Control> sought = sought().stream()
                    .filter(control -> lit.contains(control.id()))
                    .toList();
            if (!sought.isEmpty()) {
                Map<Control, Integer> numbers = new HashMap<>();
                sought.forEach(control -> numbers.put(control, 0));
                for (int bit = BITS - 1; bit >= 0; bit--) {
                    tasks.add(0, new Bit(space, bit, numbers));
                }
            }
        }
    }

    /** Half of all numbers: those with one bit. Whoever lights has it. */
    private final class Bit implements Task {

        private final MessageId.Space space;
        private final int bit;
        private final Map<Control, Integer> sought;

        Bit(MessageId.Space space, int bit, Map<Control, Integer> sought) {
            this.space = space;
            this.bit = bit;
            this.sought = sought;
        }

        @Override
        public Step step() {
            List<Integer> numbers = numbers(space);
            return new Step(
                    "Mark what is lit now.",
                    all(space, numbers, bit),
                    silence(space, numbers),
                    bit + 2,
                    BITS + 1,
                    false,
                    Set.of(),
                    ids(sought.keySet()));
        }

        @Override
        public void answer(Set<String> lit) {
            sought.replaceAll((control, number) -> lit.contains(control.id()) ? number | 1 << bit : number);
            if (bit == BITS - 1) {
                sought.forEach((control, number) -> keep(control, of(control, space, channel, number)));
            }
        }
    }

    /** Lamps side by side are sent different values, and one of a colour is asked for. */
    private final class Colour implements Task {

        private final String name;
        private final int sweep;

        Colour(String name, int sweep) {
            this.name = name;
            this.sweep = sweep;
        }

        /** Where one colour was told there are more, and a colour that was not among the first values is among others. */
        private boolean isAsked() {
            return sweep == 0
                    || !palette.isEmpty()
                            && palette.stream()
                                    .noneMatch(swatch -> swatch.name().equals(name));
        }

        private List<Control> lamps() {
            return controls.stream()
                    .filter(control -> found.containsKey(control.id())
                            && found.get(control.id()).kind().onOff())
                    .toList();
        }

        private int value(int lamp, int count) {
            return Math.max(1, ON * (lamp + 1) / count - sweep * ON / (count * SWEEPS));
        }

        @Override
        public Step step() {
            List<Control> lamps = lamps();
            if (lamps.size() < 2 || !isAsked()) {
                return null;
            }
            List<Message> say = new ArrayList<>();
            List<Message> after = new ArrayList<>();
            for (int i = 0; i < lamps.size(); i++) {
                LightKind kind = found.get(lamps.get(i).id()).kind();
                kind.colour(value(i, lamps.size())).ifPresent(say::add);
                after.add(kind.message(0, ""));
            }
            int round = sweep * COLOURS.size() + new ArrayList<>(COLOURS.keySet()).indexOf(name) + 1;
            int rounds = (sweep == 0 ? 1 : SWEEPS) * COLOURS.size();
            return new Step("Click one that is " + name + ".", say, after, round, rounds, true);
        }

        @Override
        public void answer(Set<String> lit) {
            List<Control> lamps = lamps();
            for (int i = 0; i < lamps.size(); i++) {
                int value = value(i, lamps.size());
                if (lit.contains(lamps.get(i).id()) && palette.stream().noneMatch(swatch -> swatch.value() == value)) {
                    palette.add(new Swatch(value, name, COLOURS.get(name)));
                    return;
                }
            }
        }
    }

    /** Words are sent to displays that are counted by the last byte before the letters. */
    private final class Display implements Task {

        private final Letters letters;

        private final int place;

        Display(Letters letters, int place) {
            this.letters = letters;
            this.place = place;
        }

        private Letters numbered(int number) {
            byte[] prefix = letters.prefix();
            prefix[prefix.length - 1] = (byte) number;
            return new Letters(prefix, letters.length());
        }

        private boolean isFound() {
            return !texts.isEmpty() || letters.prefix().length == 0;
        }

        @Override
        public Step step() {
            return isFound()
                    ? null
                    : new Step(
                            "Click the control whose display says “Say 1”.",
                            IntStream.range(0, MOST_WORDS)
                                    .mapToObj(number -> numbered(number).message(0, "Say " + number))
                                    .toList(),
                            IntStream.range(0, MOST_WORDS)
                                    .mapToObj(number -> numbered(number).message(0, ""))
                                    .toList(),
                            place,
                            displays.size(),
                            true);
        }

        @Override
        public void answer(Set<String> lit) {
            List<Control> first = controls.stream()
                    .filter(control -> lit.contains(control.id()))
                    .toList();
            if (first.isEmpty()) {
                return;
            }
            List<Control> alike = controls.stream()
                    .filter(control -> control.kind() == first.get(0).kind())
                    .toList();
            int one = alike.indexOf(first.get(0));
            for (int i = 0; i < alike.size(); i++) {
                int number = i - one + 1;
                if (number >= 0 && number < MOST_WORDS) {
                    Control control = alike.get(i);
                    texts.add(new Light(
                            control.id() + ".display", "display of " + control.name(), control.id(), numbered(number)));
                }
            }
        }
    }

    /** Ways of showing letters that are worth a try, each once: they differ in more than in which display is meant. */
    public static List<Letters> ways(List<LightKind> known) {
        List<Letters> ways = new ArrayList<>();
        for (LightKind kind : known) {
            if (kind instanceof Letters letters && letters.prefix().length > 0) {
                byte[] prefix = letters.prefix();
                prefix[prefix.length - 1] = 0;
                boolean isNew = ways.stream()
                        .noneMatch(way -> way.length() == letters.length() && Arrays.equals(way.prefix(), prefix));
                if (isNew) {
                    ways.add(new Letters(prefix, letters.length()));
                }
            }
        }
        return ways;
    }
}
