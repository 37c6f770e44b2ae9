package orchard.recognise;

import java.util.ArrayList;
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

    private final Map<MessageId, ValueHistory> left;

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

    /** A SysEx that is said on a press and another, always with the same number, when it is let go. */
    private List<PressCandidate> pairsOfSysEx() {
        List<PressCandidate> presses = new ArrayList<>();
        List<ValueHistory> said = left.values().stream()
                .filter(trail -> trail.slot.space() == MessageId.Space.SYSEX)
                .toList();
        Set<ValueHistory> used = new HashSet<>();
        for (ValueHistory off : said) {
            for (ValueHistory on : said) {
                if (on == off || used.contains(on) || used.contains(off) || !PressCandidate.isReleaseOf(off, on)) {
                    continue;
                }
                used.add(on);
                used.add(off);
                left.remove(off.slot);
                ValueHistory both = new ValueHistory(on.slot, on.pattern, 7);
                for (int i = 0; i < on.count(); i++) {
                    both.add(on.at(i), on.number(i), on.order(i));
                    if (i < off.count()) {
                        both.add(off.at(i), 0, off.order(i));
                    }
                }
                presses.add(new PressCandidate(both, off.slot.text(), MovementType.ofNote(both)));
            }
        }
        return presses;
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
            boolean canBelong = slot.space() == MessageId.Space.CONTROLLER
                    || slot.space() == MessageId.Space.BEND
                    || slot.space() == MessageId.Space.NRPN
                    || slot.space() == MessageId.Space.SYSEX;
            if (!canBelong) {
                continue;
            }
            presses.stream()
                    .filter(press -> (press.trail.slot.space() == MessageId.Space.SYSEX)
                            == (slot.space() == MessageId.Space.SYSEX))
                    .filter(press -> press.belongs(trail))
                    .findFirst()
                    .ifPresent(press -> {
                        press.companions.add(trail);
                        left.remove(slot);
                    });
        }
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
