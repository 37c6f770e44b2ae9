package orchard.table;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;

/**
 * Parameters as people write them down: one a row, with the columns {@value #COLUMNS}. What a row says is said in the same words in a
 * form.
 *
 * <p>The address is an OSC address, {@code CC 74, ch 1}, {@code CC 7 and 39, ch 1} (14 bit), {@code NRPN 301, ch 2}, {@code RPN 0, ch 1},
 * {@code program change, ch 1}, or {@code kept by Orchard} for a variable. The law is {@code linear}, {@code logarithmic}, {@code fader
 * taper}, a number of steps, or the names of the values with {@code |} between them; with names, low and high may be left empty.
 */
public final class ParameterTable {

    private static final String COLUMNS = "group,name,address,low,high,default,unit,law,tags,settable,touch";

    private static final Pattern CONTROLLER = Pattern.compile("cc (\\d{1,3})(?: and (\\d{1,3}))?(?:,? ch (\\d{1,2}))?");
    private static final Pattern NUMBERED = Pattern.compile("(nrpn|rpn) (\\d{1,5})(?:,? ch (\\d{1,2}))?");
    private static final Pattern PROGRAM = Pattern.compile("program(?: change)?(?:,? ch (\\d{1,2}))?");
    private static final int MOST = 4096;
    private static final int LONGEST_ADDRESS = 180;

    private ParameterTable() {}

    /**
     * One parameter, as it is written.
     *
     * @param settable {@code yes} or {@code no}; "" for what it was, or yes
     * @param touch the OSC address that is told of fingers; "" for what it was, or none
     */
    public record Row(
            String group,
            String name,
            String address,
            String low,
            String high,
            String standard,
            String unit,
            String law,
            String tags,
            String settable,
            String touch) {

        /** A row that leaves whether it can be set, and who is told of fingers, as they are. */
        public Row(
                String group,
                String name,
                String address,
                String low,
                String high,
                String standard,
                String unit,
                String law,
                String tags) {
            this(group, name, address, low, high, standard, unit, law, tags, "", "");
        }

        /** The row of a parameter. */
        public static Row of(Profile profile, Parameter p) {
            boolean named = p.hasNames();
            return new Row(
                    profile.group(p.group()).map(Group::name).orElse(""),
                    p.name(),
                    p.binding().words(),
                    named ? "" : number(p.range().low()),
                    named ? "" : number(p.range().high()),
                    named ? p.textOfReal(p.standard()) : number(p.standard()),
                    p.range().unit(),
                    p.law() instanceof Law.Named names
                            ? String.join("|", names.names())
                            : p.law() instanceof Law.Stepped stepped
                                    ? stepped.count() + " steps"
                                    : p.law().words(),
                    String.join(", ", p.marks().tags()),
                    p.settable() ? "yes" : "no",
                    p.binding() instanceof Binding.Osc osc ? osc.touch() : "");
        }

        List<String> cells() {
            return List.of(group, name, address, low, high, standard, unit, law, tags, settable, touch);
        }
    }

    private static String number(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15
                ? String.valueOf((long) value)
                : String.valueOf(value);
    }

    /** A table of a device's parameters. */
    public static String write(Profile profile) {
        return Csv.write(
                List.of(COLUMNS.split(",")),
                profile.parameters().stream()
                        .map(p -> Row.of(profile, p).cells())
                        .toList());
    }

    /**
     * A profile with the parameters of a table: those it has by the address are changed and keep their id, all others are added.
     *
     * @throws Csv.Bad with every line that cannot be used, and what was expected there
     */
    public static Profile read(Profile before, String text) {
        List<String> faults = new ArrayList<>();
        Profile after = before;
        Set<String> addresses = new HashSet<>();
        for (Csv.Row line : Csv.read(text, "name", "address")) {
            Row row = new Row(
                    line.cell("group"),
                    line.cell("name"),
                    line.cell("address"),
                    line.cell("low"),
                    line.cell("high"),
                    line.cell("default"),
                    line.cell("unit"),
                    line.cell("law"),
                    line.cell("tags"),
                    line.cell("settable"),
                    line.cell("touch"));
            try {
                Binding binding = binding(row.address());
                if (!(binding instanceof Binding.Kept) && !addresses.add(binding.words())) {
                    throw new Mistake("another line has the address " + binding.words());
                }
                String same = after.parameters().stream()
                        .filter(p -> binding instanceof Binding.Kept
                                ? p.binding() instanceof Binding.Kept
                                        && p.name().equals(row.name())
                                : p.binding().words().equals(binding.words()))
                        .map(Parameter::id)
                        .findFirst()
                        .orElse("");
                after = put(after, same, row);
            } catch (Mistake e) {
                faults.add("Line %d: %s.".formatted(line.line(), e.getMessage()));
            }
        }
        if (!faults.isEmpty()) {
            throw new Csv.Bad(faults);
        }
        return after;
    }

