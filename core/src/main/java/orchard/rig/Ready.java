package orchard.rig;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import orchard.action.MoveFocus;
import orchard.action.PlayNotes;
import orchard.action.Tap;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.layout.Box;
import orchard.layout.Button;
import orchard.layout.Element;
import orchard.layout.Face;
import orchard.layout.Keys;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Strips;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Law;
import orchard.parameter.Parameter;

/** Layouts to start from, made of what is in the rig: each in one press, and drawn on like any other afterwards. */
public final class Ready {

    /** Groups that have more levels get a page of their own. */
    private static final int FEW = 4;

    /** More levels than these have no room for their names beside each other. */
    private static final int IN_A_ROW = 8;

    private static final Pattern SWITCHES = Pattern.compile("(?i)transport|play.*|record.*|loop");
    private static final Pattern PLACES = Pattern.compile("(?i).*marker.*|jump|scene|row");
    private static final Pattern TEMPO = Pattern.compile("(?i)tempo");
    private static final Pattern TOLD = Pattern.compile("(?i)position|time|beat|bar");
    private static final String PERCENT = "%";
    private static final int LOWEST_PAD = 36;

    /** What a ready layout is. */
    public enum Sort {
        MIXER("A mixer over %s"),
        LAMPS("Levels and positions of %s"),
        TRANSPORT("Transport of %s"),
        EDITOR("An editor for %s"),
        FACE("The face of %s"),
        KEYS("Keys and wheels for %s"),
        PADS("Sixteen pads for %s"),
        BLANK("A blank one");

        private final String words;

        Sort(String words) {
            this.words = words;
        }
    }

    /**
     * One that can be made.
     *
     * @param of id of the focus or device it is made of, or ""
     * @param title in words
     */
    public record Offer(Sort sort, String of, String title) {}

    /**
     * One that was made.
     *
     * @param layout its id
     */
    public record Made(String layout, Edit edit) {}

    private final Rig rig;
    private final Rows rows;

    public Ready(Rig rig) {
        this.rig = rig;
        this.rows = new Rows(rig);
    }

    /** What can be made of this rig, in the order of {@link Sort}. */
    public List<Offer> offers() {
        List<Offer> offers = new ArrayList<>();
        rig.foci().stream()
                .filter(focus -> focus.reach() > 1 && !rows.over(focus).told().isEmpty())
                .forEach(focus -> offers.add(offer(Sort.MIXER, focus.id(), focus.name())));
        devices(Sort.LAMPS, device -> !pairs(device).isEmpty(), offers);
        devices(Sort.TRANSPORT, device -> switches(device).size() > 1, offers);
        devices(Sort.EDITOR, this::sounds, offers);
        devices(Sort.FACE, device -> !DrawnFace.of(device).isEmpty(), offers);
        devices(Sort.KEYS, this::sounds, offers);
        devices(Sort.PADS, this::sounds, offers);
        offers.add(offer(Sort.BLANK, "", ""));
        return offers;
    }

    private void devices(Sort sort, Predicate<Device> fits, List<Offer> offers) {
        rig.devices().stream().filter(fits).forEach(device -> offers.add(offer(sort, device.id(), device.name())));
    }

    private static Offer offer(Sort sort, String of, String name) {
        return new Offer(sort, of, sort.words.formatted(name));
    }

    private boolean sounds(Device device) {
        return device.seat().wire().midi() && settable(device).findAny().isPresent();
    }

    /**
     * Makes one.
     *
     * @throws Mistake if there is nothing to make it of any more
     */
    public Made make(Sort sort, String of) {
        if (offers().stream()
                .noneMatch(offer -> offer.sort() == sort && offer.of().equals(of))) {
            throw new Mistake("of", "There is nothing here to make it of any more; choose another");
        }
        return switch (sort) {
            case MIXER ->
                mixer(rig.focus(of).orElseThrow(() -> new Mistake("of", "That focus is gone; choose another")));
            case LAMPS -> lamps(device(of));
            case TRANSPORT -> transport(device(of));
            case EDITOR -> {
                Device device = device(of);
                Panel panel = Panel.of(rig, device, device.profile().parameters(), device.name());
                yield new Made(panel.layout(), panel.edit());
            }
            case FACE -> face(device(of));
            case KEYS -> keys(device(of));
            case PADS -> pads(device(of));
            case BLANK -> made(new Sketch(rig, "Layout"));
        };
    }

    private Device device(String id) {
        return rig.device(id).orElseThrow(() -> new Mistake("of", "That device is gone; choose another"));
    }

