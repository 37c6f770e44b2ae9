package orchard.recognise;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.gear.Control.Kind;
import orchard.gear.Dimension;
import orchard.gear.SendMode;
import orchard.gear.SendMode.Press;
import orchard.signal.Encoding;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;

/** One look at all trails: which of them belong together, and what each is taken for. */
final class Interpretation {

    private static final double SAME_MOMENT = 0.003;
    private static final double DOUBTFUL = 0.6;

    private final Map<MessageId, ValueHistory> left = new LinkedHashMap<>();
    private final Set<MessageId> fineHeard;
    private final Set<MessageId> doubtful = new HashSet<>();
    private final List<Guess> guesses = new ArrayList<>();
    private final Map<String, Integer> counts = new HashMap<>();

    /** @param fineHeard the NRPN and RPN whose fine half was heard */
    Interpretation(Map<MessageId, ValueHistory> trails, Set<MessageId> fineHeard) {
        left.putAll(trails);
        this.fineHeard = fineHeard;
    }

    /** What they are taken for, in the order in which they were first touched. */
    List<Guess> guesses() {
        joinHalves();
        Presses finder = new Presses(left);
        List<PressCandidate> presses = finder.all();
        finder.attach(presses);
        Set<MessageId> keys = Presses.keys(presses);
        doubtful.addAll(finder.doubtful());
        for (PressCandidate press : presses) {
            left.remove(press.trail.slot);
            pressed(press, keys.contains(press.trail.slot));
        }
        pairs();
        left.values().forEach(this::alone);
        guesses.sort(Comparator.comparingLong(guess -> guess.seen().first()));
        return guesses.stream().map(this::named).toList();
    }

    /** Two controllers 32 apart that always speak together are halves of one of 14 bit. */
    private void joinHalves() {
        for (ValueHistory fine : List.copyOf(left.values())) {
            MessageId slot = fine.slot;
            if (slot.space() != MessageId.Space.CONTROLLER || slot.number() < 32 || slot.number() > 63) {
                continue;
            }
            ValueHistory coarse =
                    left.get(new MessageId(MessageId.Space.CONTROLLER, slot.channel(), slot.number() - 32));
            if (coarse == null || coarse.count() < 2 || together(fine, coarse) < 0.8 || together(coarse, fine) < 0.5) {
                continue;
            }
            ValueHistory joined = new ValueHistory(
                    coarse.slot, new MessagePattern.FineController(slot.channel(), slot.number() - 32), 14);
            int c = 0;
            for (int f = 0; f < fine.count(); f++) {
                while (c + 1 < coarse.count() && coarse.at(c + 1) <= fine.at(f) + (long) (SAME_MOMENT * 1e9)) {
                    c++;
                }
                joined.add(fine.at(f), coarse.number(c) * 128 + fine.number(f), fine.order(f));
            }
            left.remove(slot);
            left.put(coarse.slot, joined);
        }
    }

    /** The share of a trail's moments at which the other spoke too. */
    private static double together(ValueHistory one, ValueHistory other) {
        int both = 0;
        for (int i = 0; i < one.count(); i++) {
            both += other.speaksBeside(one, i, SAME_MOMENT) ? 1 : 0;
        }
        return both / (double) one.count();
    }

