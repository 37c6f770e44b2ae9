package orchard.recognise;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import orchard.signal.MessageId;

/** Finds what is pressed among trails, and what belongs to each press; takes out of the trails what it has found. */
final class Presses {

    private static final int SURELY_KEYS = 25;
    /** A release in SysEx is believed when so many say theirs in the same way, or one so often. */
    private static final int USUAL_SIGN = 3;
    /** The directions of one finger are told so shortly after one another. */
    private static final double ONE_FINGER = 0.04;

    private final Map<MessageId, ValueHistory> left;
    /** What spoke only while something was down, and did not begin with it. */
    private final Set<MessageId> doubtful = new HashSet<>();

    Presses(Map<MessageId, ValueHistory> left) {
        this.left = left;
    }

    /** Everything that is pressed: notes, and SysEx that says press and release. */
    List<PressCandidate> all() {
        List<PressCandidate> presses = new ArrayList<>();
        for (ValueHistory trail : List.copyOf(left.values())) {
            if (trail.slot.space() == MessageId.Space.NOTE) {
                presses.add(new PressCandidate(trail, "", MovementType.ofNote(trail)));
            }
        }
        presses.addAll(pairsOfSysEx());
        presses.forEach(press -> left.remove(press.trail.slot));
        return presses;
    }

    /**
     * A SysEx that may be said on a press, and another when it is let go.
     *
     * @param sign in which byte they differ and how: a device says all its releases in the same way
     */
    private record Pair(ValueHistory on, ValueHistory off, String sign) {}

    /** SysEx that is said on a press with another, always with the same number, when it is let go. The sign that most pairs have is believed first. */
    private List<PressCandidate> pairsOfSysEx() {
        List<ValueHistory> said = left.values().stream()
                .filter(trail -> trail.slot.space() == MessageId.Space.SYSEX)
                .toList();
        List<Pair> pairs = new ArrayList<>();
        Map<String, Integer> signs = new HashMap<>();
        for (ValueHistory off : said) {
            for (ValueHistory on : said) {
                if (on != off && PressCandidate.isReleaseOf(off, on)) {
                    Pair pair = new Pair(on, off, PressCandidate.difference(on, off));
                    pairs.add(pair);
                    signs.merge(pair.sign(), 1, Integer::sum);
                }
            }
        }
        pairs.sort(Comparator.comparingInt(pair -> -signs.get(pair.sign())));
        List<PressCandidate> presses = new ArrayList<>();
        Set<ValueHistory> used = new HashSet<>();
        for (Pair pair : pairs) {
            if (!used.contains(pair.on()) && !used.contains(pair.off())) {
                used.add(pair.on());
                used.add(pair.off());
                left.remove(pair.off().slot);
                PressCandidate press = press(pair);
                press.isDoubtful =
                        signs.get(pair.sign()) < USUAL_SIGN && pair.on().count() < USUAL_SIGN;
                presses.add(press);
            }
        }
        return presses;
    }

    private static PressCandidate press(Pair pair) {
        ValueHistory on = pair.on();
        ValueHistory off = pair.off();
        ValueHistory both = new ValueHistory(on.slot, on.pattern, 7);
        for (int i = 0; i < on.count(); i++) {
            both.add(on.at(i), on.number(i), on.order(i));
            if (i < off.count()) {
                both.add(off.at(i), 0, off.order(i));
            }
        }
        return new PressCandidate(both, off.slot.text(), MovementType.ofNote(both));
    }

    /** Of what is left: what spoke only while something was held down, which it may belong to or not. */
    Set<MessageId> doubtful() {
        return doubtful;
    }

    /** What speaks only while something is held down belongs to it: pressure, X and Y, the movement of a touched fader. */
    void attach(List<PressCandidate> presses) {
        Map<MessageId, PressCandidate> byNote = new HashMap<>();
        presses.forEach(press -> byNote.put(press.trail.slot, press));
        for (ValueHistory trail : List.copyOf(left.values())) {
            MessageId slot = trail.slot;
            if (slot.space() == MessageId.Space.KEY_PRESSURE) {
                PressCandidate press = byNote.get(new MessageId(MessageId.Space.NOTE, slot.channel(), slot.number()));
                if (press != null) {
                    press.pressure = trail;
                    left.remove(slot);
                }
                continue;
            }
            presses.stream()
                    .filter(press -> canBelong(trail, press))
                    .filter(press -> press.belongs(trail))
                    .findFirst()
                    .ifPresent(press -> {
                        press.companions.add(trail);
                        left.remove(slot);
                    });
        }
        presses.forEach(this::attachFingers);
    }

    private static boolean canBelong(ValueHistory trail, PressCandidate press) {
        MessageId.Space space = trail.slot.space();
        boolean isSysEx = space == MessageId.Space.SYSEX;
        return (isSysEx
                        || space == MessageId.Space.CONTROLLER
                        || space == MessageId.Space.BEND
                        || space == MessageId.Space.NRPN)
                && isSysEx == (press.trail.slot.space() == MessageId.Space.SYSEX);
    }

    /**
     * What spoke only while one thing was down, but did not begin with it: directions of the finger on it, if two speak by turns; otherwise perhaps a knob that the other
     * hand turned. Only another touch makes sure.
     */
    private void attachFingers(PressCandidate press) {
        List<ValueHistory> inside = left.values().stream()
                .filter(trail -> canBelong(trail, press) && press.stretchesOf(trail) > 0)
                .toList();
        List<ValueHistory> directions = new ArrayList<>(inside);
        directions.addAll(press.companions);
        for (ValueHistory trail : inside) {
            boolean byTurns = directions.stream().anyMatch(other -> other != trail && speakByTurns(trail, other));
            boolean oneStretch = press.stretchesOf(trail) < 2;
            press.isDoubtful |= oneStretch || !byTurns;
            if (byTurns) {
                press.companions.add(trail);
                left.remove(trail.slot);
            } else {
                doubtful.add(trail.slot);
            }
        }
    }

    private static boolean speakByTurns(ValueHistory one, ValueHistory other) {
        int beside = 0;
        for (int i = 0; i < one.count(); i++) {
            beside += other.speaksBeside(one, i, ONE_FINGER) ? 1 : 0;
        }
        return beside >= 0.6 * one.count();
    }

    /** Long rows of notes next to each other, without pressure of their own, are keys. */
    static Set<MessageId> keys(List<PressCandidate> presses) {
        Map<Integer, TreeMap<Integer, MessageId>> byChannel = new HashMap<>();
        for (PressCandidate press : presses) {
            MessageId slot = press.trail.slot;
            if (slot.space() == MessageId.Space.NOTE && press.companions.isEmpty() && press.pressure == null) {
                byChannel.computeIfAbsent(slot.channel(), c -> new TreeMap<>()).put(slot.number(), slot);
            }
        }
        Set<MessageId> keys = new HashSet<>();
        byChannel.values().forEach(notes -> {
            List<MessageId> run = new ArrayList<>();
            for (int note = notes.firstKey(); note <= notes.lastKey() + 1; note++) {
                if (notes.containsKey(note)) {
                    run.add(notes.get(note));
                } else {
                    if (run.size() >= SURELY_KEYS) {
                        keys.addAll(run);
                    }
                    run.clear();
                }
            }
        });
        return keys;
    }
}