    private static Made made(Sketch sketch) {
        return new Made(sketch.id(), sketch.edit("Make the layout “" + sketch.name() + "”"));
    }

    /** A strip for each place, the main level beside them, and two buttons that move the focus by its width. */
    private Made mixer(Focus focus) {
        Sketch sketch = new Sketch(rig, focus.name() + " mixer");
        Strips strips = rows.over(focus);
        Optional<Ref.ToParameter> main = rig.device(focus.device()).stream()
                .flatMap(device -> settable(device)
                        .filter(parameter -> parameter.law() instanceof Law.DecibelTaper
                                && !focus.places().contains(parameter.group()))
                        .map(parameter -> ref(device, parameter)))
                .findFirst();
        int room = main.isPresent() ? Layout.COLUMNS - 4 : Layout.COLUMNS;
        int width = Math.max(
                room - room % focus.reach(), Math.min(room, focus.reach())); // all strips as wide as each other
        boolean moves = focus.places().size() > focus.reach();
        int height = moves ? Layout.ROWS - 3 : Layout.ROWS;
        sketch.add(focus.name(), new Box(0, 0, width, height), strips);
        main.ifPresent(parameter ->
                sets(sketch, "Main", new Box(width, 0, 4, height), Kind.FADER.plain(), List.of(parameter)));
        if (moves) {
            button(sketch, focus, "before", Button.Sign.LEFT, -1, 0);
            button(sketch, focus, "next", Button.Sign.RIGHT, 1, 5);
        }
        return made(sketch);
    }