    private void pressed(PressCandidate press, boolean isKey) {
        ValueHistory trail = press.trail;
        boolean played = trail.distinct().stream().filter(n -> n > 0).count() > 1;
        double only = trail.high();
        // a pad may be hit like that once by chance, but hardly three times
        boolean usual = only == 127 || trail.count() >= 6;
        if (press.companions.size() == 1
                && press.pressure == null
                && !played
                && usual
                && press.likeness(press.companions.get(0)) != 1) {
            fader(press);
            return;
        }
        List<Dimension> dimensions = new ArrayList<>();
        MessagePattern gate = press.gate();
        MovementType nature = press.nature;
        boolean soft = played || !usual || press.pressure != null || !press.companions.isEmpty();
        Kind kind = isKey ? Kind.KEY : soft ? Kind.PAD : Kind.BUTTON;
        if (kind != Kind.BUTTON) {
            dimensions.add(new Dimension("velocity", press.velocity()));
        }
        SendMode output =
                nature.type() == MovementType.Type.TOGGLE ? SendMode.of(Press.TOGGLE, 127, 0) : SendMode.PLAYED;
        dimensions.add(new Dimension("gate", gate, gate instanceof MessagePattern.NoteGate ? output : SendMode.PLAYED));
        if (press.pressure != null) {
            dimensions.add(new Dimension("pressure", press.pressure.pattern));
        }
        String[] names = press.pressure == null && press.companions.size() == 3
                ? new String[] {"pressure", "x", "y"}
                : press.companions.size() == 1 && trail.slot.space() == MessageId.Space.SYSEX
                        ? new String[] {"pressure"}
                        : new String[] {"x", "y", "z"};
        List<ValueHistory> companions = new ArrayList<>(press.companions);
        companions.sort(Comparator.comparing((ValueHistory t) -> press.likeness(t))
                .thenComparing(t -> t.slot.text())
                .thenComparingInt(t -> t.slot.number()));
        for (int i = 0; i < companions.size() && i < names.length; i++) {
            dimensions.add(new Dimension(
                    names[i], companions.get(i).pattern, SendMode.PLAYED.restingAt(press.rest(companions.get(i)))));
        }
        // what speaks while it is down, or is hit with a strength of its own, is held and not switched
        boolean isHeld = press.pressure != null || !press.companions.isEmpty() || only != 127;
        boolean heldSurely = isHeld && nature.type() == MovementType.Type.PRESS;
        double sure = heldSurely ? Math.max(nature.sure(), 0.8) : nature.sure();
        String gesture = heldSurely ? "" : nature.gesture();
        if (press.isDoubtful) {
            sure = Math.min(sure, DOUBTFUL);
            gesture = MovementType.ALONE;
        }
        if (!isKey && !soft && trail.count() < 4) {
            sure = Math.min(sure, 0.76); // pads with one strength are rare
        }
        if (!isKey && soft && !played && press.pressure == null && press.companions.isEmpty() && sure > 0.8) {
            sure = 0.8;
        }
        guess(
                press.trail,
                kind,
                dimensions,
                sure,
                gesture,
                kind == Kind.KEY ? List.of(Kind.PAD) : List.of(Kind.PAD, Kind.BUTTON, Kind.KEY),
                nature);
    }

    private void fader(PressCandidate press) {
        ValueHistory way = press.companions.get(0);
        MovementType nature = MovementType.ofNumbers(way);
        guess(
                press.trail,
                Kind.FADER,
                List.of(new Dimension("position", pattern(way, nature)), new Dimension(Dimension.TOUCH, press.gate())),
                way.count() > 2 ? 0.9 : 0.6,
                way.count() > 2 ? nature.gesture() : MovementType.FURTHER,
                List.of(Kind.FADER, Kind.KNOB),
                nature,
                way);
    }

    /** Two that always move together are the directions of one field; the arguments of one OSC message are too. */
    private void pairs() {
        Map<String, List<ValueHistory>> byAddress = left.values().stream()
                .filter(trail -> trail.slot.space() == MessageId.Space.OSC)
                .collect(Collectors.groupingBy(trail -> trail.slot.text(), LinkedHashMap::new, Collectors.toList()));
        byAddress.values().stream().filter(list -> list.size() > 1).forEach(list -> {
            list.sort(Comparator.comparingInt(trail -> trail.slot.number()));
            directions(list, list.size() == 2 ? Kind.XY : Kind.MOTION);
        });
        List<ValueHistory> alone = left.values().stream()
                .filter(trail -> trail.slot.space() == MessageId.Space.CONTROLLER
                        || trail.slot.space() == MessageId.Space.SYSEX
                        || trail.slot.space() == MessageId.Space.NRPN)
                .filter(trail -> trail.count() >= 6)
                .toList();
        for (ValueHistory x : alone) {
            for (ValueHistory y : alone) {
                boolean later = x != y && order(x) < order(y);
                if (later
                        && left.containsKey(x.slot)
                        && left.containsKey(y.slot)
                        && x.slot.space() == y.slot.space()
                        && together(x, y) > 0.6
                        && together(y, x) > 0.6) {
                    directions(List.of(x, y), Kind.XY);
                }
            }
        }
    }

    private static int order(ValueHistory trail) {
        return trail.slot.channel() * 20_000
                + trail.slot.number()
                + trail.slot.text().hashCode() % 10_000;
    }

