package orchard.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.light.Light;
import orchard.mistake.Mistake;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;
import orchard.table.Csv;

/** All messages of a rig: which number on which channel, at which port, in which direction, and whose it is. */
public final class NumberPlan {

    /** The way a message goes, as Orchard sees it. */
    public enum Direction {
        IN("comes in"),
        OUT("goes out");

        private final String words;

        Direction(String words) {
            this.words = words;
        }

        /** In plain words. */
        public String words() {
            return words;
        }
    }

    /**
     * One number that is in use.
     *
     * @param part id of the control, parameter or light
     * @param dimension of a control; "" otherwise
     * @param name of what it belongs to, in words
     * @param clashing whether something else that can be heard at the same time has the same
     */
    public record Use(
            Device device,
            Direction direction,
            MessageId slot,
            String part,
            String dimension,
            String name,
            boolean clashing) {}

    private static final List<String> COLUMNS =
            List.of("device", "direction", "kind", "channel", "number", "part", "dimension", "name", "state");

    private final Rig rig;
    private final List<Use> uses;

    private NumberPlan(Rig rig, List<Use> uses) {
        this.rig = rig;
        this.uses = List.copyOf(uses);
    }

    /** The plan of a rig as it is. */
    public static NumberPlan of(Rig rig) {
        List<Use> uses = new ArrayList<>();
        for (Device device : rig.devices()) {
            controls(device, uses);
            answers(device, uses);
        }
        return new NumberPlan(rig, uses);
    }

    private static void controls(Device device, List<Use> uses) {
        Set<MessageId> clashing =
                Clashes.of(device.profile()).stream().map(Clashes.Clash::slot).collect(Collectors.toSet());
        for (Control control : device.profile().controls()) {
            String name = control.name() + (control.pageNumber() == 1 ? "" : ", page " + control.pageNumber());
            for (Dimension dimension : control.dimensions()) {
                for (MessageId slot : dimension.output().off()
                        ? List.<MessageId>of()
                        : dimension.pattern().ids()) {
                    uses.add(new Use(
                            device,
                            Direction.IN,
                            slot,
                            control.id(),
                            dimension.name(),
                            name + ", " + dimension.name(),
                            clashing.contains(slot)));
                }
            }
        }
    }

    private static void answers(Device device, List<Use> uses) {
        Map<MessageId, Integer> drivers = new LinkedHashMap<>();
        for (Parameter parameter : device.profile().parameters()) {
            parameter.binding().ids().forEach(slot -> drivers.merge(slot, 1, Integer::sum));
        }
        for (Parameter parameter : device.profile().parameters()) {
            for (MessageId slot : parameter.binding().ids()) {
                uses.add(new Use(
                        device,
                        parameter.settable() ? Direction.OUT : Direction.IN,
                        slot,
                        parameter.id(),
                        "",
                        parameter.name(),
                        drivers.get(slot) > 1));
            }
        }
        for (Light light : device.profile().lights()) {
            light.kind()
                    .ids()
                    .forEach(slot ->
                            uses.add(new Use(device, Direction.OUT, slot, light.id(), "", light.name(), false)));
        }
    }

    /** Everything that is in use, device by device. */
    public List<Use> uses() {
        return uses;
    }

    /** What one device says or hears of one kind. */
    public List<Use> uses(String device, Direction direction, MessageId.Space space) {
        return uses.stream()
                .filter(use -> use.device().id().equals(device)
                        && use.direction() == direction
                        && use.slot().space() == space)
                .toList();
    }

    /**
     * Places nobody uses at a device, in as few runs as can be.
     *
     * @param channel 1–16, or 0 for any
     */
    public List<MessageId> free(String device, Direction direction, MessageId.Space space, int channel, int count) {
        Set<MessageId> taken = new HashSet<>();
        uses(device, direction, space).forEach(use -> taken.add(use.slot()));
        return Clashes.free(taken, space, channel, count);
    }

    /**
     * The edit that gives places to controls, in order: each control's first number of that kind takes the next place.
     *
     * @throws Mistake if there are not enough places, or a control has no number of that kind
     */
    public Edit give(Device device, List<String> controls, List<MessageId> places) {
        if (places.size() < controls.size()) {
            throw new Mistake("%d numbers are needed, and %d are free".formatted(controls.size(), places.size()));
        }
        Map<String, MessageId> given = new LinkedHashMap<>();
        for (int i = 0; i < controls.size(); i++) {
            given.put(controls.get(i), places.get(i));
        }
        List<Control> all = device.profile().controls().stream()
                .map(control -> given.containsKey(control.id()) ? moved(control, given.get(control.id())) : control)
                .toList();
        return Edit.change(
                "Renumber " + controls.size() + " controls of " + device.name(),
                new Part.OfDevice(device),
                new Part.OfDevice(device.with(device.profile().withControls(all))));
    }

    private static Control moved(Control control, MessageId place) {
        List<Dimension> dimensions = new ArrayList<>(control.dimensions());
        for (int i = 0; i < dimensions.size(); i++) {
            MessageId old = dimensions.get(i).pattern().ids().get(0);
            if (old.space() == place.space()) {
                for (int j = 0; j < dimensions.size(); j++) {
                    MessagePattern pattern = dimensions.get(j).pattern();
                    MessageId slot = pattern.ids().get(0);
                    // velocity, gate and pressure of one note go together
                    boolean same = slot.channel() == old.channel()
                            && slot.number() == old.number()
                            && (slot.space() == old.space()
                                    || slot.space() == MessageId.Space.KEY_PRESSURE
                                            && old.space() == MessageId.Space.NOTE);
                    if (same) {
                        dimensions.set(
                                j, dimensions.get(j).with(pattern.at(place).orElse(pattern)));
                    }
                }
                return control.sending(dimensions);
            }
        }
        throw new Mistake(control.name() + " sends none of " + place.space().words());
    }

