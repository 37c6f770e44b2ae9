package orchard.inventory;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.signal.OscMessage;

/**
 * What a device on OSC told about its parameters, beside what its profile has. A parameter is known again by what its group is told to
 * be wherever it stands, and where that is not told, by its address: it keeps its id, so that mappings keep hold of it, and its marks.
 *
 * @param found those the profile does not have
 * @param gone those the device does not have any more
 * @param changed those that have another name, range, law or default now
 * @param moved those that are the same and have another address now
 * @param unreadable what could not be understood, a sentence each
 * @param merged the profile as the device tells it
 */
public record Inventory(
        List<Parameter> found,
        List<Parameter> gone,
        List<Parameter> changed,
        List<Parameter> moved,
        List<String> unreadable,
        Profile merged) {

    private static final int ADDRESS = 0;
    private static final int NAME = 1;
    private static final int LOW = 2;
    private static final int HIGH = 3;
    private static final int STANDARD = 4;
    private static final int UNIT = 5;
    private static final int LAW = 6;
    private static final int STEPS = 7;
    private static final int SETTABLE = 8;
    private static final int TOUCH = 9;

    /** Whether device and profile agree. */
    public boolean agrees() {
        return onlyMoved() && moved.isEmpty();
    }

    /** Whether all that differs is where things stand, which needs nobody's decision. */
    public boolean onlyMoved() {
        return found.isEmpty() && gone.isEmpty() && changed.isEmpty();
    }

    /**
     * Compares.
     *
     * @param root the first part of the device's addresses, as {@code /wherry}
     * @param told the messages with one parameter each: address, name, low, high, default, unit, law, steps, settable, touch
     * @param names what is told at addresses that end with {@code /name}
     * @param identities what is told at addresses that end with {@code /id}: of a group, what stays the same wherever it is moved
     */
    public static Inventory of(
            Profile before,
            String root,
            List<OscMessage> told,
            Map<String, String> names,
            Map<String, String> identities) {
        Relocation places = Identities.relocation(before, identities);
        Map<String, Parameter> known = new HashMap<>();
        before.parameters().forEach(p -> known.put(places.now(p), p));
        Map<String, Group> groups = new LinkedHashMap<>();
        before.groups().forEach(group -> groups.put(group.id(), places.now(group)));
        List<Parameter> all = new ArrayList<>();
        List<Parameter> found = new ArrayList<>();
        List<Parameter> changed = new ArrayList<>();
        List<Parameter> moved = new ArrayList<>();
        List<String> unreadable = new ArrayList<>();
        for (OscMessage message : told) {
            String address = message.text(ADDRESS);
            try {
                if (!address.startsWith(root + "/")) {
                    throw new Mistake("its address does not begin with " + root);
                }
                Parameter own = known.remove(address);
                String group = own != null ? own.group() : group(address, root, names, groups);
                Parameter parameter = parameter(message, root, group, own, before);
                all.add(parameter);
                if (own == null) {
                    found.add(parameter);
                } else if (!parameter.with(own.binding()).equals(own)) {
                    changed.add(parameter);
                } else if (!parameter.equals(own)) {
                    moved.add(parameter);
                }
            } catch (Mistake e) {
                unreadable.add(
                        (address.isEmpty() ? "A parameter without an address" : address) + ": " + e.getMessage());
            }
        }
        List<Parameter> gone = before.parameters().stream()
                .filter(p -> !address(p).isEmpty() && known.containsKey(places.now(p)))
                .toList();
        before.parameters().stream().filter(p -> address(p).isEmpty()).forEach(all::add); // no list tells of variables
        groups.values().removeIf(group -> all.stream().noneMatch(p -> isIn(p.group(), group.id(), groups)));
        List<Group> named = groups.values().stream()
                .map(group -> group.known(identities.getOrDefault(group.path() + "/id", group.identity())))
                .toList();
        return new Inventory(
                found, gone, changed, moved, unreadable, before.withParameters(named, inOrder(all, before)));
    }

    /** Those that were there in the order they had, so that their numbers stay; then the new ones as they were told. */
    private static List<Parameter> inOrder(List<Parameter> all, Profile before) {
        Map<String, Integer> places = new HashMap<>();
        before.parameters().forEach(p -> places.put(p.id(), places.size()));
        List<Parameter> ordered = new ArrayList<>(all);
        ordered.sort(Comparator.comparingInt(p -> places.getOrDefault(p.id(), Integer.MAX_VALUE)));
        return ordered;
    }

    private static boolean isIn(String group, String wanted, Map<String, Group> groups) {
        for (String at = group;
                !at.isEmpty();
                at = groups.containsKey(at) ? groups.get(at).parent() : "") {
            if (at.equals(wanted)) {
                return true;
            }
        }
        return false;
    }

    private static String address(Parameter parameter) {
        return parameter.binding() instanceof Binding.Osc osc ? osc.address() : "";
    }

    private static Parameter parameter(OscMessage message, String root, String group, Parameter own, Profile before) {
        String address = message.text(ADDRESS);
        String name =
                message.text(NAME).isBlank() ? address : message.text(NAME).strip();
        Range range = new Range(message.number(LOW), message.number(HIGH), unit(message.text(UNIT)));
        double standard = range.clamp(message.number(STANDARD));
        boolean settable = message.arguments().size() <= SETTABLE || message.number(SETTABLE) != 0;
        boolean touch = message.arguments().size() > TOUCH && message.number(TOUCH) != 0;
        return new Parameter(
                own == null ? freeId(address.substring(root.length() + 1).replace('/', '.'), before) : own.id(),
                group,
                name,
                range,
                law(message.text(LAW), (int) message.number(STEPS), range),
                standard,
                new Binding.Osc(address, touch ? address + "/touch" : ""),
                settable,
                own == null ? null : own.marks(),
                own == null ? null : own.favourites());
    }

    /** Ids that name a place may be kept by what was moved from there. */
    private static String freeId(String id, Profile before) {
        String free = id;
        for (int i = 2; before.parameter(free).isPresent(); i++) {
            free = id + "-" + i;
        }
        return free;
    }

    private static String unit(String told) {
        return told.equals("deg") ? "°" : told;
    }

    private static Law law(String told, int steps, Range range) {
        if (told.contains("|")) {
            List<String> names = List.of(told.split("\\|"));
            if (range.low() != 0 || range.high() != names.size() - 1) {
                throw new Mistake(
                        "it has " + names.size() + " names, but goes from " + range.low() + " to " + range.high());
            }
            return new Law.Named(names);
        }
        return switch (told) {
            case "log" -> new Law.Logarithmic();
            case "taper" -> new Law.DecibelTaper();
            case "whole" -> new Law.Stepped(Math.max(2, steps));
            case "linear" -> new Law.Linear();
            default ->
                throw new Mistake("its law “" + told
                        + "” is not known; expected linear, log, taper, whole or names with | between");
        };
    }

    /** The group of an address, made if it is not there: by the name that is told for it, or else by its own last word. */
    private static String group(String address, String root, Map<String, String> names, Map<String, Group> groups) {
        int leaf = address.lastIndexOf('/');
        if (leaf <= root.length()) {
            return "";
        }
        String path = address.substring(0, leaf);
        String nameAddress = path + "/name";
        for (Group group : groups.values()) {
            if (group.nameAddress().equals(nameAddress)) {
                return group.id();
            }
        }
        String id = path.substring(root.length() + 1).replace('/', '.');
        for (int i = 2; groups.containsKey(id) && !groups.get(id).path().equals(path); i++) {
            id = path.substring(root.length() + 1).replace('/', '.') + "-" + i; // its name was kept by what was moved
        }
        if (!groups.containsKey(id)) {
            String told = names.get(nameAddress);
            String parent = parent(path, root, names, groups);
            groups.put(id, new Group(id, parent, told == null ? words(id) : told, told == null ? "" : nameAddress, ""));
        }
        return id;
    }

    /** The nearest group above that has a name of its own. */
    private static String parent(String path, String root, Map<String, String> names, Map<String, Group> groups) {
        for (String above = path; above.lastIndexOf('/') > root.length(); ) {
            above = above.substring(0, above.lastIndexOf('/'));
            if (names.containsKey(above + "/name")) {
                return group(above + "/x", root, names, groups);
            }
        }
        return "";
    }

    private static String words(String id) {
        String words = id.replace('.', ' ');
        return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
    }
}
