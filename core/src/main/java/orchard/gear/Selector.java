package orchard.gear;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * One of several is current: the pages of a group of controls, the pages of a device's parameters, the presets of a device, the songs of a set
 * list. This says what there is to choose from and how one goes through it; which is current stands with whoever moves it. Places are numbered from 1
 * in their order; 0 is none.
 *
 * @param places in their order; ids are unique
 */
public record Selector(Owner owner, List<Place> places, Ends ends) {

    /** What sort of things are chosen from. */
    public enum Kind {
        /** The pages of a group of controls; one is always open. */
        CONTROL_PAGES(true),
        /** The pages of a device's parameters; one is always open. */
        PARAMETER_PAGES(true),
        /** The presets of a device; until one is recalled, none is current. */
        PRESETS(false),
        /** The songs of the set list. */
        SONGS(true);

        private final boolean always;

        Kind(boolean always) {
            this.always = always;
        }

        /** Whether one is current from the beginning, as long as there is any. */
        public boolean always() {
            return always;
        }
    }

    /**
     * Whose choice it is; two that are equal are the same choice.
     *
     * @param device its id, or "" for the rig's
     * @param group id of the group of controls, or ""
     */
    public record Owner(Kind kind, String device, String group) {

        /** The pages of a group of controls. */
        public static Owner controls(String device, String group) {
            return new Owner(Kind.CONTROL_PAGES, device, group);
        }

        /** The presets of a device. */
        public static Owner presets(String device) {
            return new Owner(Kind.PRESETS, device, "");
        }

        /** The pages of a device's parameters. */
        public static Owner parameters(String device) {
            return new Owner(Kind.PARAMETER_PAGES, device, "");
        }
    }

    /** One of those that can be current. */
    public record Place(String id, String name) {}

    /** What happens at the ends. */
    public enum Ends {
        /** The last stays. */
        STOP,
        /** After the last comes the first. */
        WRAP
    }

    public Selector {
        places = List.copyOf(places);
    }

    /** The pages of a device's parameters. */
    public static Selector parameterPages(Device device) {
        return new Selector(
                Owner.parameters(device.id()),
                device.profile().choices().parameterPages().stream()
                        .map(page -> new Place(page.id(), page.name()))
                        .toList(),
                Ends.WRAP);
    }

    /** The presets of a device, by name. */
    public static Selector presets(String device, Directory names) {
        return new Selector(
                Owner.presets(device),
                names.presets().stream()
                        .filter(preset -> preset.device().equals(device))
                        .sorted(Comparator.comparing(Preset::name, String.CASE_INSENSITIVE_ORDER))
                        .map(preset -> new Place(preset.id(), preset.name()))
                        .toList(),
                Ends.WRAP);
    }

    /** The pages of a group of a device's controls, which have numbers for ids. */
    public static Selector controlPages(String device, PageGroup group) {
        return new Selector(
                Owner.controls(device, group.id()),
                IntStream.range(0, group.names().size())
                        .mapToObj(i ->
                                new Place(String.valueOf(i + 1), group.names().get(i)))
                        .toList(),
                Ends.STOP);
    }

    /** What somebody chooses from, as it is in a rig; empty if there is nothing to choose from. */
    public static Optional<Selector> of(Owner owner, Directory names) {
        return switch (owner.kind()) {
            case CONTROL_PAGES ->
                names.device(owner.device())
                        .flatMap(device -> device.profile().traits().group(owner.group()))
                        .map(group -> controlPages(owner.device(), group));
            case PARAMETER_PAGES ->
                names.device(owner.device())
                        .map(Selector::parameterPages)
                        .filter(pages -> !pages.places().isEmpty());
            case PRESETS ->
                Optional.of(presets(owner.device(), names))
                        .filter(presets -> !presets.places().isEmpty());
            case SONGS ->
                Optional.of(names.songPlaces())
                        .filter(songs -> !songs.isEmpty())
                        .map(songs -> new Selector(owner, songs, Ends.STOP));
        };
    }

    /** The number of a place, 0 if there is none of that id. */
    public int number(String id) {
        for (int i = 0; i < places.size(); i++) {
            if (places.get(i).id().equals(id)) {
                return i + 1;
            }
        }
        return 0;
    }

    /** The id of a place, "" for 0. */
    public String id(int number) {
        return number == 0 ? "" : places.get(number - 1).id();
    }

    /** The number so many places on from another; below 0 back; 0 if there is none. From 0, one on is the first and one back the last. */
    public int onward(int from, int by) {
        return onward(IntStream.rangeClosed(1, places.size()).toArray(), from, by);
    }

    /**
     * The same, going through some places only: from where the current one would stand among them.
     *
     * @param among the numbers of those, in rising order
     */
    public int onward(int[] among, int from, int by) {
        if (among.length == 0) {
            return 0;
        }
        int at = Arrays.binarySearch(among, from);
        int to = at >= 0 ? at + by : -at - 1 + (by > 0 ? by - 1 : by);
        return among[ends == Ends.WRAP ? Math.floorMod(to, among.length) : Math.max(0, Math.min(among.length - 1, to))];
    }
}