    private void directions(List<ValueHistory> list, Kind kind) {
        String[] names = {"x", "y", "z"};
        List<Dimension> dimensions = new ArrayList<>();
        double sure = 0.95;
        String gesture = "";
        for (int i = 0; i < list.size(); i++) {
            ValueHistory trail = list.get(i);
            left.remove(trail.slot);
            MovementType nature = nature(trail);
            dimensions.add(new Dimension(i < 3 ? names[i] : "number " + (i + 1), pattern(trail, nature)));
            boolean surer = nature.sure() < sure && nature.type() != MovementType.Type.STILL;
            sure = surer ? nature.sure() : sure;
            gesture = surer ? nature.gesture() : gesture;
        }
        ValueHistory first = list.get(0);
        guess(first, kind, dimensions, Math.max(sure, 0.6), gesture, List.of(Kind.XY, Kind.MOTION), nature(first));
    }

    private static MovementType nature(ValueHistory trail) {
        return trail.bits == 0 ? MovementType.ofFree(trail) : MovementType.ofNumbers(trail);
    }

    private void alone(ValueHistory trail) {
        MovementType nature = nature(trail);
        MessagePattern pattern = pattern(trail, nature);
        if (trail.slot.space() == MessageId.Space.PROGRAM) {
            guess(trail, Kind.BUTTON, List.of(new Dimension("press", pattern)), 0.95, "", List.of(Kind.BUTTON), nature);
            return;
        }
        boolean free = trail.bits == 0;
        if (trail.slot.space() == MessageId.Space.SYSEX && trail.count() == 1) {
            return; // an answer or a greeting; a control says more than one thing, or says it again
        }
        switch (nature.type()) {
            case STILL -> {
                return;
            }
            case PRESS, TOGGLE -> {
                int on = nature.numbers().isEmpty() ? 127 : nature.numbers().get(0);
                int off = nature.numbers().size() < 2 ? 0 : nature.numbers().get(1);
                boolean usual = nature.type() == MovementType.Type.PRESS && (free || on == 127 && off == 0);
                SendMode output = usual
                        ? SendMode.PLAYED
                        : SendMode.of(
                                nature.type() == MovementType.Type.TOGGLE ? Press.TOGGLE : Press.MOMENTARY, on, off);
                guess(
                        trail,
                        Kind.BUTTON,
                        List.of(new Dimension("gate", pattern, output)),
                        nature.sure(),
                        nature.gesture(),
                        List.of(Kind.BUTTON, Kind.PEDAL),
                        nature);
            }
            case STEPS ->
                guess(
                        trail,
                        Kind.BUTTON,
                        List.of(new Dimension(
                                "step",
                                pattern,
                                SendMode.of(Press.STEPS, nature.numbers().toArray(new Integer[0])))),
                        nature.sure(),
                        nature.gesture(),
                        List.of(Kind.BUTTON, Kind.KNOB),
                        nature);
            case STRIKE ->
                guess(
                        trail,
                        free ? Kind.MOTION : Kind.BUTTON,
                        List.of(new Dimension(free ? "amount" : "press", pattern)),
                        nature.sure(),
                        nature.gesture(),
                        List.of(Kind.BUTTON, Kind.MOTION),
                        nature);
            case SPRING ->
                guess(
                        trail,
                        Kind.WHEEL,
                        List.of(new Dimension("bend", pattern)),
                        nature.sure(),
                        nature.gesture(),
                        List.of(Kind.WHEEL, Kind.FADER),
                        nature);
            case RELATIVE, COUNTING ->
                guess(
                        trail,
                        Kind.ENDLESS_KNOB,
                        List.of(new Dimension("turn", pattern)),
                        nature.sure(),
                        nature.gesture(),
                        List.of(Kind.ENDLESS_KNOB, Kind.WHEEL),
                        nature);
            case ABSOLUTE -> {
                boolean streams = free && trail.count() > 20 && rate(trail) > 50;
                Kind kind = nature.noise() > 0
                        ? Kind.PEDAL
                        : streams
                                ? Kind.MOTION
                                : free
                                                || trail.bits == 14 && trail.slot.space() == MessageId.Space.BEND
                                                || trail.slot.space() == MessageId.Space.CHANNEL_PRESSURE
                                        ? Kind.FADER
                                        : Kind.KNOB;
                String name = kind == Kind.KNOB ? "turn" : kind == Kind.MOTION ? "amount" : "position";
                guess(
                        trail,
                        kind,
                        List.of(new Dimension(name, pattern)),
                        nature.sure(),
                        nature.gesture(),
                        List.of(Kind.KNOB, Kind.FADER, Kind.PEDAL, Kind.WHEEL),
                        nature);
            }
        }
    }