    /**
     * A profile with one parameter changed, or one more.
     *
     * @param id of the one that is changed, or "" for a new one
     * @throws Mistake with what was expected
     */
    public static Profile put(Profile before, String id, Row row) {
        Parameter own = before.parameter(id).orElse(null);
        if (own == null && before.parameters().size() >= MOST) {
            throw new Mistake("a device has at most " + MOST + " parameters");
        }
        if (row.name().isBlank()) {
            throw new Mistake("a name is needed");
        }
        Binding binding = binding(row.address());
        boolean taken = before.parameters().stream()
                .anyMatch(p -> !p.id().equals(id)
                        && !(binding instanceof Binding.Kept)
                        && p.binding().key().equals(binding.key()));
        if (taken) {
            throw new Mistake("another parameter has the address " + binding.words());
        }
        boolean same = own != null && own.binding().words().equals(binding.words());
        Map<String, Group> groups = new LinkedHashMap<>();
        before.groups().forEach(group -> groups.put(group.id(), group));
        String group = group(row.group().strip(), own, groups);
        Law law = law(row.law());
        Range range = range(row, law);
        Parameter parameter = new Parameter(
                own == null ? freeId(before, group, row.name()) : own.id(),
                group,
                row.name().strip(),
                range,
                law,
                standard(row, law, range),
                touched(row.touch(), same ? own.binding() : binding),
                !(binding instanceof Binding.Clock) && settable(row.settable(), own),
                new Marks(
                        own != null && own.marks().favourite(),
                        List.of(row.tags().split(","))),
                own == null
                        ? List.of()
                        : own.favourites().stream().filter(range::contains).toList());
        List<Parameter> all = new ArrayList<>(before.parameters());
        if (own == null) {
            all.add(parameter);
        } else {
            all.set(all.indexOf(own), parameter);
        }
        return before.withParameters(List.copyOf(groups.values()), all);
    }

    private static boolean settable(String typed, Parameter own) {
        return switch (typed.strip().toLowerCase(Locale.ROOT)) {
            case "" -> own == null || own.settable();
            case "yes", "1", "true" -> true;
            case "no", "0", "false" -> false;
            default ->
                throw new Mistake("“" + typed.strip() + "” does not say whether it can be set; expected yes or no");
        };
    }

    private static Binding touched(String typed, Binding binding) {
        String touch = typed.strip();
        if (touch.isEmpty()) {
            return binding;
        } else if (!(binding instanceof Binding.Osc osc)) {
            throw new Mistake("only what has an OSC address can be told of fingers");
        } else if (!(binding(touch) instanceof Binding.Osc told)) {
            throw new Mistake("“" + touch + "” is no OSC address; expected one like /desk/volume/touch");
        } else {
            return new Binding.Osc(osc.address(), told.address());
        }
    }

    /** A profile without a parameter. */
    public static Profile remove(Profile before, String id) {
        return before.withParameters(
                before.parameters().stream().filter(p -> !p.id().equals(id)).toList());
    }

    /** The group of that name, the one the parameter is in before any other; made if there is none. */
    private static String group(String name, Parameter own, Map<String, Group> groups) {
        if (name.isEmpty()) {
            return "";
        }
        if (own != null
                && groups.containsKey(own.group())
                && groups.get(own.group()).name().equals(name)) {
            return own.group();
        }
        return groups.values().stream()
                .filter(group -> group.name().equalsIgnoreCase(name))
                .map(Group::id)
                .findFirst()
                .orElseGet(() -> {
                    String id = free(letters(name), groups.keySet());
                    groups.put(id, new Group(id, "", name, ""));
                    return id;
                });
    }

    private static String freeId(Profile profile, String group, String name) {
        String base = group.isEmpty() ? letters(name) : group + "." + letters(name);
        Set<String> ids = new HashSet<>();
        profile.parameters().forEach(p -> ids.add(p.id()));
        return free(base, ids);
    }

    private static String free(String base, Set<String> taken) {
        String free = base;
        for (int i = 2; taken.contains(free); i++) {
            free = base + "-" + i;
        }
        return free;
    }

    private static String letters(String name) {
        String letters =
                name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
        return letters.isEmpty() ? "parameter" : letters.substring(0, Math.min(letters.length(), 24));
    }