    /** The plan as CSV: a line a number. */
    public String csv() {
        return Csv.write(
                COLUMNS,
                uses.stream()
                        .map(use -> List.of(
                                use.device().id(),
                                use.direction().name().toLowerCase(Locale.ROOT),
                                use.slot().space().name().toLowerCase(Locale.ROOT),
                                use.slot().channel() == 0
                                        ? ""
                                        : String.valueOf(use.slot().channel()),
                                use.slot().text().isEmpty()
                                        ? String.valueOf(use.slot().number())
                                        : use.slot().text(),
                                use.part(),
                                use.dimension(),
                                use.name(),
                                use.clashing() ? "clashing" : "taken"))
                        .toList());
    }

    /**
     * The edit that a changed CSV asks for. Only channels and numbers of what comes in from controls can be changed; lines that say
     * what is so already are passed over, and lines may be left out.
     *
     * @throws Csv.Bad naming every line that cannot be and what was expected
     * @return nothing if nothing would change
     */
    public Optional<Edit> read(String csv) {
        List<String> faults = new ArrayList<>();
        Map<String, Map<String, Control>> changed = new LinkedHashMap<>();
        for (Csv.Row row : Csv.read(csv, "device", "direction", "kind", "channel", "number", "part", "dimension")) {
            try {
                read(row, changed);
            } catch (Mistake e) {
                faults.add("Line %d: %s.".formatted(row.line(), e.getMessage()));
            }
        }
        if (!faults.isEmpty()) {
            throw new Csv.Bad(faults);
        }
        List<Edit.Change> changes = new ArrayList<>();
        int count = 0;
        for (Map.Entry<String, Map<String, Control>> entry : changed.entrySet()) {
            Device device = rig.ownDevice(entry.getKey()).orElseThrow();
            List<Control> controls = device.profile().controls().stream()
                    .map(control -> entry.getValue().getOrDefault(control.id(), control))
                    .toList();
            if (!controls.equals(List.copyOf(device.profile().controls()))) {
                count += entry.getValue().size();
                changes.add(new Edit.Change(
                        new Part.OfDevice(device),
                        new Part.OfDevice(device.with(device.profile().withControls(controls)))));
            }
        }
        return changes.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        new Edit("Load a number plan: " + count + (count == 1 ? " control" : " controls"), changes));
    }

    private void read(Csv.Row row, Map<String, Map<String, Control>> changed) {
        Device device = rig.ownDevice(row.cell("device"))
                .orElseThrow(() -> new Mistake("the rig has no device “" + row.cell("device") + "”"));
        Optional<Use> before = uses.stream()
                .filter(use -> use.device().id().equals(device.id())
                        && use.part().equals(row.cell("part"))
                        && use.dimension().equals(row.cell("dimension")))
                .findFirst();
        Use use = before.orElseThrow(() -> new Mistake(device.name() + " has no “"
                + (row.cell("part") + " " + row.cell("dimension")).strip() + "” that sends something"));
        if (!row.cell("kind").equalsIgnoreCase(use.slot().space().name())) {
            throw new Mistake("the kind of %s is %s, not “%s”; a plan changes numbers, not kinds"
                    .formatted(use.name(), use.slot().space().name().toLowerCase(Locale.ROOT), row.cell("kind")));
        }
        if (!use.slot().text().isEmpty()) {
            if (!row.cell("number").equals(use.slot().text())) {
                throw new Mistake("%s has no number that could be changed here"
                        .formatted(use.slot().words()));
            }
            return;
        }
        int channel = number(row, "channel", 1, 16);
        int number = number(row, "number", 0, Math.max(0, use.slot().space().count() - 1));
        boolean half = uses.stream()
                .anyMatch(other -> other != use
                        && other.part().equals(use.part())
                        && other.device().equals(device)
                        && other.dimension().equals(use.dimension())
                        && other.slot().equals(new MessageId(use.slot().space(), channel, number)));
        if (half || channel == use.slot().channel() && number == use.slot().number()) {
            return;
        }
        Control control = changed.computeIfAbsent(device.id(), d -> new LinkedHashMap<>())
                .getOrDefault(use.part(), device.profile().control(use.part()).orElse(null));
        if (use.direction() == Direction.OUT || control == null) {
            throw new Mistake(
                    use.name() + " is set or lit by that number; only what controls send is changed by a plan");
        }
        Dimension dimension = control.dimension(use.dimension()).orElseThrow();
        MessagePattern pattern = dimension
                .pattern()
                .at(new MessageId(use.slot().space(), channel, number))
                .orElseThrow(() -> new Mistake(number + " cannot be the number of "
                        + dimension.pattern().words()));
        changed.get(device.id())
                .put(
                        control.id(),
                        control.sending(control.dimensions().stream()
                                .map(d -> d.name().equals(dimension.name()) ? d.with(pattern) : d)
                                .toList()));
    }

    private static int number(Csv.Row row, String column, int low, int high) {
        String cell = row.cell(column);
        if (!cell.matches("\\d{1,6}") || Integer.parseInt(cell) < low || Integer.parseInt(cell) > high) {
            throw new Mistake("the %s “%s” is not in %d–%d".formatted(column, cell, low, high));
        }
        return Integer.parseInt(cell);
    }
}
