package orchard.gear;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import orchard.mistake.Mistake;
import orchard.parameter.Group;
import orchard.parameter.Parameter;

/**
 * A named pointer over places of one kind: tracks, lamps or voices of a device, or devices. What is said of “the 3rd track of Bank” is said of whichever track
 * lies third under it.
 *
 * @param noun what one place is called: “track”
 * @param device whose groups the places are; "" if the places are devices
 * @param places ids of groups or devices, in order
 * @param width how many places lie under it side by side, 1..{@value #MOST_WIDE}
 * @param ends what happens at the ends
 * @param selection the device's own selection that it goes with, or null
 * @param link the focus it moves with, or null
 * @param skips what says of a place that it is passed over while it is on, as {@link #find} finds it; "" for nothing
 * @param several whether its places are picked one by one, and any number of them lies under it, instead of some side by side
 */
public record Focus(
        String id,
        String name,
        String noun,
        String device,
        List<String> places,
        int width,
        Ends ends,
        Selection selection,
        Link link,
        String skips,
        boolean several) {

    /** The most places that lie side by side. */
    public static final int MOST_WIDE = 64;

    /** The most places there are. */
    public static final int MOST_PLACES = 512;

    /** Between the names of groups and of a parameter. */
    public static final String WITHIN = "/";

    /** What happens at the ends. */
    public enum Ends {
        /** It stays; what lies beyond the last place is empty. */
        STOP("it stays"),
        /** After the last place comes the first. */
        WRAP("it goes on at the other end"),
        /** It stays so that all of its width has places. */
        FILL("it stays full");

        private final String words;

        Ends(String words) {
            this.words = words;
        }

        /** It in words. */
        public String words() {
            return words;
        }
    }

    /**
     * The device's own selection.
     *
     * @param parameter id of the parameter that tells it: its first value is the first place
     * @param follows whether the focus goes where the device selects
     * @param leads whether the device is told to select where the focus goes
     */
    public record Selection(String parameter, boolean follows, boolean leads) {}

    /**
     * Another focus over as many places.
     *
     * @param focus its id
     * @param shift how many places further on this one stands
     */
    public record Link(String focus, int shift) {}

    /** A focus under which places lie side by side. */
    public Focus(
            String id,
            String name,
            String noun,
            String device,
            List<String> places,
            int width,
            Ends ends,
            Selection selection,
            Link link,
            String skips) {
        this(id, name, noun, device, places, width, ends, selection, link, skips, false);
    }

    public Focus {
        noun = noun == null || noun.isBlank() ? "place" : noun.strip();
        device = device == null ? "" : device;
        places = places == null ? List.of() : List.copyOf(places);
        ends = ends == null ? Ends.STOP : ends;
        skips = skips == null ? "" : skips;
        if (places.isEmpty() || places.size() > MOST_PLACES) {
            throw new Mistake("places", "a focus goes over 1 to " + MOST_PLACES + " places");
        }
        if (places.stream().distinct().count() < places.size()) {
            throw new Mistake("places", "each place of a focus stands in it once");
        }
        if (width < 1 || width > MOST_WIDE) {
            throw new Mistake("width", "a focus is 1 to " + MOST_WIDE + " places wide");
        }
        if (link != null && link.focus().equals(id)) {
            throw new Mistake("link", "a focus cannot move with itself: choose another");
        }
        if (several && places.size() > MOST_WIDE) {
            throw new Mistake("several", "places are picked one by one out of " + MOST_WIDE + " at most");
        }
        if (several && (width > 1 || link != null)) {
            throw new Mistake("several", "places that are picked one by one are 1 wide, and move with no other focus");
        }
    }

    /** The same with other ends. */
    public Focus with(Ends others) {
        return new Focus(id, name, noun, device, places, width, others, selection, link, skips, several);
    }

    /** The same over other places. */
    public Focus over(List<String> others) {
        return new Focus(id, name, noun, device, others, width, ends, selection, link, skips, several);
    }

    /** The most places that lie under it at once. */
    public int reach() {
        return several ? places.size() : width;
    }

    /** A parameter of one of its places. */
    public record Found(String device, Parameter parameter) {
        /** The reference to it. */
        public Ref.ToParameter ref() {
            return new Ref.ToParameter(device, parameter.id());
        }
    }

    /**
     * The parameter of a place.
     *
     * @param place its number, from 0
     * @param local the names of the groups it is in below the place, and its own, with {@value #WITHIN} between; of a device its own name alone
     */
    public Optional<Found> find(int place, String local, Directory names) {
        String id = places.get(place);
        if (device.isEmpty()) {
            return names.device(id)
                    .flatMap(of -> of.profile().parameters().stream()
                            .filter(one -> one.name().equals(local))
                            .findFirst()
                            .map(one -> new Found(id, one)));
        }
        return names.device(device).flatMap(of -> {
            String[] path = local.split(WITHIN);
            Optional<String> group = group(of, id);
            for (int i = 0; i < path.length - 1 && group.isPresent(); i++) {
                String name = path[i];
                String parent = group.get();
                group = of.profile().groups().stream()
                        .filter(one -> one.parent().equals(parent) && one.name().equals(name))
                        .map(Group::id)
                        .findFirst();
            }
            return group.flatMap(within -> of.profile().parameters().stream()
                    .filter(one -> one.group().equals(within) && one.name().equals(path[path.length - 1]))
                    .findFirst()
                    .map(one -> new Found(device, one)));
        });
    }

    /** The group that a place is now: known by what its device says of it that stays, or else by its id. */
    private static Optional<String> group(Device of, String place) {
        return of.profile().groups().stream()
                .filter(one -> !one.identity().isEmpty() && one.identity().equals(place)
                        || one.id().equals(place))
                .map(Group::id)
                .findFirst();
    }

    /** What a place is called right now, "" if it is not there. */
    public String placeName(int place, Directory names) {
        String id = places.get(place);
        return device.isEmpty()
                ? names.device(id).map(Device::name).orElse("")
                : names.device(device)
                        .flatMap(of -> group(of, id).map(group -> names.groupName(of, group)))
                        .orElse("");
    }

    /** The parameter that stands for those of all places: the first there is. */
    public Optional<Parameter> prototype(String local, Directory names) {
        for (int place = 0; place < places.size(); place++) {
            Optional<Found> found = find(place, local, names);
            if (found.isPresent()) {
                return found.map(Found::parameter);
            }
        }
        return Optional.empty();
    }

    /** How a parameter of one of its places is found in all of them; empty if it is in none of them. */
    public Optional<String> local(Ref.ToParameter ref, Directory names) {
        if (device.isEmpty()) {
            return places.contains(ref.device()) ? names.parameter(ref).map(Parameter::name) : Optional.empty();
        }
        Optional<Device> of = names.device(ref.device()).filter(one -> one.id().equals(device));
        Optional<Parameter> parameter = of.flatMap(one -> one.profile().parameter(ref.parameter()));
        if (parameter.isEmpty()) {
            return Optional.empty();
        }
        String path = parameter.get().name();
        String group = parameter.get().group();
        while (!group.isEmpty() && place(of.get(), group) < 0) {
            Group within = of.get().profile().group(group).orElse(null);
            if (within == null) {
                return Optional.empty();
            }
            path = within.name() + WITHIN + path;
            group = within.parent();
        }
        return group.isEmpty() ? Optional.empty() : Optional.of(path);
    }

    /** What a place is called of which only the id is known: “track” of “track12”. */
    public static String noun(String place) {
        return place.replaceAll("^.*\\.", "").replaceAll("\\d+$", "");
    }

    /** How everything is found that its places have, in the order of the first place that has it. */
    public List<String> locals(Directory names) {
        Set<String> all = new LinkedHashSet<>();
        List<String> devices = device.isEmpty() ? places : List.of(device);
        for (String id : devices) {
            names.device(id)
                    .ifPresent(on -> on.profile()
                            .parameters()
                            .forEach(parameter -> local(new Ref.ToParameter(id, parameter.id()), names)
                                    .ifPresent(all::add)));
        }
        return List.copyOf(all);
    }

    /** The number of the place that a parameter is in, from 0; −1 if it is in none. */
    public int placeOf(Ref.ToParameter ref, Directory names) {
        if (device.isEmpty()) {
            return places.indexOf(ref.device());
        }
        Optional<Device> of = names.device(ref.device()).filter(one -> one.id().equals(device));
        String group = of.flatMap(one -> one.profile().parameter(ref.parameter()))
                .map(Parameter::group)
                .orElse("");
        while (!group.isEmpty() && place(of.orElseThrow(), group) < 0) {
            group = of.get().profile().group(group).map(Group::parent).orElse("");
        }
        return group.isEmpty() ? -1 : place(of.orElseThrow(), group);
    }

    private int place(Device of, String group) {
        String identity = of.profile().group(group).map(Group::identity).orElse("");
        int known = identity.isEmpty() ? -1 : places.indexOf(identity);
        return known >= 0 ? known : places.indexOf(group);
    }

    /** The first place after a move from another; places are counted from 0. */
    public int moved(int from, int by, int count) {
        if (count == 0) {
            return 0;
        }
        int to = from + by;
        return switch (ends) {
            case WRAP -> Math.floorMod(to, count);
            case FILL -> Math.max(0, Math.min(to, count - Math.min(width, count)));
            case STOP -> to >= count ? (by > 1 ? from : count - 1) : Math.max(0, to);
        };
    }

    /**
     * The place that lies somewhere under it.
     *
     * @param first where it stands
     * @param offset how far from its first place, from 0
     * @return the number of the place, or −1 where there is none
     */
    public int under(int first, int offset, int count) {
        int place = first + offset;
        return place < count ? place : ends == Ends.WRAP && offset < count ? place % count : -1;
    }
}