    private static Binding binding(String typed) {
        String words = typed.strip();
        if (words.startsWith("/")) {
            if (!words.matches("/[^\\s#*,?\\[\\]{}]+") || words.length() > LONGEST_ADDRESS) {
                throw new Mistake("“" + words + "” is no OSC address; expected one like /desk/volume");
            }
            return new Binding.Osc(words);
        }
        String small = words.toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
        if (small.startsWith("sysex ") || small.startsWith("f0 ")) {
            return new Binding.SysEx(small.replaceFirst("^sysex ", ""));
        }
        Matcher controller = CONTROLLER.matcher(small);
        if (controller.matches()) {
            int number = whole("a controller", controller.group(1), 0, 127);
            int channel = channel(controller.group(3));
            if (controller.group(2) == null) {
                return new Binding.Controller(channel, number);
            }
            if (whole("a controller", controller.group(2), 0, 127) != number + 32 || number > 31) {
                throw new Mistake("a fine controller has its second half 32 above, like CC 7 and 39");
            }
            return new Binding.FineController(channel, number);
        }
        Matcher numbered = NUMBERED.matcher(small);
        if (numbered.matches()) {
            return new Binding.Numbered(
                    channel(numbered.group(3)),
                    numbered.group(1).equals("rpn"),
                    whole("a parameter number", numbered.group(2), 0, 16_382));
        }
        Matcher program = PROGRAM.matcher(small);
        if (program.matches()) {
            return new Binding.Program(channel(program.group(1)));
        }
        if (small.equals(new Binding.Kept().words().toLowerCase(Locale.ROOT)) || small.equals("kept")) {
            return new Binding.Kept();
        }
        if (small.equals(new Binding.Clock().words().toLowerCase(Locale.ROOT))) {
            return new Binding.Clock();
        }
        if (small.equals(new Binding.Kept(true).words().toLowerCase(Locale.ROOT))) {
            return new Binding.Kept(true);
        }
        throw new Mistake(
                "“" + words
                        + "” is no address; expected one like /desk/volume, CC 74 ch 1, NRPN 301 ch 2, program ch 1, SysEx 7D 04 10 05 vv, or kept");
    }

    private static int channel(String typed) {
        return typed == null ? 1 : whole("a channel", typed, 1, 16);
    }

    private static int whole(String what, String typed, int low, int high) {
        int number = typed.length() > 9 ? Integer.MAX_VALUE : Integer.parseInt(typed);
        if (number < low || number > high) {
            throw new Mistake("%s is %d–%d, and %d is not".formatted(what, low, high, number));
        }
        return number;
    }

    private static Law law(String typed) {
        String words = typed.strip();
        if (words.contains("|")) {
            List<String> names = new ArrayList<>();
            for (String name : words.split("\\|", -1)) {
                if (name.isBlank()) {
                    throw new Mistake("a value without a name: expected names with | between them");
                }
                names.add(name.strip());
            }
            return new Law.Named(names);
        }
        Matcher steps = Pattern.compile("(?:in )?(\\d{1,5})(?: steps)?").matcher(words);
        if (steps.matches()) {
            return new Law.Stepped(whole("a number of steps", steps.group(1), 2, 16_384));
        }
        return switch (words.toLowerCase(Locale.ROOT)) {
            case "", "linear" -> new Law.Linear();
            case "logarithmic", "log" -> new Law.Logarithmic();
            case "fader taper", "taper" -> new Law.DecibelTaper();
            default ->
                throw new Mistake("“" + words
                        + "” is no law; expected linear, logarithmic, fader taper, 12 steps, or names like off|on");
        };
    }

    private static Range range(Row row, Law law) {
        if (law instanceof Law.Named named) {
            return new Range(0, named.names().size() - 1.0, "");
        }
        double low = real("the low end", row.low(), 0);
        double high = real("the high end", row.high(), 1);
        if (law.aboveZero() && low <= 0) {
            throw new Mistake("a logarithmic range begins above 0");
        }
        if (low >= high) {
            throw new Mistake(
                    "the low end has to be below the high end, and " + number(low) + " is not below " + number(high));
        }
        String unit = row.unit().strip();
        if (unit.length() > 12) {
            throw new Mistake("a unit has at most 12 letters");
        }
        return new Range(low, high, unit);
    }

    private static double standard(Row row, Law law, Range range) {
        String typed = row.standard().strip();
        if (typed.isEmpty()) {
            return range.low();
        }
        if (law instanceof Law.Named named) {
            for (int i = 0; i < named.names().size(); i++) {
                if (named.names().get(i).equalsIgnoreCase(typed)) {
                    return i;
                }
            }
            throw new Mistake("the default “" + typed + "” is not one of its names");
        }
        double value = real("the default", typed, range.low());
        if (!range.contains(value)) {
            throw new Mistake("the default %s is not between %s and %s"
                    .formatted(number(value), number(range.low()), number(range.high())));
        }
        return value;
    }

    private static double real(String what, String typed, double otherwise) {
        String plain = typed.strip().replace('−', '-').replace(',', '.');
        if (plain.isEmpty()) {
            return otherwise;
        }
        try {
            double value = Double.parseDouble(plain);
            if (Double.isFinite(value)) {
                return value;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw new Mistake(what + " “" + typed.strip() + "” is no number");
    }
}
