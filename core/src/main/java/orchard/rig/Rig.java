package orchard.rig;

import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Preset;
import orchard.gear.Selector;
import orchard.layout.Layout;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.signal.NoteName;

/**
 * Everything a performer has set up, as one immutable value. Parts are kept by id, in natural order: a number inside an
 * id counts as a number, so {@code m10} comes after {@code m9}.
 */
public final class Rig implements Directory {

    /** A rig with nothing in it. */
    public static final Rig EMPTY = new Rig(new TreeMap<>(Rig::naturally), null);

    /** The longest name anything may have, in letters. */
    public static final int LONGEST_NAME = 60;

    private final SortedMap<String, Part> parts;
    private final Settings settings;
    private final List<Device> devices;
    private final List<Mapping> mappings;
    private final List<Layer> layers;
    private final List<Focus> foci;
    private final List<Device> gear;
    private final Map<String, Device> gearById;

    /** @param before the rig this one was made of: what was not edited is the very same in both, the devices of layouts too */
    private Rig(SortedMap<String, Part> parts, Rig before) {
        this.parts = Collections.unmodifiableSortedMap(parts);
        settings = parts.get(Settings.ID) instanceof Part.OfSettings of ? of.settings() : Settings.STANDARD;
        devices = each(Part.OfDevice.class).map(Part.OfDevice::device).toList();
        mappings = each(Part.OfMapping.class).map(Part.OfMapping::mapping).toList();
        foci = each(Part.OfFocus.class).map(Part.OfFocus::focus).toList();
        layers = each(Part.OfLayer.class).map(Part.OfLayer::layer).toList();
        gear = Stream.concat(
                        devices.stream(),
                        layouts().stream()
                                .map(layout -> before != null
                                                && before.parts.get(layout.id()) instanceof Part.OfLayout of
                                                && of.layout() == layout
                                        ? before.gearById.get(layout.id())
                                        : layout.device()))
                .toList();
        gearById = gear.stream().collect(Collectors.toMap(Device::id, device -> device));
    }

    /** A rig with these parts; each is checked as in {@link #apply}, but two of one name are let be. */
    public static Rig of(List<? extends Part> parts) {
        return EMPTY.again(new Edit(
                "all parts",
                parts.stream().map(part -> new Edit.Change(null, part)).toList()));
    }

    /** The devices that are parts of their own. */
    public List<Device> devices() {
        return devices;
    }

    /** All devices: those of their own, and those the layouts are. */
    public List<Device> gear() {
        return gear;
    }

    /** The mappings, in the order of their ids. */
    public List<Mapping> mappings() {
        return mappings;
    }

    @Override
    public NoteName noteNames() {
        return settings().noteNames();
    }

    /** The presets, in the order of their ids. */
    @Override
    public List<Preset> presets() {
        return each(Part.OfPreset.class).map(Part.OfPreset::preset).toList();
    }

    /** The foci, in the order of their ids. */
    @Override
    public List<Focus> foci() {
        return foci;
    }

    @Override
    public Optional<Focus> focus(String id) {
        return parts.get(id) instanceof Part.OfFocus part ? Optional.of(part.focus()) : Optional.empty();
    }

    /** The layers, in the order of their ids. */
    @Override
    public List<Layer> layers() {
        return layers;
    }

    @Override
    public Optional<Layer> layer(String id) {
        return parts.get(id) instanceof Part.OfLayer part ? Optional.of(part.layer()) : Optional.empty();
    }

    /** The touch layouts. */
    public List<Layout> layouts() {
        return each(Part.OfLayout.class).map(Part.OfLayout::layout).toList();
    }

    /** What is passed on from device to device. */
    public List<Route> routes() {
        return each(Part.OfRoute.class).map(Part.OfRoute::route).toList();
    }

    /** The set list, in its order. */
    public List<Song> songs() {
        return each(Part.OfSong.class)
                .map(Part.OfSong::song)
                .sorted(Comparator.comparingInt(Song::place))
                .toList();
    }

    @Override
    public List<Selector.Place> songPlaces() {
        return Song.selector(songs()).places();
    }

