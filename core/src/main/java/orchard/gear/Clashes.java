package orchard.gear;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;

/** Controls of one device that send the same, and other numbers for them. */
public final class Clashes {

    private Clashes() {}

    /** Controls that can be heard at once and take the same place. */
    public record Clash(MessageId slot, List<Control> controls) {}

    /** All clashes of a profile, in the order of its controls. */
    public static List<Clash> of(Profile profile) {
        Map<MessageId, List<Control>> senders = new LinkedHashMap<>();
        for (Control control : profile.controls()) {
            if (profile.traits().active(control)) {
                control.messageIds()
                        .forEach(slot -> senders.computeIfAbsent(slot, s -> new ArrayList<>())
                                .add(control));
            }
        }
        List<Clash> clashes = new ArrayList<>();
        senders.forEach((slot, controls) -> {
            List<Control> meeting = controls.stream()
                    .filter(a -> controls.stream().anyMatch(b -> a != b && a.meets(b)))
                    .toList();
            if (!meeting.isEmpty()) {
                clashes.add(new Clash(slot, meeting));
            }
        });
        return clashes;
    }

    /** Ids of the controls that clash with another. */
    public static Set<String> ids(Profile profile) {
        return of(profile).stream()
                .flatMap(clash -> clash.controls().stream())
                .map(Control::id)
                .collect(Collectors.toSet());
    }

    /**
     * The controls of a profile with other numbers for some of them, so that none of those takes a place that any other takes. Kinds
     * of messages stay; so do channels while there is room.
     *
     * @param ids the controls that get other numbers
     * @throws Mistake naming the control that cannot be given another number
     */
    public static List<Control> renumbered(Profile profile, Collection<String> ids) {
        Set<MessageId> taken = new HashSet<>();
        profile.controls().stream()
                .filter(control -> !ids.contains(control.id()))
                .forEach(control -> control.dimensions()
                        .forEach(d -> taken.addAll(d.pattern().ids())));
        List<Control> controls = new ArrayList<>();
        for (Control control : profile.controls()) {
            controls.add(ids.contains(control.id()) ? renumbered(control, taken) : control);
        }
        return controls;
    }

    private static Control renumbered(Control control, Set<MessageId> taken) {
        Map<MessageId, MessageId> moved = new HashMap<>();
        List<Dimension> dimensions = new ArrayList<>();
        for (Dimension dimension : control.dimensions()) {
            MessagePattern free = free(control, dimension.pattern(), taken, moved);
            dimensions.add(dimension.with(free));
        }
        dimensions.forEach(d -> taken.addAll(d.pattern().ids()));
        return control.sending(dimensions);
    }

    /** A note's velocity, gate and pressure move together. */
    private static MessagePattern free(
            Control control, MessagePattern old, Set<MessageId> taken, Map<MessageId, MessageId> moved) {
        MessageId first = old.ids().get(0);
        MessageId together = first.space() == MessageId.Space.KEY_PRESSURE
                ? new MessageId(MessageId.Space.NOTE, first.channel(), first.number())
                : first;
        MessageId place = moved.get(together);
        if (place != null) {
            return old.at(place).orElseThrow();
        }
        int count = first.space().count();
        for (int step = 0; step < 16 && first.channel() > 0; step++) {
            int channel = (first.channel() - 1 + step) % 16 + 1;
            for (int turn = 0; turn < count; turn++) {
                int number = (first.number() + turn) % count;
                MessageId candidate = new MessageId(together.space(), channel, number);
                Optional<MessagePattern> pattern = old.at(candidate);
                if (pattern.isPresent()
                        && !MessageId.isReserved(together.space(), number)
                        && pattern.get().ids().stream().noneMatch(taken::contains)
                        && !(together.space() == MessageId.Space.NOTE
                                && taken.contains(new MessageId(MessageId.Space.KEY_PRESSURE, channel, number)))) {
                    moved.put(together, candidate);
                    return pattern.get();
                }
            }
        }
        throw new Mistake(control.name() + " sends " + old.words()
                + (first.channel() == 0
                        ? ", which has no number: give one of the two another message by hand"
                        : ", and there is no other free on any channel"));
    }

    /**
     * Free places, in as few runs as there can be.
     *
     * @param taken what is in use
     * @param channel 1–16 to stay on, or 0 for any
     * @param count how many
     * @return fewer than asked for if there are no more
     */
    public static List<MessageId> free(Set<MessageId> taken, MessageId.Space space, int channel, int count) {
        List<List<MessageId>> runs = new ArrayList<>();
        for (int ch = channel == 0 ? 1 : channel; ch <= (channel == 0 ? 16 : channel); ch++) {
            List<MessageId> run = new ArrayList<>();
            for (int number = 0; number <= space.count(); number++) {
                MessageId slot = new MessageId(space, ch, number);
                if (number < space.count() && !taken.contains(slot) && !MessageId.isReserved(space, number)) {
                    run.add(slot);
                } else if (!run.isEmpty()) {
                    runs.add(run);
                    run = new ArrayList<>();
                }
            }
        }
        // the smallest run that is large enough leaves the large ones whole
        Optional<List<MessageId>> enough =
                runs.stream().filter(run -> run.size() >= count).min((a, b) -> Integer.compare(a.size(), b.size()));
        if (enough.isPresent()) {
            return List.copyOf(enough.get().subList(0, count));
        }
        List<MessageId> found = new ArrayList<>();
        runs.sort((a, b) -> Integer.compare(b.size(), a.size()));
        for (List<MessageId> run : runs) {
            found.addAll(run.subList(0, Math.min(run.size(), count - found.size())));
        }
        return found;
    }

    /** Places in runs, in words: {@code ch 1: 46–63, 65}. */
    public static String runs(List<MessageId> slots) {
        Map<Integer, TreeSet<Integer>> byChannel = new LinkedHashMap<>();
        slots.forEach(slot ->
                byChannel.computeIfAbsent(slot.channel(), c -> new TreeSet<>()).add(slot.number()));
        return byChannel.entrySet().stream()
                .map(entry -> "ch " + entry.getKey() + ": " + runs(entry.getValue()))
                .collect(Collectors.joining("; "));
    }

    private static String runs(TreeSet<Integer> numbers) {
        StringBuilder words = new StringBuilder();
        Integer from = null;
        for (int number : numbers) {
            from = from == null || !numbers.contains(number - 1) ? Integer.valueOf(number) : from;
            if (!numbers.contains(number + 1)) {
                words.append(words.length() == 0 ? "" : ", ").append(from);
                words.append(from == number ? "" : "–" + number);
            }
        }
        return words.toString();
    }
}
