package orchard.recognise;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import orchard.signal.Encoding;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;

/** Something pressed, with what belongs to it. */
final class PressCandidate {

    private static final double TOGETHER = 0.008;
    /** X and Y are said just before their hit, and go home just after. */
    private static final int NEIGHBOURS = 4;

    final ValueHistory trail;
    final String release;
    final MovementType nature;
    final List<ValueHistory> companions = new ArrayList<>();
    ValueHistory pressure;
    /** Whether something spoke only while it was down that may belong to it or not: another touch would tell. */
    boolean isDoubtful;

    PressCandidate(ValueHistory trail, String release, MovementType nature) {
        this.trail = trail;
        this.release = release;
        this.nature = nature;
    }

    /**
     * A stretch while it was down.
     *
     * @param from when it began
     * @param to when it ended, or far away
     * @param first its place among all messages
     * @param last that of its end
     */
    record Hold(long from, long to, int first, int last) {

        /** Whether something was said in it, or just before or after. */
        boolean has(ValueHistory other, int i) {
            long slack = (long) (TOGETHER * 1e9);
            return other.at(i) >= from - slack
                    && other.at(i) <= to + slack
                    && other.order(i) >= first - NEIGHBOURS
                    && other.order(i) <= last + NEIGHBOURS;
        }

        /** Whether something was said as it began. */
        boolean beginsWith(ValueHistory other, int i) {
            return other.at(i) <= from + (long) (TOGETHER * 1e9);
        }
    }

    /** The stretches while it was down. */
    List<Hold> holds() {
        List<Hold> holds = new ArrayList<>();
        for (int i = 0; i < trail.count(); i++) {
            if (trail.number(i) > 0) {
                boolean ended = i + 1 < trail.count();
                holds.add(new Hold(
                        trail.at(i),
                        ended ? trail.at(i + 1) : Long.MAX_VALUE / 2,
                        trail.order(i),
                        ended ? trail.order(i + 1) : Integer.MAX_VALUE / 2));
            }
        }
        return holds;
    }

    /** Whether what came from another place belongs to it: it speaks while it is down, and begins with it. */
    boolean belongs(ValueHistory other) {
        List<Hold> holds = holds();
        Set<Hold> spokeIn = new HashSet<>();
        int begun = 0;
        for (int i = 0; i < other.count(); i++) {
            Hold in = null;
            for (Hold hold : holds) {
                in = hold.has(other, i) ? hold : in;
            }
            if (in == null) {
                return false;
            }
            begun += spokeIn.add(in) && in.beginsWith(other, i) ? 1 : 0;
        }
        // a knob that happens to be turned while a pad is held does not begin in the same moment
        return begun > 0 && begun * 2 >= spokeIn.size() || likeness(other) == 1;
    }

    /** In how many of its stretches something spoke; 0 if it spoke in between too. */
    int stretchesOf(ValueHistory other) {
        List<Hold> holds = holds();
        Set<Hold> spokeIn = new HashSet<>();
        for (int i = 0; i < other.count(); i++) {
            int at = i;
            List<Hold> in = holds.stream().filter(hold -> hold.has(other, at)).toList();
            if (in.isEmpty()) {
                return 0;
            }
            spokeIn.add(in.get(in.size() - 1));
        }
        return spokeIn.size();
    }

    /** Of what belongs to a press in SysEx, pressure looks most like the press itself. */
    int likeness(ValueHistory other) {
        String[] a = other.slot.text().split(" ");
        String[] b = trail.slot.text().split(" ");
        int differing = 0;
        for (int i = 0; i < Math.min(a.length, b.length); i++) {
            differing += a[i].equals(b[i]) ? 0 : 1;
        }
        return other.slot.space() == MessageId.Space.SYSEX ? differing : 0;
    }

    /** Its message as a switch. */
    MessagePattern gate() {
        MessageId slot = trail.slot;
        return slot.space() == MessageId.Space.NOTE
                ? new MessagePattern.NoteGate(slot.channel(), slot.number())
                : new MessagePattern.SysExByte(slot.text(), Encoding.ABSOLUTE, release);
    }

    /** Its message as a strength. */
    MessagePattern velocity() {
        return trail.slot.space() == MessageId.Space.NOTE ? trail.pattern : gate();
    }

    /** The number it goes back to when its pad is let go, or null if it stays. */
    Integer rest(ValueHistory other) {
        Integer rest = null;
        for (Hold hold : holds()) {
            double after = Double.NaN;
            for (int i = 0; i < other.count(); i++) {
                if (other.at(i) >= hold.to() - 500_000 && other.at(i) <= hold.to() + (long) (TOGETHER * 1e9)) {
                    after = other.number(i);
                }
            }
            if (hold.to() == Long.MAX_VALUE / 2) {
                continue;
            }
            if (Double.isNaN(after) || rest != null && rest != (int) after) {
                return null;
            }
            rest = (int) after;
        }
        return rest;
    }

    /** In which byte a release differs from its press, and how. */
    static String difference(ValueHistory on, ValueHistory off) {
        String[] a = on.slot.text().split(" ");
        String[] b = off.slot.text().split(" ");
        for (int i = 0; i < Math.min(a.length, b.length); i++) {
            if (!a[i].equals(b[i])) {
                return i + ": " + a[i] + " " + b[i];
            }
        }
        return "";
    }

    /** Whether a SysEx differs in one byte from another, has always the same number, and comes after each of them. */
    static boolean isReleaseOf(ValueHistory off, ValueHistory on) {
        String[] a = off.slot.text().split(" ");
        String[] b = on.slot.text().split(" ");
        int differing = 0;
        for (int i = 0; i < a.length && a.length == b.length; i++) {
            differing += a[i].equals(b[i]) ? 0 : 1;
        }
        if (a.length != b.length
                || differing != 1
                || off.count() > on.count()
                || on.count() - off.count() > 1
                || off.distinct().size() != 1
                || off.number(0) != 0) {
            return false;
        }
        for (int i = 0; i < on.count(); i++) {
            boolean after =
                    i == off.count() || off.at(i) > on.at(i) && (i + 1 == on.count() || off.at(i) < on.at(i + 1));
            if (!after || on.number(i) == 0) {
                return false;
            }
        }
        return true;
    }
}