    /** What holds for the rig as a whole. */
    public Settings settings() {
        return settings;
    }

    /** A device by id, the layouts' devices among them. */
    @Override
    public Optional<Device> device(String id) {
        return Optional.ofNullable(gearById.get(id));
    }

    /** The mapping of that id. */
    public Optional<Mapping> mapping(String id) {
        return parts.get(id) instanceof Part.OfMapping part ? Optional.of(part.mapping()) : Optional.empty();
    }

    /** The layout of that id. */
    public Optional<Layout> layout(String id) {
        return parts.get(id) instanceof Part.OfLayout part ? Optional.of(part.layout()) : Optional.empty();
    }

    /** Any part by id. */
    public Optional<Part> part(String id) {
        return Optional.ofNullable(parts.get(id));
    }

    /** All parts, by id. */
    public List<Part> parts() {
        return List.copyOf(parts.values());
    }

    /** The device of that id that is a part of its own, not a layout's. */
    public Optional<Device> ownDevice(String id) {
        return parts.get(id) instanceof Part.OfDevice part ? Optional.of(part.device()) : Optional.empty();
    }

    /** A name that no device and no layout has: the one that is wanted, or with a number after it. */
    public String freeName(String wanted) {
        String name = wanted.substring(0, Math.min(wanted.length(), LONGEST_NAME - 4));
        String free = name;
        for (int number = 2; isTaken(free); number++) {
            free = name + " " + number;
        }
        return free;
    }

    private boolean isTaken(String name) {
        return gear().stream().anyMatch(device -> device.name().equalsIgnoreCase(name));
    }

    /** An id that no part has: the first letters given, and the lowest number above all that are in use. */
    public String freeId(String letters) {
        int highest = parts.keySet().stream()
                .filter(id -> id.matches(letters + "\\d{1,9}"))
                .mapToInt(id -> Integer.parseInt(id.substring(letters.length())))
                .max()
                .orElse(0);
        return letters + (highest + 1);
    }

    /**
     * The rig after an edit.
     *
     * @throws EditRefused if a part is not what the edit started from, or what it should become cannot be
     */
    public Rig apply(Edit edit) {
        Rig after = again(edit);
        new OnlyOnce(this, after).check(edit);
        return after;
    }

    /** The rig after an edit that was made before, by whatever version: as {@link #apply}, but two of one name are let be. */
    public Rig again(Edit edit) {
        SortedMap<String, Part> next = new TreeMap<>(parts);
        for (Edit.Change change : edit.changes()) {
            if (!Objects.equals(next.get(change.id()), change.before())) {
                throw new EditRefused(
                        EditRefused.Cause.CHANGED_MEANWHILE,
                        change.id(),
                        "",
                        "This was changed meanwhile. Look at what it is now, then try again.");
            }
            if (change.after() == null) {
                next.remove(change.id());
            } else {
                change.after().accept(new PartCheck(change.id()));
                next.put(change.id(), change.after());
            }
        }
        return new Rig(next, this);
    }

    private <T extends Part> Stream<T> each(Class<T> kind) {
        return parts.values().stream().filter(kind::isInstance).map(kind::cast);
    }

    private static int naturally(String a, String b) {
        int lettersA = letters(a);
        int lettersB = letters(b);
        for (int i = 0; i < Math.min(lettersA, lettersB); i++) {
            if (a.charAt(i) != b.charAt(i)) {
                return a.charAt(i) - b.charAt(i);
            }
        }
        if (lettersA != lettersB) {
            return lettersA - lettersB;
        }
        int byLength = Integer.compare(a.length(), b.length());
        return byLength != 0 ? byLength : a.compareTo(b);
    }

    /** How many characters stand before the number an id ends with. */
    private static int letters(String id) {
        int letters = id.length();
        while (letters > 0 && id.charAt(letters - 1) >= '0' && id.charAt(letters - 1) <= '9') {
            letters--;
        }
        return letters;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Rig that && parts.equals(that.parts);
    }

    @Override
    public int hashCode() {
        return parts.hashCode();
    }

    @Override
    public String toString() {
        return "Rig" + parts.keySet();
    }
}