    private static double rate(ValueHistory trail) {
        List<Double> gaps = new ArrayList<>();
        for (int i = 1; i < trail.count(); i++) {
            gaps.add(trail.gap(i));
        }
        gaps.sort(null);
        return 1 / Math.max(1e-6, gaps.get(gaps.size() / 2));
    }

    /** The message with what was found out about its numbers. */
    private MessagePattern pattern(ValueHistory trail, MovementType nature) {
        MessagePattern pattern = trail.pattern;
        if (pattern instanceof MessagePattern.Controller m) {
            return new MessagePattern.Controller(m.channel(), m.controller(), nature.encoding());
        } else if (pattern instanceof MessagePattern.SysExByte m) {
            return new MessagePattern.SysExByte(m.template(), nature.encoding(), "");
        } else if (pattern instanceof MessagePattern.Numbered m) {
            int bits = fineHeard.contains(trail.slot) ? 14 : 7;
            return new MessagePattern.Numbered(m.channel(), m.registered(), m.number(), bits);
        } else if (pattern instanceof MessagePattern.OscNumber m) {
            boolean counting = nature.type() == MovementType.Type.COUNTING;
            double low = !counting && trail.low() < 0 ? -1 : 0;
            return new MessagePattern.OscNumber(
                    m.address(), m.index(), low, 1, counting ? Encoding.COUNTING : Encoding.ABSOLUTE);
        }
        return pattern;
    }

    private void guess(
            ValueHistory trail,
            Kind kind,
            List<Dimension> dimensions,
            double sure,
            String gesture,
            List<Kind> alternatives,
            MovementType nature) {
        guess(trail, kind, dimensions, sure, gesture, alternatives, nature, trail);
    }

    private void guess(
            ValueHistory trail,
            Kind kind,
            List<Dimension> dimensions,
            double sure,
            String gesture,
            List<Kind> alternatives,
            MovementType nature,
            ValueHistory moved) {
        boolean isDoubtful = doubtful.contains(trail.slot);
        double surely = isDoubtful ? Math.min(sure, DOUBTFUL) : sure;
        String release = switch (nature.type()) {
            case PRESS -> "says when it is let go";
            case TOGGLE -> "on, then off";
            case SPRING -> "springs back";
            case STRIKE -> "does not say when it is let go";
            case STEPS -> "the next step at every press";
            case ABSOLUTE, RELATIVE, COUNTING, STILL -> "stays";
        };
        int bits = moved.slot.space() == MessageId.Space.NRPN || moved.slot.space() == MessageId.Space.RPN
                ? fineHeard.contains(moved.slot) ? 14 : 7
                : moved.bits;
        guesses.add(new Guess(
                trail.slot,
                "",
                kind,
                dimensions,
                surely,
                surely >= Guess.ENOUGH ? "" : isDoubtful ? MovementType.ALONE : gesture,
                alternatives,
                new Guess.Seen(
                        trail.first(), moved.low(), moved.high(), bits, nature.noise(), release, trail.heard())));
    }

    private Guess named(Guess guess) {
        if (guess.slot().space() == MessageId.Space.OSC || guess.slot().space() == MessageId.Space.TOUCH) {
            return guess.as(addressed(guess.slot().text()), guess.kind());
        }
        int number = counts.merge(guess.kind().noun(), 1, Integer::sum);
        return guess.as(guess.kind().noun() + " " + number, guess.kind());
    }

    /** {@code /wand/key/1} is Key 1. */
    private static String addressed(String address) {
        String[] parts = address.split("/");
        String last = parts[parts.length - 1];
        String name = last.matches("\\d+") && parts.length > 2 ? parts[parts.length - 2] + " " + last : last;
        String spaced = name.replaceAll("([a-z])(\\d)", "$1 $2").replace('_', ' ');
        String cut = spaced.length() > 40 ? spaced.substring(0, 40) : spaced;
        return cut.isEmpty() ? address : cut.substring(0, 1).toUpperCase(Locale.ROOT) + cut.substring(1);
    }
}