    private static void button(Sketch sketch, Focus focus, String way, Button.Sign sign, int by, int x) {
        String name = focus.noun() + "s " + way;
        Element button = sketch.add(
                name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1),
                new Box(x, Layout.ROWS - 3, 5, 3),
                new Button(false, sign));
        sketch.does(button, new MoveFocus(focus.id(), "", by, true));
    }

    /** A level for each group, a field for what is placed by two angles, and a page for each row of levels under a bank of its own. */
    private Made lamps(Device device) {
        Sketch sketch = new Sketch(rig, device.name() + " lamps");
        List<String> many = groups(device).stream()
                .filter(group -> levels(device, group).count() > FEW)
                .toList();
        if (!many.isEmpty()) {
            sketch.page("Lamps");
        }
        List<Parameter> first = groups(device).stream()
                .filter(group -> !many.contains(group))
                .flatMap(group -> levels(device, group).limit(1))
                .filter(parameter -> settable(device)
                        .filter(other -> other.group().equals(parameter.group()))
                        .noneMatch(other -> other.hasNames() && other.count() == 2))
                .limit(16)
                .toList();
        List<List<Parameter>> pairs = pairs(device);
        boolean isLong = first.size() > IN_A_ROW;
        int cut = isLong ? (first.size() + 1) / 2 : first.size();
        row(sketch, device, first.subList(0, cut), new Box(0, 0, Layout.COLUMNS, isLong ? 5 : 9));
        row(sketch, device, first.subList(cut, first.size()), new Box(0, 5, Layout.COLUMNS, 5));
        int top = isLong ? 10 : 9;
        int x = 0;
        for (List<Parameter> pair : pairs.subList(0, Math.min(3, pairs.size()))) {
            sets(
                    sketch,
                    group(device, pair.get(0).group()),
                    new Box(x, top, 8, Layout.ROWS - top),
                    Kind.FIELD.plain(),
                    pair.stream().map(one -> ref(device, one)).toList());
            x += 8;
        }
        List<Parameter> rest = settable(device)
                .filter(one -> !many.contains(one.group()) && !first.contains(one))
                .filter(one -> groupHasSwitch(device, one.group()))
                .filter(one -> one.range().unit().equals(PERCENT) || one.hasNames() && one.count() == 2)
                .limit((Layout.COLUMNS - x) / 4)
                .toList();
        for (Parameter one : rest) {
            sets(
                    sketch,
                    one.name(),
                    new Box(x, top, 4, Layout.ROWS - top),
                    one.hasNames() ? new Button(true, Button.Sign.NONE) : Kind.FADER.plain(),
                    List.of(ref(device, one)));
            x += 4;
        }
        many.forEach(group -> bank(sketch, device, group));
        return made(sketch);
    }

    private static boolean groupHasSwitch(Device device, String group) {
        return settable(device).anyMatch(one -> one.group().equals(group) && one.hasNames() && one.count() == 2);
    }

    /** Levels under a bank: which is on, a lamp for each that tells something, and the levels. */
    private void bank(Sketch sketch, Device device, String group) {
        sketch.page(group(device, group));
        List<Parameter> choices = settable(device)
                .filter(one -> one.group().equals(group) && one.count() > 2 && one.count() <= 16)
                .limit(1)
                .toList();
        List<Parameter> told = device.profile().parameters().stream()
                .filter(one -> one.group().equals(group) && !one.settable() && one.count() == 2)
                .limit(16)
                .toList();
        choices.forEach(one -> sets(
                sketch, one.name(), new Box(0, 0, Layout.COLUMNS, 4), Kind.CHOICES.plain(), List.of(ref(device, one))));
        for (int i = 0; i < told.size(); i++) {
            int left = i * Layout.COLUMNS / told.size();
            int right = (i + 1) * Layout.COLUMNS / told.size();
            sketch.add(
                    told.get(i).name(), new Box(left, 4, right - left, 2), Kind.LAMP.plain(), ref(device, told.get(i)));
        }
        int top = told.isEmpty() ? 4 : 6;
        row(
                sketch,
                device,
                levels(device, group).limit(16).toList(),
                new Box(0, top, Layout.COLUMNS, Layout.ROWS - top));
    }

    private static void row(Sketch sketch, Device device, List<Parameter> parameters, Box box) {
        for (int i = 0; i < parameters.size(); i++) {
            int left = box.x() + i * box.width() / parameters.size();
            int right = box.x() + (i + 1) * box.width() / parameters.size();
            Parameter parameter = parameters.get(i);
            sets(
                    sketch,
                    group(device, parameter.group()),
                    new Box(left, box.y(), right - left, box.height()),
                    Kind.FADER.plain(),
                    List.of(ref(device, parameter)));
        }
    }

    /** What begins and ends it as buttons, where to go as lists, the tempo with a tap, and where it is. */
    private Made transport(Device device) {
        Sketch sketch = new Sketch(rig, device.name() + " transport");
        List<Parameter> switches = switches(device);
        int each = Layout.COLUMNS / Math.max(1, switches.size());
        for (int i = 0; i < switches.size(); i++) {
            Parameter one = switches.get(i);
            Button button = new Button(true, i == 0 ? Button.Sign.RIGHT : Button.Sign.NONE);
            sets(sketch, one.name(), new Box(i * each, 0, each, 5), button, List.of(ref(device, one)));
        }
        List<Parameter> places = matching(device, PLACES)
                .filter(one -> one.hasNames() && one.count() > 2)
                .limit(2)
                .toList();
        for (int i = 0; i < places.size(); i++) {
            Parameter one = places.get(i);
            sets(sketch, one.name(), new Box(i * 10, 5, 10, 13), Kind.LIST.plain(), List.of(ref(device, one)));
        }
        matching(device, TOLD)
                .findFirst()
                .ifPresent(one -> sketch.add(one.name(), new Box(20, 5, 12, 4), Kind.VALUE.plain(), ref(device, one)));
        matching(device, TEMPO).filter(one -> one.count() == 0).findFirst().ifPresent(one -> {
            sets(sketch, one.name(), new Box(20, 9, 6, 9), Kind.KNOB.plain(), List.of(ref(device, one)));
            Element tap = sketch.add("Tap", new Box(26, 9, 6, 9), Kind.TAP.plain());
            sketch.does(tap, new Tap(ref(device, one)));
        });
        return made(sketch);
    }

    /** What hands find on a device, where they find it; each does what that does. */
    private Made face(Device device) {
        Sketch sketch = new Sketch(rig, device.name() + " face");
        Map<String, Element> drawn = new HashMap<>();
        List<List<DrawnFace.Part>> pages = DrawnFace.of(device);
        for (List<DrawnFace.Part> page : pages) {
            if (pages.size() > 1) {
                sketch.page(page.get(0).control().kind().noun() + "s");
            }
            page.forEach(part ->
                    drawn.put(part.control().id(), sketch.add(part.control().shownName(), part.box(), part.face())));
        }
        for (Mapping mapping : rig.mappings()) {
            Map<Ref.ToControl, Element> instead = new HashMap<>();
            mapping.when().triggers().stream()
                    .filter(trigger -> trigger.device().equals(device.id()) && isFirst(device, trigger))
                    .filter(trigger -> drawn.containsKey(trigger.control()))
                    .forEach(trigger -> instead.put(trigger, drawn.get(trigger.control())));
            boolean isWhole = mapping.when().also().isEmpty()
                    && mapping.when().gesture().kind() != Gesture.Kind.CIRCLE
                    && instead.keySet().containsAll(mapping.when().triggers());
            if (isWhole) {
                sketch.like(mapping, instead);
            }
        }
        return made(sketch);
    }

    /** Whether it is the number that people mean when they say the control's name. */
    private static boolean isFirst(Device device, Ref.ToControl trigger) {
        return device.profile()
                .control(trigger.control())
                .filter(control -> control.kind().pressed()
                        || control.dimensions().get(0).name().equals(trigger.dimension()))
                .isPresent();
    }

    /** Three octaves, and beside each other above them what is turned while one plays. */
    private Made keys(Device device) {
        Sketch sketch = new Sketch(rig, device.name() + " keys");
        List<Parameter> wheels = settable(device)
                .filter(one -> one.count() == 0)
                .sorted((one, other) ->
                        Boolean.compare(other.marks().favourite(), one.marks().favourite()))
                .limit(2)
                .toList();
        for (int i = 0; i < wheels.size(); i++) {
            Parameter one = wheels.get(i);
            sets(sketch, one.name(), new Box(4 * i, 0, 4, 9), Kind.FADER.plain(), List.of(ref(device, one)));
        }
        settable(device)
                .filter(one -> one.hasNames() && one.count() > 2)
                .findFirst()
                .ifPresent(one ->
                        sets(sketch, one.name(), new Box(20, 0, 12, 9), Kind.LIST.plain(), List.of(ref(device, one))));
        Element keys = sketch.add("Keys", new Box(0, 9, Layout.COLUMNS, 9), Kind.KEYS.plain());
        sketch.plays(List.of(keys), new PlayNotes(device.id(), 1, ((Keys) keys.face()).first()));
        return made(sketch);
    }

    /** Four rows of four, the lowest note at the bottom left. */
    private Made pads(Device device) {
        Sketch sketch = new Sketch(rig, device.name() + " pads");
        List<Element> pads = new ArrayList<>();
        for (int i = 0; i < 16; i++) {
            int top = Layout.ROWS - (i / 4 + 1) * Layout.ROWS / 4;
            int height = Layout.ROWS - i / 4 * Layout.ROWS / 4 - top;
            pads.add(sketch.add("Pad " + (i + 1), new Box(i % 4 * 8, top, 8, height), Kind.PAD.plain()));
        }
        sketch.plays(pads, new PlayNotes(device.id(), 1, LOWEST_PAD));
        return made(sketch);
    }

    private static void sets(Sketch sketch, String name, Box box, Face face, List<Ref.ToParameter> parameters) {
        sketch.sets(sketch.add(name, box, face), parameters);
    }

    private static Ref.ToParameter ref(Device device, Parameter parameter) {
        return new Ref.ToParameter(device.id(), parameter.id());
    }

    private static Stream<Parameter> settable(Device device) {
        return device.profile().parameters().stream().filter(Parameter::settable);
    }

    private static List<String> groups(Device device) {
        return settable(device).map(Parameter::group).distinct().toList();
    }

    private static String group(Device device, String group) {
        return device.profile().group(group).map(one -> one.name()).orElse(device.name());
    }

    private static Stream<Parameter> levels(Device device, String group) {
        return settable(device)
                .filter(one -> one.group().equals(group) && one.count() == 0)
                .filter(one -> one.range().unit().equals(PERCENT) || one.law() instanceof Law.DecibelTaper);
    }

    /** Two angles of a group that follow one another. */
    private static List<List<Parameter>> pairs(Device device) {
        List<List<Parameter>> pairs = new ArrayList<>();
        Parameter before = null;
        for (Parameter one : settable(device).toList()) {
            boolean isAngle = one.range().unit().equals(Display.DEGREES);
            if (isAngle && before != null && before.group().equals(one.group())) {
                pairs.add(List.of(before, one));
                before = null;
            } else {
                before = isAngle ? one : null;
            }
        }
        return pairs;
    }

    private static Stream<Parameter> matching(Device device, Pattern name) {
        return device.profile().parameters().stream()
                .filter(one -> name.matcher(one.name()).matches());
    }

    private static List<Parameter> switches(Device device) {
        return matching(device, SWITCHES)
                .filter(one -> one.settable() && one.hasNames() && one.count() == 2)
                .limit(6)
                .toList();
    }
}
