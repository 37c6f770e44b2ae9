package orchard.seat;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;

/**
 * Finds out which device is behind which port: by its identity reply, else by name, vendor and the shape of what it says, and
 * among several that are alike by where it is plugged in. The order in which ports came never decides. What cannot be decided
 * becomes a question.
 */
public final class Seating {

    /** A device that wants its port back. */
    public record Claim(Device device, Recognition known) {}

    /**
     * Several devices and ports that fit each other alike.
     *
     * @param devices ids, in the order of the rig
     * @param ports names, sorted
     */
    public record Question(Wire wire, List<String> devices, List<String> ports) {}

    /**
     * Who sits where.
     *
     * @param ports port by device id
     */
    public record Result(Map<String, String> ports, List<Question> questions) {}

    /** How well a device and a port fit, best first. */
    enum Fit {
        IDENTITY,
        NAME,
        SHAPE
    }

    /** So many different messages have to be heard before their shape says anything. */
    private static final int SHAPE_MESSAGES = 3;

    private final List<Claim> claims;
    private final List<VisiblePort> sightings;
    private final Map<String, String> seated = new LinkedHashMap<>();
    private final Set<String> taken = new HashSet<>();

    private Seating(Collection<Claim> claims, Collection<VisiblePort> sightings) {
        this.claims = List.copyOf(claims);
        this.sightings = List.copyOf(sightings);
    }

    /**
     * Seats devices of one wire.
     *
     * @param claims every device of the rig on that wire
     * @param sightings every port that is there
     * @param before who sat where until now: they stay, unless their port is gone or turns out to be another device
     */
    public static Result seat(Collection<Claim> claims, Collection<VisiblePort> sightings, Map<String, String> before) {
        Seating seating = new Seating(claims, sightings);
        seating.keep(before);
        List<Question> questions = new ArrayList<>();
        for (Fit fit : Fit.values()) {
            questions.addAll(seating.decide(fit));
        }
        return new Result(seating.seated, questions);
    }

    private void keep(Map<String, String> before) {
        for (Claim claim : claims) {
            String port = before.get(claim.device().id());
            for (VisiblePort sighting : sightings) {
                boolean other = !claim.known().identity().isEmpty()
                        && !sighting.identity().isEmpty()
                        && !claim.known().identity().equals(sighting.identity());
                if (sighting.port().equals(port) && !other) {
                    sit(claim, sighting);
                }
            }
        }
    }

    private void sit(Claim claim, VisiblePort sighting) {
        seated.put(claim.device().id(), sighting.port());
        taken.add(sighting.port());
    }

    /** Seats those that fit this well, group by group of those that fit each other alike. */
    private List<Question> decide(Fit fit) {
        List<Question> questions = new ArrayList<>();
        Set<Claim> open = new LinkedHashSet<>(claims);
        open.removeIf(claim -> seated.containsKey(claim.device().id()));
        while (!open.isEmpty()) {
            Claim first = open.iterator().next();
            Set<Claim> devices = new LinkedHashSet<>(Set.of(first));
            Set<VisiblePort> ports = new LinkedHashSet<>();
            for (boolean grown = true; grown; ) {
                grown = false;
                for (VisiblePort sighting : sightings) {
                    if (!taken.contains(sighting.port()) && devices.stream().anyMatch(d -> fits(d, sighting, fit))) {
                        grown |= ports.add(sighting);
                    }
                }
                for (Claim claim : open) {
                    if (ports.stream().anyMatch(p -> fits(claim, p, fit))) {
                        grown |= devices.add(claim);
                    }
                }
            }
            open.removeAll(devices);
            decide(devices, ports, questions);
        }
        return questions;
    }

    private void decide(Set<Claim> devices, Set<VisiblePort> ports, List<Question> questions) {
        boolean alone = devices.size() == 1 && ports.size() == 1;
        for (Claim claim : List.copyOf(devices)) {
            List<VisiblePort> sameSocket = ports.stream()
                    .filter(p -> !p.socket().isEmpty()
                            && p.socket().equals(claim.known().socket()))
                    .toList();
            boolean mine = sameSocket.size() == 1
                    && devices.stream()
                            .noneMatch(other -> other != claim
                                    && other.known()
                                            .socket()
                                            .equals(claim.known().socket()));
            if (!alone && mine) {
                sit(claim, sameSocket.get(0));
                devices.remove(claim);
                ports.remove(sameSocket.get(0));
            }
        }
        if (devices.size() == 1 && ports.size() == 1) {
            sit(devices.iterator().next(), ports.iterator().next());
        } else if (!devices.isEmpty() && !ports.isEmpty()) {
            TreeSet<String> names = new TreeSet<>();
            ports.forEach(port -> names.add(port.port()));
            questions.add(new Question(
                    ports.iterator().next().wire(),
                    devices.stream().map(claim -> claim.device().id()).toList(),
                    List.copyOf(names)));
            ports.forEach(port -> taken.add(port.port())); // no weaker reason may take what is asked about
        }
    }

    private static boolean fits(Claim claim, VisiblePort sighting, Fit fit) {
        Recognition known = claim.known();
        Seat seat = claim.device().seat();
        boolean bothTell = !known.identity().isEmpty() && !sighting.identity().isEmpty();
        if (seat.wire() != sighting.wire() || bothTell && !known.identity().equals(sighting.identity())) {
            return false;
        }
        String name =
                known.name().isEmpty() ? VisiblePort.plain(seat.in().isEmpty() ? seat.out() : seat.in()) : known.name();
        boolean sameVendor = known.vendor().isEmpty()
                || sighting.vendor().isEmpty()
                || known.vendor().equals(sighting.vendor());
        return switch (fit) {
            case IDENTITY -> bothTell;
            case NAME -> sameVendor && name.equals(VisiblePort.plain(sighting.name()));
            case SHAPE -> !sighting.asked() && saysWhatItSays(claim.device().profile(), sighting.heard());
        };
    }

    /**
     * Whether a port says so much of what a device says that it can hardly be another.
     *
     * @param heard what it said, as in {@link VisiblePort}
     */
    public static boolean saysWhatItSays(Profile profile, Set<Object> heard) {
        Set<Object> own = new HashSet<>();
        profile.controls()
                .forEach(control -> control.dimensions()
                        .forEach(dimension -> own.add(dimension.pattern().key())));
        long same = heard.stream().filter(own::contains).count();
        return same >= SHAPE_MESSAGES && same * 5 >= heard.size() * 4L;
    }
}
