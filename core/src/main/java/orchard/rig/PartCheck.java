package orchard.rig;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Preset;
import orchard.gear.Roots;
import orchard.gear.Seat;
import orchard.layout.Element;
import orchard.layout.Layout;
import orchard.layout.Strips;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.mistake.Mistake;

/**
 * What every part has to keep to before it comes into a rig: names that fit and can be seen, and what else nobody can work with. Throws an {@link EditRefused}.
 *
 * @param part its id
 */
record PartCheck(String part) implements Part.Visitor<Void> {

    private static final int LONGEST_SEAT = 200;
    private static final int MOST_PORTS = 16;
    private static final int MOST_ELEMENTS = 1_000;

    @Override
    public Void device(Device device) {
        name("name", device.name());
        text("role", device.role());
        device.profile().controls().forEach(control -> {
            name("name", control.name());
            text("label", control.label());
        });
        unique(device.profile().controls());
        device.profile().traits().pages().forEach(group -> {
            name("group", group.name());
            group.names().forEach(page -> name("page", page));
        });
        device.profile().choices().parameterPages().forEach(page -> {
            name("name", page.name());
            page.entries().forEach(entry -> text("label", entry.label()));
        });
        device.profile().parameters().forEach(parameter -> name("name", parameter.name()));
        Set<String> dumps = new HashSet<>();
        device.profile().traits().dumps().forEach(dump -> {
            name("name", dump.name());
            if (!dumps.add(dump.name())) {
                throw EditRefused.invalid(part, "name", "Two dumps of a device are called “" + dump.name() + "”");
            }
        });
        device.profile().traits().palette().forEach(swatch -> text("palette", swatch.name()));
        Seat seat = device.seat();
        if (seat.in().length() > LONGEST_SEAT || seat.out().length() > LONGEST_SEAT) {
            throw EditRefused.invalid(
                    part, "out", "Too long: a port's name or address has at most " + LONGEST_SEAT + " letters");
        }
        if (seat.wire().addressed()) {
            try {
                Roots.of(seat.in());
            } catch (Mistake mistake) {
                throw EditRefused.invalid(part, mistake.field(), mistake.getMessage());
            }
        }
        return null;
    }

    @Override
    public Void mapping(Mapping mapping) {
        return null; // it says itself what it can be made of
    }

    @Override
    public Void focus(Focus focus) {
        name("name", focus.name());
        name("noun", focus.noun());
        return null;
    }

    @Override
    public Void layer(Layer layer) {
        name("name", layer.name());
        text("group", layer.group());
        return null;
    }

    @Override
    public Void layout(Layout layout) {
        name("name", layout.name());
        layout.elements().forEach(element -> name("name", element.name()));
        layout.pages().forEach(page -> name("page", page.name()));
        pages(layout);
        List<Element> played = layout.played();
        int size = played.stream()
                .mapToInt(
                        element -> Math.max(1, element.face().controls(element).size()))
                .sum();
        if (size > MOST_ELEMENTS) {
            throw EditRefused.invalid(
                    layout.id(),
                    "elements",
                    "A layout has %d elements at most, and a key is one; this one would have %d"
                            .formatted(MOST_ELEMENTS, size));
        }
        Set<String> ids = new HashSet<>();
        Stream.concat(layout.elements().stream().filter(one -> one.face() instanceof Strips), played.stream())
                .filter(element -> !ids.add(element.id()))
                .findFirst()
                .ifPresent(twice -> {
                    throw EditRefused.invalid(
                            layout.id(), "elements", "Two elements of a layout have the id “" + twice.id() + "”");
                });
        return null;
    }

    private static void pages(Layout layout) {
        Set<String> pages = new HashSet<>();
        if (layout.pages().size() > Layout.MOST_PAGES) {
            throw EditRefused.invalid(layout.id(), "page", "A layout has " + Layout.MOST_PAGES + " pages at most");
        }
        layout.pages().stream()
                .filter(page -> page.id().isEmpty() || !pages.add(page.id()))
                .findFirst()
                .ifPresent(twice -> {
                    throw EditRefused.invalid(
                            layout.id(), "page", "Two pages of a layout have the id “" + twice.id() + "”");
                });
        layout.elements().stream()
                .filter(element -> !element.page().isEmpty() && !pages.contains(element.page()))
                .findFirst()
                .ifPresent(lost -> {
                    throw EditRefused.invalid(
                            layout.id(),
                            "page",
                            "“" + lost.name() + "” stands on a page that is not there (" + lost.page() + ")");
                });
    }

    @Override
    public Void preset(Preset preset) {
        name("name", preset.name());
        text("type", preset.type());
        return null;
    }

    @Override
    public Void settings(Settings settings) {
        if (settings.octaveOfNote60() != 3 && settings.octaveOfNote60() != 4) {
            throw EditRefused.invalid(Settings.ID, "octave", "Note 60 is C4 or C3");
        }
        Stream.of(settings.udpPorts(), settings.tcpPorts())
                .flatMap(List::stream)
                .forEach(port -> {
                    if (port < 1 || port > 65_535) {
                        throw EditRefused.invalid(Settings.ID, "ports", "Port " + port + " is not in 1–65535");
                    }
                });
        if (settings.udpPorts().size() + settings.tcpPorts().size() > MOST_PORTS
                || settings.sessions().size() > MOST_PORTS) {
            throw EditRefused.invalid(Settings.ID, "ports", "At most " + MOST_PORTS + " are kept");
        }
        settings.sessions().forEach(session -> {
            if (!session.matches("[^=]{1,60} = \\S{1,100}:\\d{1,5}")) {
                throw EditRefused.invalid(
                        Settings.ID, "sessions", "Expected a name and an address, like Stage left = 10.0.0.7:5004");
            }
        });
        return null;
    }

    @Override
    public Void route(Route route) {
        return null; // its own constructor says what cannot be; devices that are gone are findings
    }

    @Override
    public Void song(Song song) {
        name("name", song.name());
        text("note", song.note());
        return null;
    }

    private void unique(List<Control> controls) {
        Set<String> ids = new HashSet<>();
        controls.forEach(control -> {
            if (!ids.add(control.id())) {
                throw EditRefused.invalid(part, "name", "There are two controls with the id “" + control.id() + "”");
            }
        });
    }

    private void name(String field, String name) {
        if (name.isBlank()) {
            throw EditRefused.invalid(part, field, "A name is needed");
        }
        text(field, name);
    }

    private void text(String field, String text) {
        if (text.length() > Rig.LONGEST_NAME) {
            throw EditRefused.invalid(
                    part,
                    field,
                    "Too long: %,d letters, and %d fit on a display and a page"
                            .formatted(text.length(), Rig.LONGEST_NAME));
        }
        if (text.chars().anyMatch(Character::isISOControl)) {
            throw EditRefused.invalid(part, field, "Only letters that can be seen, please: no tabs or line ends");
        }
    }
}
